/** What parts a wire on its way: two wires, each with a size and a length of its own, and what rules and bench make of them. */
import { describe, expect, test } from '@jest/globals';
import { analyse, drawJobs } from '../analyse.ts';
import { ruleContext } from '../rules/context.ts';
import { staircase } from '../advice/staircase.ts';
import { voltsBetween } from '../analysis/index.ts';
import { branch as named, pin } from '../testing/terminals.ts';
import { findNudge } from '../advice/nudge.ts';
import { applyPatches } from '../document/patch.ts';
import { buildDictionary, diagnose } from '../outputs/bench/dictionary.ts';
import { parseDesign } from '../project/parse.ts';
import type { Design, Job } from '../project/schema.ts';
import { CONNECTORS, type ConnectorId } from '../reference/index.ts';
import { HEATER, design, job, not, on } from '../testing/designs.ts';
import { mains } from '../testing/mains.ts';
import { readSaid } from '../testing/said.ts';

type Legs = Job['wires'];
const parted = (wires: Legs, changes: Partial<Job> = {}): Design => design([job({ ...changes, wires })]);
const wiresOf = (made: Design) => analyse(made).analysis.netlist.wires;
const OUT: Legs = { 'load-load-1': { connector: { type: 'quick-30', end: 'to' } } };
const said = (made: Design) =>
  analyse(made).analysis.findings.flatMap(({ rule, code, severity, value, limit }) =>
    rule === 'connector-unsuited' ? [{ code, severity, value, limit }] : [],
  );

describe('a wire with a connector in it', () => {
  const [whole] = wiresOf(design()).filter(({ leg }) => leg === 'load-load-1');

  test.each([
    ['to', ['load-load-1', 'load-load-1~tail'], whole!.from, 'job-1-load-1-1.+'],
    ['from', ['load-load-1~tail', 'load-load-1'], whole!.from, 'job-1-load-1-1.+'],
  ] as const)('at the end that it goes %s: two wires as long as one was, over the connector', (end, legs, from, to) => {
    const made = wiresOf(parted({ 'load-load-1': { connector: { type: 'quick-30', end } } })).filter(
      ({ wholeLeg }) => wholeLeg === 'load-load-1',
    );
    expect(made.map(({ leg }) => leg)).toEqual(legs);
    expect([made[0]!.from, made[0]!.to, made[1]!.from, made[1]!.to]).toEqual([from, 'job-1-connector-1.1', 'job-1-connector-1.2', to]);
    expect(made[0]!.lengthM + made[1]!.lengthM).toBeCloseTo(whole!.lengthM, 9);
    expect(made.find(({ leg }) => leg === 'load-load-1~tail')!.lengthM).toBeCloseTo(0.3, 9);
  });

  test('its tail has the size, the length and the colour of the rest until somebody says otherwise', () => {
    const plain = parted({ 'load-load-1': { ...OUT['load-load-1'], sizeMm2: 4, colour: 'GN' } });
    const tail = wiresOf(plain).find(({ leg }) => leg === 'load-load-1~tail')!;
    expect(tail).toMatchObject({ sizeMm2: 4, colour: 'GN', lengthM: 0.3 });
    const own = parted({ 'load-load-1': { ...OUT['load-load-1'], sizeMm2: 4 }, 'load-load-1~tail': { sizeMm2: 2.5, colour: 'OG' } });
    const measured = { ...own, build: { ...own.build, wires: { [tail.id]: { lengthM: 1.2 } } } };
    expect(parseDesign(measured)).toMatchObject({ ok: true });
    const [rest, short] = wiresOf(measured).filter(({ wholeLeg }) => wholeLeg === 'load-load-1');
    expect(short).toMatchObject({ sizeMm2: 2.5, colour: 'OG', lengthM: 1.2 });
    expect(rest!.lengthM).toBeCloseTo(whole!.lengthM - 1.2, 9);
    expect(rest!.sizeMm2).toBe(4);
  });

  test('a thin tail is judged as the wire that it is: behind a fuse that it does not bear it is a danger', () => {
    const thin = (sizeMm2: number) =>
      analyse(parted({ ...OUT, 'load-load-1~tail': { sizeMm2 } }, { fuse: 20 })).analysis.findings.find(
        ({ rule, subject }) => rule === 'fuse-above-wire' && subject.label === 'F1',
      )!;
    expect([thin(2.5).severity, thin(0.5).severity]).toEqual(['hold', 'danger']);
    expect(thin(0.5).title).toMatch(/W1\.\dt bears/);
  });

  test('is bought with both halves, crimped, drawn in the way of its load, and taken out of every bundle', () => {
    const { analysis } = analyse(parted(OUT));
    const list = analysis.parts.find(({ description }) => description.startsWith('Quick disconnect, 30 A'))!;
    expect([list.count, list.tags, list.price]).toEqual([1, 'X1.C1', 2.2]);
    const rows = analysis.wires.filter(
      ({ tag }) => /^W1\.\d+t?$/.test(tag) && (tag.endsWith('t') || /X1\.C1/.test(tag + analysis.wires.find((one) => one.tag === tag)!.to)),
    );
    expect(rows.map(({ fromTerminal, toTerminal }) => [fromTerminal, toTerminal])).toEqual([
      [expect.any(String), 'contact of its connector'],
      ['contact of its connector', expect.any(String)],
    ]);
    expect(drawJobs(analysis.netlist, ['job-1']).symbols.map(({ labels }) => labels.join(' '))).toContain('X1.C1 Quick disconnect, 30 A');
  });

  test('loses what its contacts lose: 1 mΩ of what flows', () => {
    const { evidence } = analyse(parted(OUT));
    const { circuit } = evidence;
    const { solution } = evidence.jobs.get('job-1')!.states.find(({ lines, corner }) => lines[0] === 'on' && corner === 'usual')!;
    const ampere = Math.abs(solution.amps(circuit.branchIndex(named('job-1-load-1-1/load'))));
    expect(ampere).toBeGreaterThan(7);
    expect(voltsBetween(circuit, solution, pin('job-1-connector-1.1'), pin('job-1-connector-1.2'))).toBeCloseTo(0.001 * ampere, 5);
  });
});

describe('what a connector bears', () => {
  const fused = (type: ConnectorId, fuse: Job['fuse'], watt = 96) =>
    parted(
      { 'load-load-1': { connector: { type, end: 'to' } } },
      {
        fuse,
        loads: [{ ...HEATER, plate: { unit: 'W', value: watt, ratedV: 12 } }],
        device: { kind: 'relay', part: 'relay-12v-70a-4', socket: 'auto', place: 'box' },
      },
    );
  test.each([
    ['blade', 20, 'hold'],
    ['blade', 25, 'danger'],
    ['sealed', 10, 'hold'],
    ['sealed', 15, 'danger'],
    ['trailer', 15, 'hold'],
    ['trailer', 20, 'danger'],
    ['quick-30', 30, 'hold'],
    ['quick-30', 40, 'danger'],
  ] as const)('%s behind %s A: %s', (type, fuse, severity) => {
    expect(said(fused(type, fuse))).toEqual([{ code: 'fuse', severity, value: fuse, limit: CONNECTORS[type].ratedA }]);
  });

  test('stands on the staircase, the weakest of those behind the fuse', () => {
    const made = parted({ ...OUT, 'return-load-1': { connector: { type: 'blade', end: 'from' } } }, { fuse: 15 });
    const { evidence } = analyse(made);
    const context = ruleContext(evidence);
    const steps = staircase(context, context.jobs[0]!);
    expect(steps.filter(({ id }) => id === 'connector')).toEqual([
      { id: 'connector', label: 'Connector X1.C2', ampere: 20, note: CONNECTORS.blade.name, holds: true, subject: 'job-1-connector-2' },
    ]);
    expect(steps.map(({ id }) => id)).toEqual(['load', 'fuse', 'wire', 'connector', 'terminals', 'contact']);
  });

  test('without a fuse what flows is asked', () => {
    const [least, most] = [said(fused('sealed', 'none', 130)), said(fused('sealed', 'none', 150))];
    expect([least[0]!.code, least[0]!.severity, most[0]!.code, most[0]!.severity]).toEqual(['current', 'hold', 'current', 'danger']);
  });

  test.each([
    [60, 'hold'],
    [60.5, 'danger'],
  ])('at %s V it is %s', (highestV, severity) => {
    const made = fused('quick-175', 10);
    const supplies = made.supplies.map((one) => ({ ...one, nominalV: 48, lowestV: 44, restV: 51, highestV }));
    expect(said({ ...made, supplies } as Design).find(({ code }) => code === 'volts')?.severity ?? 'hold').toBe(severity);
  });

  test('none is for the mains, and the nudge takes it out', () => {
    const made = mains({ wires: { 'load-load-1': { connector: { type: 'quick-30', end: 'to' } } } });
    const { analysis, evidence } = analyse(made);
    const wrong = analysis.findings.find(({ rule, severity }) => rule === 'connector-unsuited' && severity === 'danger')!;
    expect(wrong.code).toBe('volts');
    const mended = applyPatches(made, findNudge(evidence, analysis.findings, wrong)!.patches) as Design;
    expect(mended.jobs[0]!.wires).toEqual({});
  });

  test('behind the fuse of an old circuit it is asked for that fuse', () => {
    const taken = (fuseA: number): Design => {
      const made = parted(
        { 'load-load-1': { connector: { type: 'blade', end: 'to' } } },
        {
          when: not(on('dash')),
          fuse: 10,
          otherwise: { kind: 'original-feed', signal: 'lamp-feed' },
          device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' },
        },
      );
      return {
        ...made,
        signals: made.signals.map((signal) =>
          signal.id === 'lamp-feed' && signal.nature === 'feed' ? { ...signal, limitA: 5, fuseA } : signal,
        ),
      };
    };
    expect(said(taken(20))[0]).toMatchObject({ severity: 'hold' });
    expect(said(taken(25))).toEqual([{ code: 'feed', severity: 'danger', value: 25, limit: 20 }]);
  });

  test('before the fuse it is a danger: what lies bare when it is parted is guarded by nothing', () => {
    const rules = (wires: Legs) =>
      analyse(parted(wires)).analysis.findings.flatMap(({ rule, severity }) => (severity === 'danger' ? [rule] : []));
    expect(rules(OUT)).toEqual([]);
    expect(rules({ feed: { connector: { type: 'quick-30', end: 'to' } } })).toContain('fuse-missing');
  });

  test.each([
    ['blade', 'caution'],
    ['quick-30', 'caution'],
    ['sealed', 'hold'],
    ['trailer', 'hold'],
  ] as const)('in the wet %s: %s', (type, severity) => {
    const dry = fused(type, 10);
    const made = { ...dry, places: dry.places.map((place) => (place.id === 'rear' ? { ...place, wet: true } : place)) } as Design;
    const { analysis, evidence } = analyse(made);
    const found = analysis.findings.filter(({ rule }) => rule === 'connector-unsuited');
    expect(found.some(({ code }) => code === 'wet') ? found.map((one) => one.severity) : ['hold']).toEqual([severity]);
    const [wet] = found.filter((one) => one.severity === 'caution');
    if (wet) expect(findNudge(evidence, analysis.findings, wet)!.label).toMatch(/Sealed plug|trailer plug/);
  });

  test('where it sits too hot it is said', () => {
    const hot = (hottestC: number) => {
      const made = parted(OUT);
      const places = made.places.map((place) => (place.id === 'rear' ? { ...place, hottestC } : place));
      return analyse({ ...made, places }).analysis.findings.some(
        ({ rule, severity, subject }) => rule === 'part-air' && severity === 'danger' && subject.label === 'X1.C1',
      );
    };
    expect([hot(85), hot(86)]).toEqual([false, true]);
  });
});

describe('at the bench', () => {
  test('one that is not plugged together is found by what is read', () => {
    const { evidence } = analyse(parted(OUT));
    const dictionary = buildDictionary(evidence, 'job-1');
    const row = dictionary.faults.findIndex(({ words }) => /X1\.C1 is not plugged/.test(words));
    expect(row).toBeGreaterThanOrEqual(0);
    const readings: Record<string, number> = {};
    let seen = diagnose(dictionary, readings);
    for (let taken = 0; taken < 6 && seen.next !== null; taken++) {
      const at = dictionary.steps.findIndex(({ id }) => id === seen.next);
      readings[dictionary.steps[at]!.id] = dictionary.values[row]![at]!;
      seen = diagnose(dictionary, readings);
    }
    expect(seen.explained.some(({ fault, share }) => share > 0.1 && fault === dictionary.faults[row])).toBe(true);
  });
});

describe('said', () => {
  test.each([
    ['run a 10 A heater from the battery through a 30 A quick disconnect when the key is on', 'quick-30'],
    ['run a 10 A heater from the battery through quick disconnects when the key is on', 'quick-30'],
    ['run a 30 A heater from the battery with quick connectors when the key is on', 'quick-50'],
    ['light two 21 W lamps from the battery with trailer plugs when the key is on', 'trailer'],
    ['run a 4 A heater from the battery through an in-line blade connector when the key is on', 'blade'],
    ['run a 4 A heater from the battery through a relay and a sealed plug when the key is on', 'sealed'],
  ])('%s', (text, type) => {
    const { design: made, heard } = readSaid(text);
    expect(heard.unclear).toEqual([]);
    const [line] = made!.jobs[0]!.loads;
    expect(made!.jobs[0]!.wires).toEqual({
      [`load-${line!.id}`]: { connector: { type, end: 'to' } },
      [`return-${line!.id}`]: { connector: { type, end: 'from' } },
    });
    expect(analyse(made!).analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  });
  test('of a motor that turns both ways each lead has one', () => {
    const said =
      'run a 10 A winch from the battery through quick disconnects when the up switch is on, backwards when the down switch is on';
    const { analysis } = analyse(readSaid(said).design!);
    const parts = analysis.netlist.parts.filter(({ kind }) => kind === 'connector');
    expect(parts.length).toBe(2);
    // Both at the winch: one wire away from its two leads.
    const tails = analysis.netlist.wires.filter(({ leg, wholeLeg }) => leg !== wholeLeg);
    expect(tails.map(({ to }) => to).sort()).toEqual(['job-1-load-1-1.+', 'job-1-load-1-1.-']);
  });
  test('what is charged has one in the wire to it', () => {
    const { analysis } = analyse(
      readSaid('charge the caravan battery from the battery through a 50 A quick disconnect when the key is on').design!,
    );
    expect(analysis.netlist.parts.filter(({ kind }) => kind === 'connector').length).toBe(1);
    expect(analysis.findings.find(({ rule }) => rule === 'connector-unsuited')!.detail).toMatch(/both halves stay live/);
    expect(analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  });
  test.each([
    'run a 2 kW heater from the mains through a quick disconnect when the key is on',
    'run a 10 A heater from the battery through a 35 A quick disconnect when the key is on',
    'run a 20 A heater from the battery through a sealed plug when the key is on',
  ])('%s: not in silence another', (text) => {
    const { design: made, heard } = readSaid(text);
    expect(made).toBeNull();
    expect(heard.unclear.map(({ text: words }) => words).join()).toMatch(/quick disconnect|sealed plug/);
  });
});
