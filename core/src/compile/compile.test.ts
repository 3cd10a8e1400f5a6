import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { partOf } from '../circuit/terminal.ts';
import type { When } from '../design/schema.ts';
import { gatherEvidence } from '../prove/evidence.ts';
import { jobVerdicts } from '../prove/verdict.ts';
import { clauseOver } from '../testing/clauses.ts';
import { and, design, job, not, on, or } from '../testing/designs.ts';
import { compile } from './compile.ts';

const wiresOf = (...args: Parameters<typeof design>) => compile(design(...args)).netlist.wires;
const route = (...args: Parameters<typeof design>) => wiresOf(...args).map(({ from, to }) => `${from} > ${to}`);

describe('one relay, its coil in series', () => {
  test('a dash switch on a key-on feed, fused 30 (the first circuit that people build)', () => {
    expect(route()).toEqual([
      'sig-key.15 > job-1-control-fuse.1',
      'job-1-control-fuse.2 > sig-dash.1',
      'sig-dash.2 > job-1-relay.86',
      'job-1-relay.85 > gnd-box.G',
      'bat-main.+ > job-1-fuse.1',
      'job-1-fuse.2 > job-1-relay.30',
      'job-1-relay.87 > job-1-load-1-1.+',
      'job-1-load-1-1.- > gnd-rear.G',
    ]);
  });
  test('key-on AND hot: the thermostat goes between coil and ground', () => {
    const list = route([job({ when: and(on('key'), on('hot')) })]);
    expect(list).toContain('job-1-control-fuse.2 > job-1-relay.86');
    expect(list).toContain('job-1-relay.85 > sig-hot.1');
  });
  test('without a feed the coil hangs on the battery through its own fuse', () => {
    expect(route([job({ when: on('dash') })])[0]).toBe('bat-main.+ > job-1-control-fuse.1');
  });
  test('on when the signal is lost: the load hangs on 87a', () => {
    const list = route([
      job({ when: not(and(on('key'), on('dash'))), lost: 'on', device: { kind: 'plug-in-relay', part: 'relay-12v-30a-5', place: 'box' } }),
    ]);
    expect(list).toContain('job-1-relay.87a > job-1-load-1-1.+');
  });
  test('several units share a splice out and a splice back; a return wire goes to the battery', () => {
    const units = [{ ...job().loads[0]!, count: 3 }];
    const list = route([job({ loads: units })], { settings: { ...design().settings, returnPath: 'wire' } });
    expect(list.filter((wire) => wire.includes('splice-out'))).toHaveLength(4);
    expect(list).toContain('job-1-load-1-splice-back.1 > return.31');
  });
  test('two jobs on one switch get a pole each, on one feed a fuse each', () => {
    const list = route([job(), job({ id: 'job-2', name: 'Second' })]);
    expect(list).toContain('job-2-control-fuse.2 > sig-dash.3');
    expect(list).toContain('sig-dash.4 > job-2-relay.86');
  });
  test.each<[string, Partial<ReturnType<typeof job>>, RegExp]>([
    ['87a on four pins', { when: not(on('key')), lost: 'on' }, /five-pin/],
    ['nine signals', { when: and(...Array.from({ length: 9 }, (_, at) => on(`many-${at}`))) }, /more than 8 signals/],
  ])('%s is refused in words', (_, changes, words) => {
    const many = Array.from({ length: 9 }, (_, at) => ({
      id: `many-${at}`,
      name: `feed ${at}`,
      place: 'dash',
      nature: 'feed' as const,
      supply: 'main',
      limitA: 1,
      keyOn: false,
    }));
    const { netlist, unwired } = compile(design([job(changes)], { signals: [...design().signals, ...many] }));
    expect(unwired).toHaveLength(1);
    expect(unwired[0]!.reasons.map(({ message }) => message).join(' ')).toMatch(words);
    expect(netlist.wires).toHaveLength(0);
  });
  test('a distance that nobody gave is asked for by name', () => {
    const { unwired } = compile(design([job()], { distances: [{ a: 'front', b: 'box', lengthM: 1 }] }));
    expect(unwired[0]!.reasons.map(({ message }) => message)).toEqual([
      'How far is it from relay box to rear? Without that distance no wire can be sized.',
      'How far is it from relay box to dash? Without that distance no wire can be sized.',
    ]);
  });
});

describe('contacts of switches and helper relays', () => {
  const helpers = (when: When) =>
    compile(design([job({ when })])).netlist.parts.filter((part) => part.kind === 'relay' && part.id.includes('helper'));

  test.each<[string, When, number]>([
    ['either of two dash switches: their contacts in parallel, no helper', or(on('dash'), on('second')), 0],
    ['key and either switch: the key feeds both', and(on('key'), or(on('dash'), on('second'))), 0],
    ['a switch that is to be off: one helper, its resting contact', and(on('key'), not(on('dash'))), 1],
    ['two feeds that both must be live: the first feeds, the second has a helper', and(on('key'), on('lamp-feed')), 1],
    ['either of two feeds: a helper for each, so that neither feeds the other', or(on('key'), on('lamp-feed')), 2],
    ['two sensors to ground: the first grounds the coil, the second has a helper', and(on('key'), on('hot'), on('door')), 1],
    // Fuel pump: key-on AND (cranking OR oil pressure) AND NOT impact switch.
    ['key and (a feed or a sensor) and not a switch', and(on('key'), or(on('lamp-feed'), on('hot')), not(on('dash'))), 3],
  ])('%s', (_, when, count) => expect(helpers(when)).toHaveLength(count));

  test('a helper’s contact that must be open with its signal is 87a', () => {
    const list = route([job({ when: and(on('key'), not(on('dash'))) })]);
    expect(list).toContain('job-1-helper-1.87a > job-1-relay.86');
    expect(list).toContain('sig-dash.2 > job-1-helper-1.86');
  });
});

describe('wires', () => {
  test('lengths come from the places, with a tenth to spare', () => {
    const wires = wiresOf();
    expect(wires.find(({ leg }) => leg === 'load-load-1')!.lengthM).toBeCloseTo(3.2 * 1.1, 12);
    expect(wires.find(({ leg }) => leg === 'to-relay')!.lengthM).toBeCloseTo(0.9 * 1.1, 12);
    expect(wires.find(({ leg }) => leg === 'return-load-1')!.lengthM).toBe(0.3);
  });
  test('ids stay when a job is put in front and when a choice is made', () => {
    const before = wiresOf().map(({ id }) => id);
    const other = { ...job(), id: 'job-0', name: 'Other' };
    const after = wiresOf([other, job({ fuse: 20, wires: { 'to-relay': { sizeMm2: 10, colour: 'YE' } } })]);
    expect(
      after
        .filter((wire) => wire.job === 'job-1')
        .map(({ id }) => id.replace('sig-dash.3', 'sig-dash.1').replace('sig-dash.4', 'sig-dash.2')),
    ).toEqual(before);
    expect(after.find((wire) => wire.job === 'job-1' && wire.leg === 'to-relay')).toMatchObject({
      sizeMm2: 10,
      colour: 'YE',
      sizeChosen: true,
    });
  });
  test('every wire ends on pins of parts that are there, and no id comes twice', () => {
    const { netlist } = compile(design([job(), job({ id: 'job-2', when: and(on('key'), on('hot')) })]));
    const parts = new Set(netlist.parts.map(({ id }) => id));
    for (const wire of netlist.wires) for (const end of [wire.from, wire.to]) expect(parts).toContain(partOf(end));
    expect(new Set(netlist.wires.map(({ id }) => id)).size).toBe(netlist.wires.length);
  });
});

describe('what is wired does what is said', () => {
  test('any clause over any kinds of signals, in every state at every corner (seed 1847)', () => {
    const signals = ['key', 'dash', 'hot', 'lamp-feed', 'door'];
    const given = fc.record({
      when: clauseOver(signals),
      lost: fc.constantFrom('off' as const, 'on' as const),
      diode: fc.boolean(),
      chassis: fc.boolean(),
    });
    fc.assert(
      fc.property(given, ({ when, lost, diode, chassis }) => {
        const made = design(
          [
            job({
              when,
              lost,
              suppression: diode ? 'diode' : 'none',
              device: { kind: 'plug-in-relay', part: 'relay-12v-30a-5', place: 'box' },
            }),
          ],
          { settings: { ...design().settings, returnPath: chassis ? 'chassis' : 'wire' } },
        );
        const evidence = gatherEvidence(made);
        expect(evidence.unwired).toEqual([]);
        const verdicts = jobVerdicts(evidence, evidence.jobs.get('job-1')!);
        expect(verdicts.filter(({ matches }) => !matches).map(({ words }) => words)).toEqual([]);
        expect(verdicts.length).toBeGreaterThanOrEqual(8);
      }),
      { seed: 1847, numRuns: 120 },
    );
  });

  /** Any clause that one relay can do: a series of what it is fed from, switches, and one ground switch. */
  const series = fc
    .record({
      feed: fc.constantFrom([], ['key'], ['lamp-feed']),
      switches: fc.subarray(['dash', 'second']),
      ground: fc.constantFrom([], ['hot'], ['door']),
      inverted: fc.boolean(),
      chassis: fc.boolean(),
      count: fc.integer({ min: 1, max: 3 }),
    })
    .filter(({ feed, switches, ground }) => feed.length + switches.length + ground.length > 0);

  test('in every state, at every corner, for every series clause (seed 72552)', () => {
    fc.assert(
      fc.property(series, ({ feed, switches, ground, inverted, chassis, count }) => {
        const terms = [...ground, ...switches, ...feed].map(on);
        const clause: When = terms.length === 1 ? terms[0]! : { op: 'and', of: terms };
        const made = design(
          [
            job({
              when: inverted ? not(clause) : clause,
              lost: inverted ? 'on' : 'off',
              device: { kind: 'plug-in-relay', part: 'relay-12v-30a-5', place: 'box' },
              loads: [{ ...job().loads[0]!, count, important: true }],
            }),
          ],
          { settings: { ...design().settings, returnPath: chassis ? 'chassis' : 'wire' } },
        );
        const evidence = gatherEvidence(made);
        expect(evidence.unwired).toEqual([]);
        const own = evidence.jobs.get('job-1')!;
        const verdicts = jobVerdicts(evidence, own);
        expect(verdicts.filter(({ matches }) => !matches).map(({ words }) => words)).toEqual([]);
        expect(verdicts).toHaveLength(2 ** terms.length * 4 * 2);
        for (const { solution } of own.states) expect(solution.residualA).toBeLessThan(1e-8);
      }),
      { seed: 72552, numRuns: 60 },
    );
  });
});
