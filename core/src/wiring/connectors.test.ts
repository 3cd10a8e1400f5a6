/** What parts a wire on its way: two wires, each with a size and a length of its own, and what rules and bench make of them. */
import { describe, expect, test } from '@jest/globals';
import { analyse, drawJobs } from '../analyse.ts';
import { ruleContext } from '../rules/context.ts';
import { staircase } from '../advice/staircase.ts';
import { voltsBetween } from '../analysis/index.ts';
import { branch as named, pin } from '../testing/terminals.ts';
import { findNudge, nudgeAll } from '../advice/nudge.ts';
import { applyPatches } from '../document/patch.ts';
import { buildDictionary, diagnose } from '../outputs/bench/dictionary.ts';
import { parseDesign } from '../project/parse.ts';
import type { Design, Job } from '../project/schema.ts';
import { CONNECTORS, type ConnectorId, joinedInCeramic, poleBears } from '../reference/index.ts';
import { type UsedPart, beginPart, ownPartSchema } from '../kinds/index.ts';
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

describe('a terminal block', () => {
  const ends = (type: string): Legs => ({
    'load-load-1': { connector: { type, end: 'to' } },
    'return-load-1': { connector: { type, end: 'from' } },
    'earth-load-1': { connector: { type, end: 'from' } },
  });
  const own = (changes: object) =>
    ownPartSchema.parse({
      ...beginPart('connector', 'own-block', 'My block'),
      assumed: [],
      ratedA: 16,
      mostV: 450,
      ...changes,
    }) as UsedPart;
  /** A load of the mains at the end of its way, in a closed place of that temperature. */
  const warm = (type: string, hottestC: number, more: { box?: 'open' | 'plastic'; parts?: UsedPart[] } = {}): Design => {
    const made = mains({ wires: ends(type), insulation: hottestC > 100 ? 'glass' : 'usual' }, {}, { parts: more.parts ?? [] });
    const at = made.jobs[0]!.loads[0]!.place;
    const places = made.places.map((one) => (one.id === at ? { ...one, hottestC, box: more.box ?? ('plastic' as const) } : one));
    return { ...made, places };
  };
  const rules = (made: Design) =>
    new Set(analyse(made).analysis.findings.flatMap(({ rule, severity }) => (severity === 'danger' ? [rule] : [])));
  const lists = (made: Design) => analyse(made).analysis.parts.map(({ count, description }) => `${count} ${description}`);

  test('at its rated current is 45 K above the air (IEC 60947-7-1): it bears all of it to 45 K below its material’s limit, none at it', () => {
    const at = (airC: number) => poleBears(CONNECTORS['block-32'], airC);
    expect([at(20), at(65), at(110), at(150)]).toEqual([32, 32, 0, 0]);
    expect(at(66)).toBeLessThan(32);
    // Warmth goes with the square of the current: half of the room for it is left for 0.707 of the current.
    expect(at(87.5)).toBeCloseTo(32 * Math.SQRT1_2, 9);
    // What is pulled apart is asked for the air alone.
    expect(poleBears(CONNECTORS['quick-30'], 80)).toBe(30);
  });
  test('bears the mains, in a closed place alone', () => {
    expect(rules(warm('block-32', 40))).toEqual(new Set());
    expect(rules(warm('block-32', 40, { box: 'open' }))).toEqual(new Set(['mains-no-enclosure']));
    expect(rules(warm('quick-30', 40))).toEqual(new Set(['connector-unsuited', 'earth-missing']));
  });
  test.each([
    [230, 'hold'],
    [229.9, 'danger'],
  ])('for %s V on a branch of 230 V: %s', (mostV, severity) => {
    const made = warm('own-block', 40, { parts: [own({ mostV, ratedA: 1000, mostMm2: 10, mostC: 110 })] });
    expect(said(made).find(({ code }) => code === 'volts')).toMatchObject({ severity, limit: mostV });
  });
  test('of plastic does not bear what is hot, and a nudge gives one of ceramic; of that nothing is said', () => {
    expect(rules(warm('ceramic-32', 120))).toEqual(new Set());
    const made = warm('block-32', 120);
    expect(rules(made)).toEqual(new Set(['connector-unsuited', 'part-air']));
    const { analysis, evidence } = analyse(made);
    const hot = analysis.findings.find(({ rule, code }) => rule === 'connector-unsuited' && code === 'current')!;
    expect(hot.title).toMatch(/^X1\.C\d carries .* of 0 A in 12\d °C$/);
    expect(hot.working.formula).toContain('√');
    expect(findNudge(evidence, analysis.findings, hot)!.label).toMatch(/Ceramic terminal block/);
    // The earth carries nothing in use: its pole is asked for the air alone.
    const earth = analysis.findings.find(({ rule, subject }) => rule === 'part-air' && subject.label === 'X1.C1')!;
    expect(findNudge(evidence, analysis.findings, earth)!.label).toMatch(/^Nudge X1\.C1 to: Ceramic terminal block/);
    const plan = nudgeAll(evidence, analysis.findings, made.jobs[0]!.id);
    expect(plan.left).toEqual([]);
  });
  test('is bought pole by pole, and the load’s own lead goes under it', () => {
    const made = warm('block-32', 40);
    expect(lists(made)).toContain('3 Terminal block, 32 A, a pole');
    const tails = analyse(made).analysis.wires.filter(({ tag }) => tag.endsWith('t'));
    expect(tails.map(({ existing }) => existing)).toEqual([true, true, true]);
    expect(analyse(made).analysis.wires.filter(({ existing }) => existing)).toHaveLength(3);
  });
  test('of one’s own is wired, priced and judged by its label, and a file that has it not is refused at its leg', () => {
    const made = warm('own-block', 40, { parts: [own({ ratedA: 16, mostMm2: 2.5, mostC: 110, price: 0.8 })] });
    expect(rules(made)).toEqual(new Set());
    expect(analyse(made).analysis.parts.find(({ description }) => description === 'My block, a pole')).toMatchObject({
      count: 3,
      price: 0.8,
    });
    const weak = warm('own-block', 40, { parts: [own({ ratedA: 5, mostMm2: 2.5, mostC: 110 })] });
    expect(
      said(weak)
        .filter(({ severity }) => severity === 'danger')
        .map(({ limit }) => limit),
    ).toContain(5);
    expect(parseDesign({ ...made, parts: [] })).toMatchObject({
      ok: false,
      problems: expect.arrayContaining([
        { path: 'jobs[0].wires.load-load-1.connector.type', message: 'there is no connector "own-block" on the shelf' },
      ]) as unknown,
    });
  });
  test.each([
    ['turn the 1500 W heater on the wall outlet on when the switch is on, with a terminal block at it', 'block-32', 'plastic'],
    ['run a 2 kW element from the mains when the thermostat calls, with a 57 A ceramic terminal block', 'ceramic-57', 'metal'],
    ['run a 2 kW element from the mains when the thermostat calls, with ceramic terminals', 'ceramic-32', 'metal'],
  ])('%s', (sentence, type, box) => {
    const { heard, design: made } = readSaid(sentence);
    expect(heard.unclear).toEqual([]);
    const [{ wires, loads }] = made!.jobs as [Job];
    expect(Object.values(wires).map(({ connector }) => connector?.type)).toEqual([type, type, type]);
    expect(made!.places.find(({ id }) => id === loads[0]!.place)!.box).toBe(box);
    expect(rules(made!)).toEqual(new Set());
  });
});

describe('where wires are joined', () => {
  const joints = (hottestC: number, made: Design) => {
    const places = made.places.map((one) => (one.id === made.jobs[0]!.loads[0]!.place ? { ...one, hottestC, box: 'metal' as const } : one));
    return analyse({ ...made, places }).analysis.parts.flatMap(({ count, description }) =>
      /splice|block/i.test(description) ? [`${count} ${description}`] : [],
    );
  };
  const two = design([job({ loads: [{ ...HEATER, count: 2 }] })]);
  test('crimped, and at a low voltage spliced to the load’s own leads; under ceramic before a sleeve softens', () => {
    expect([joinedInCeramic(105), joinedInCeramic(105.5)]).toEqual([false, true]);
    expect(joints(105, two).join()).toMatch(/Crimped splice, sealed.*Butt splice for/);
    expect(joints(105, two).join()).not.toMatch(/block/);
    expect(joints(35, design([job({ insulation: 'glass', loads: [{ ...HEATER, count: 2 }] })])).join()).toMatch(
      /^2 Ceramic terminal block, 57 A, a pole,1 Butt splice.*,4 Ceramic terminal block, 32 A, a pole$/,
    );
    // The splice is at the feed in the cool cabin.
    expect(joints(106, two).join()).toMatch(/^6 Ceramic terminal block, 57 A, a pole,1 Butt splice/);
  });
  test('on the mains under screws', () => {
    // 45 K below the 110 °C of its plastic; beyond that it bears less than its name says.
    expect(joints(65, mains({})).join()).toMatch(/^3 Terminal block/);
    expect(joints(66, mains({})).join()).toMatch(/^3 Ceramic terminal block/);
    // Wires of glass are for what a chamber of a thousand degrees gives its tails, in a room that is no hotter than others.
    expect(joints(35, mains({}))).toEqual(['3 Terminal block, 32 A, a pole']);
    expect(joints(35, mains({ insulation: 'glass' }))).toEqual(['3 Ceramic terminal block, 32 A, a pole']);
    const thick = { 'load-load-1': { sizeMm2: 16 as const }, 'return-load-1': { sizeMm2: 10 as const } };
    expect(joints(40, mains({ wires: thick }))).toEqual([
      expect.stringMatching(/^2 Terminal block for 16 mm² .*, a pole$/),
      '1 Terminal block, 57 A, a pole',
    ]);
    expect(joints(120, mains({ insulation: 'glass' }))).toEqual(['3 Ceramic terminal block, 32 A, a pole']);
  });
});
