import { asCharged, asVariant } from '../kinds/index.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { partOf } from '../quantity/terminal.ts';
import type { Design, Job } from '../project/schema.ts';
import type { Load } from '../kinds/load/registry.ts';
import type { When } from '../document/when-schema.ts';
import { writeWhen } from '../project/when-words.ts';
import { gatherEvidence } from '../analysis/evidence.ts';
import { jobVerdicts } from '../analysis/verdict.ts';
import { clauseOver } from '../testing/clauses.ts';
import { HEATER, and, delay, design, held, job, not, on, or, toggle } from '../testing/designs.ts';
import { compile } from './compile.ts';
import { wiringsOf } from './wiring.ts';

const five = { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' } as const;

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
      job({
        when: not(and(on('key'), on('dash'))),
        lost: 'on',
        device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' },
      }),
    ]);
    expect(list).toContain('job-1-relay.87a > job-1-load-1-1.+');
  });
  test('several units share a splice out and a splice back; a return wire goes to the battery', () => {
    const units = [{ ...HEATER, count: 3 }];
    const list = route([job({ loads: units })], { settings: { ...design().settings, returnPath: 'wire' } });
    expect(list.filter((wire) => wire.includes('splice-out'))).toHaveLength(4);
    expect(list).toContain('job-1-load-1-splice-back.1 > return.31');
  });
  test('two jobs on one feed and switch share its fuse, its contact, and the wire up to the branch', () => {
    const list = route([job(), job({ id: 'job-2', name: 'Second' })]);
    expect(list.filter((wire) => wire.includes('control-fuse'))).toEqual([
      'sig-key.15 > job-1-control-fuse.1',
      'job-1-control-fuse.2 > sig-dash.1',
    ]);
    expect(list).toContain('sig-dash.2 > sig-dash-2-branch-box.1');
    expect(list).toContain('sig-dash-2-branch-box.1 > job-1-relay.86');
    expect(list).toContain('sig-dash-2-branch-box.1 > job-2-relay.86');
    const shared = compile(design([job(), job({ id: 'job-2', name: 'Second' })])).netlist;
    expect(shared.wires.find(({ to }) => to === 'sig-dash.1')!.jobs).toEqual(['job-1', 'job-2']);
    expect(shared.parts.find(({ id }) => id === 'job-1-control-fuse')!.jobs).toEqual(['job-1', 'job-2']);
  });
  test('their load current shares a main fuse and a thick wire to a stud, where each fuse sits', () => {
    const { netlist } = compile(design([job(), job({ id: 'job-2', name: 'Second' })]));
    const list = netlist.wires.map(({ from, to }) => `${from} > ${to}`);
    expect(list).toContain('bat-main.+ > main-fuse-main-box.1');
    expect(list).toContain('main-fuse-main-box.2 > stud-main-box.1');
    expect(netlist.joints).toContainEqual(['stud-main-box.1', 'job-2-fuse.1']);
    // Twice 9.87 A with a quarter to spare is 24.7 A; 1.6 times the 15 A branch is 24 A: 25 A.
    expect(netlist.parts.find(({ id }) => id === 'main-fuse-main-box')).toMatchObject({ spec: { ratingA: 25, style: 'blade' } });
    expect(netlist.wires.find(({ leg }) => leg === 'trunk')!.jobs).toEqual(['job-1', 'job-2']);
  });
  test('a project that keeps them apart gives each its own', () => {
    const list = route([job(), job({ id: 'job-2', name: 'Second' })], { settings: { ...design().settings, sharing: 'apart' } });
    expect(list).toContain('job-2-control-fuse.2 > sig-dash.3');
    expect(list).toContain('bat-main.+ > job-2-fuse.1');
  });
  test('where the house switches the ground side, the contact goes behind the coil', () => {
    const list = route([job()], { settings: { ...design().settings, coilSide: 'ground' } });
    expect(list).toContain('job-1-control-fuse.2 > job-1-relay.86');
    expect(list).toContain('job-1-relay.85 > sig-dash.1');
    expect(list).toContain('sig-dash.2 > gnd-box.G');
  });
  test.each<[string, Partial<ReturnType<typeof job>>, RegExp]>([
    ['87a on four pins', { when: not(on('key')), lost: 'on' }, /five-pin/],
    ['thirteen signals', { when: and(...Array.from({ length: 13 }, (_, at) => on(`many-${at}`))) }, /more than 12 signals/],
    ['what is set and reset by one signal', { when: held(on('start'), and(on('stop'), not(on('start')))) }, /works twice/],
    ['a toggle by a button that rests closed', { when: toggle(on('stop')) }, /rests closed/],
    ['a heater that turns both ways', { otherwise: { kind: 'reverse', when: on('dash') }, device: five }, /One motor/],
    ['a take-over on four pins', { otherwise: { kind: 'original-feed', signal: 'lamp-feed' } }, /five-pin/],
    ['a direct feed to ground and back', { device: { kind: 'direct', place: 'box' }, when: or(on('hot'), on('door')) }, /Use a relay/],
  ])('%s is refused in words', (_, changes, words) => {
    const many = Array.from({ length: 13 }, (_, at) => ({
      id: `many-${at}`,
      name: `feed ${at}`,
      place: 'dash',
      usual: false,
      nature: 'feed' as const,
      supply: 'main',
      limitA: 1,
      keyOn: false,
      starter: false,
      pulsed: false,
      filtered: false,
    }));
    const { netlist, unwired } = compile(design([job(changes)], { signals: [...design().signals, ...many] }));
    expect(unwired).toHaveLength(1);
    expect(unwired[0]!.reasons.map(({ message }) => message).join(' ')).toMatch(words);
    expect(netlist.wires).toHaveLength(0);
  });
  test('without a relay the load takes its current where the sentence says, or it is refused in words', () => {
    const aux = { ...design().supplies[0]!, id: 'aux', name: 'second battery' };
    const direct = { kind: 'direct', place: 'box' } as const;
    const said = (changes: Partial<ReturnType<typeof job>>) =>
      compile(design([job({ device: direct, when: on('key'), ...changes })], { supplies: [...design().supplies, aux] })).unwired.flatMap(
        ({ reasons }) => reasons.map(({ path, message }) => `${path}: ${message}`),
      );
    expect(said({})).toEqual([]);
    expect(said({ controlSupply: 'main' })).toEqual([]);
    expect(said({ supply: 'aux' }).join()).toMatch(/jobs\[0\]\.supply: key hangs on battery, and without a relay/);
    expect(said({ controlSupply: 'aux' }).join()).toMatch(/jobs\[0\]\.controlSupply: Without a relay there is no coil/);
  });
  test('what is no battery is not charged, nor a battery by alternating current', () => {
    const aux = { ...design().supplies[0]!, id: 'aux', name: 'second battery' };
    const said = (supplies: Design['supplies']) =>
      compile(design([job({ loads: [asCharged(job().loads[0]!, aux)] })], { supplies })).unwired.flatMap(
        ({ reasons }) => reasons[0]!.message,
      );
    const [main] = design().supplies as [Design['supplies'][number]];
    expect(said([main, aux])).toEqual([]);
    expect(said([main, asVariant(aux, 'mains-230')])).toEqual(['second battery is no battery: there is nothing to charge.']);
    expect(said([asVariant(main, 'mains-230'), aux])).toEqual(['battery is alternating: it charges no battery by a relay.']);
  });
  test('a battery that is charged has no second speed', () => {
    const aux = { ...design().supplies[0]!, id: 'aux', name: 'second battery' };
    const otherwise = { kind: 'slower', when: on('dash'), ohm: 1, endsItself: true } as const;
    const { unwired } = compile(
      design([job({ otherwise, loads: [asCharged(job().loads[0]!, aux)] })], { supplies: [...design().supplies, aux] }),
    );
    expect(unwired[0]!.reasons.map(({ message }) => message)).toContain('A battery that is charged has no second speed.');
  });
  test('a distance that nobody gave is asked for by name', () => {
    const { unwired } = compile(design([job()], { distances: [{ a: 'front', b: 'box', lengthM: 1, bundle: 1 }] }));
    expect(unwired[0]!.reasons.map(({ message }) => message)).toEqual([
      'How far is it from relay box to rear? Without that distance no wire can be sized.',
      'How far is it from relay box to dash? Without that distance no wire can be sized.',
    ]);
  });
});

describe('other ways', () => {
  const loads = (...names: string[]) => names.map((name, at) => ({ ...HEATER, id: `load-${at + 1}`, name }));

  test('either of two feeds: a fuse and a blocking diode each, and neither feeds the other', () => {
    const list = route([job({ when: or(on('key'), on('lamp-feed')) })]);
    expect(list).toContain('job-1-control-fuse.2 > job-1-feed-diode-1.A');
    expect(list).toContain('job-1-control-fuse-lamp-feed.2 > job-1-feed-diode-2.A');
    expect(list).toContain('job-1-feeds.1 > job-1-relay.86');
  });
  test('… or a helper each, where the house prefers relays', () => {
    const { netlist, wiring } = compile(
      design([job({ when: or(on('key'), on('lamp-feed')) })], { settings: { ...design().settings, feedsApart: 'relays' } }),
    );
    expect(wiring.get('job-1')).toBe('single-contact/contact-logic');
    expect(netlist.parts.filter((part) => part.kind === 'diode' && part.spec.inLine)).toEqual([]);
  });
  test('start and stop: the relay holds itself through a diode', () => {
    const list = route([job({ when: held(on('start'), on('stop')) })]);
    expect(list).toContain('sig-start.2 > job-1-hold.1');
    expect(list).toContain('job-1-hold.1 > sig-stop.1');
    expect(list).toContain('sig-stop.2 > job-1-relay.86');
    expect(list).toContain('job-1-relay.87 > job-1-hold-fuse.1');
    expect(list).toContain('job-1-hold-fuse.2 > job-1-hold-diode.A');
  });
  test('take-over: original feed on 87a, battery on 87, load on 30', () => {
    const list = route([job({ when: on('dash'), otherwise: { kind: 'original-feed', signal: 'lamp-feed' }, device: five })]);
    expect(list).toContain('job-1-fuse.2 > job-1-relay.87');
    expect(list).toContain('sig-lamp-feed.15 > job-1-relay.87a');
    expect(list).toContain('job-1-relay.30 > job-1-load-1-1.+');
  });
  test('reversing: 87 of both relays on the supply, 87a of both on ground, the motor between their 30s', () => {
    const motor = [{ ...HEATER, kind: 'motor' as const }];
    const list = route([job({ when: on('dash'), otherwise: { kind: 'reverse', when: on('second') }, loads: motor, device: five })]);
    for (const [relay, end] of [
      ['job-1-relay', '+'],
      ['job-1-relay-back', '-'],
    ]) {
      expect(list).toContain(`job-1-fuse.2 > ${relay}.87`);
      expect(list).toContain(`${relay}.87a > gnd-box.G`);
      expect(list).toContain(`${relay}.30 > job-1-load-1-1.${end}`);
    }
  });
  test('two poles share out two load lines, each behind its own fuse', () => {
    const list = route([
      job({ loads: loads('left', 'right'), device: { kind: 'relay', part: 'relay-12v-2x15a-8', socket: 'auto', place: 'box' } }),
    ]);
    expect(list).toContain('job-1-fuse.2 > job-1-relay.11');
    expect(list).toContain('job-1-relay.14 > job-1-load-1-1.+');
    expect(list).toContain('job-1-fuse-2.2 > job-1-relay.21');
    expect(list).toContain('job-1-relay.24 > job-1-load-2-1.+');
  });
  test('a battery that is charged has a fuse at its own end too', () => {
    const aux = { ...design().supplies[0]!, id: 'aux', name: 'second battery', place: 'rear' };
    const charge: Load = {
      id: 'aux',
      name: 'second battery',
      kind: 'battery',
      count: 1,
      supply: 'aux',
      plate: { unit: 'A', value: 20, ratedV: 12 },
      place: 'rear',
      series: 1,
      earth: 'none',
      important: true,
      ownCutOut: false,
      suppressed: false,
    };
    const list = route([job({ when: on('charging'), loads: [charge] })], { supplies: [...design().supplies, aux] });
    expect(list).toContain('job-1-relay.87 > job-1-aux-fuse.2');
    expect(list).toContain('job-1-aux-fuse.1 > bat-aux.+');
  });

  const RICH: Record<string, Partial<Job>> = {
    'held by itself': { when: held(on('start'), on('stop')) },
    'held by a two-pole helper': { when: and(on('key'), held(on('start'), on('hot'))) },
    'toggled by a button': { when: toggle(on('start')) },
    'on late and off late': { when: delay(on('dash'), 5, 30) },
    'taken over': { when: on('dash'), otherwise: { kind: 'original-feed', signal: 'lamp-feed' }, device: five },
    'changed over, on a feed': {
      when: on('dash'),
      supply: 'lamp-feed',
      otherwise: { kind: 'loads', loads: [{ ...HEATER, id: 'load-9' }] },
      device: five,
    },
    'two speeds': {
      when: and(on('key'), on('hot')),
      otherwise: { kind: 'slower', when: and(on('key'), on('door')), ohm: 1.2, endsItself: true },
      loads: [{ ...HEATER, kind: 'motor' }],
    },
    'both ways': {
      when: on('dash'),
      otherwise: { kind: 'reverse', when: on('second') },
      loads: [{ ...HEATER, kind: 'motor' }],
      device: five,
    },
    'by a controller': { when: and(on('pin'), on('key')) },
    'a lamp on two feeds, no relay': {
      when: or(on('key'), on('lamp-feed')),
      device: { kind: 'direct', place: 'box' },
      loads: [{ ...HEATER, kind: 'filament', plate: { unit: 'W', value: 5, ratedV: 12 } }],
    },
  };
  test.each(Object.entries(RICH))('%s: every wiring of it does what is said, in every state at every corner', (_, changes) => {
    const made = design([job(changes)]);
    const { wirings } = wiringsOf(made, made.jobs[0]!);
    expect(wirings.length).toBeGreaterThan(0);
    for (const { id } of wirings) {
      const evidence = gatherEvidence(design([job({ ...changes, way: id })]));
      expect(evidence.wiring.get('job-1')).toBe(id);
      const verdicts = jobVerdicts(evidence, evidence.jobs.get('job-1')!);
      expect([id, verdicts.filter(({ matches }) => !matches).map(({ words }) => words)]).toEqual([id, []]);
      expect(new Set(verdicts.map(({ meant }) => meant)).size).toBeGreaterThan(1);
    }
  });
  test('the latch remembers: with the same signals it is found on and off', () => {
    const evidence = gatherEvidence(design([job({ when: held(on('start'), on('stop')) })]));
    const own = evidence.jobs.get('job-1')!;
    const released = jobVerdicts(evidence, own).filter(({ state }) => state.on.size === 0 && state.corner === 'usual' && !state.othersOn);
    expect(own.sequential).toBe(true);
    expect(released.map(({ found }) => found).sort()).toEqual(['off', 'on']);
  });
});

describe('what a person wired otherwise', () => {
  test.each<[string, Job['edits'][0], RegExp]>([
    ['87 and 87a changed about', { kind: 'swap', part: 'job-1-relay', a: '87', b: '87a' }, /meant off, found on/],
    ['a coil wire left off', { kind: 'no-wire', wire: 'job-1/sig-dash.2>job-1-relay.86' }, /meant on, found off/],
    ['the fuse left out', { kind: 'leave-out', part: 'job-1-fuse' }, /meant on, found off/],
    ['what is not there', { kind: 'leave-out', part: 'nothing' }, /^$/],
  ])('%s is found', (_, edit, words) => {
    const evidence = gatherEvidence(design([job({ device: five, edits: [edit] })]));
    const [wrong] = jobVerdicts(evidence, evidence.jobs.get('job-1')!).filter(({ matches }) => !matches);
    expect(wrong?.words ?? '').toMatch(words);
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
    ['either of two feeds: a diode for each, no helper', or(on('key'), on('lamp-feed')), 0],
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
    const other = { ...job(), id: 'job-0', name: 'Other', when: on('second') };
    const after = wiresOf([other, job({ fuse: 20, wires: { 'to-relay': { sizeMm2: 10, colour: 'YE' } } })], {
      settings: { ...design().settings, sharing: 'apart' },
    });
    expect(after.filter((wire) => wire.job === 'job-1').map(({ id }) => id)).toEqual(before);
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
  const kinds = ['key', 'dash', 'hot', 'lamp-feed', 'door', 'start', 'stop', 'pressure', 'pin', 'warm', 'charging'];
  const given = (remembering: boolean) =>
    fc.record({
      when: fc.shuffledSubarray(kinds, { minLength: 1, maxLength: 4 }).chain((signals) => clauseOver(signals, remembering)),
      lost: fc.constantFrom('off' as const, 'on' as const),
      diode: fc.boolean(),
      chassis: fc.boolean(),
      coilSide: fc.constantFrom('positive' as const, 'ground' as const),
    });
  const holds = (
    { when, lost, diode, chassis, coilSide }: ReturnType<typeof given> extends fc.Arbitrary<infer T> ? T : never,
    seen: Set<string>,
  ) => {
    const settings = { ...design().settings, returnPath: chassis ? ('chassis' as const) : ('wire' as const), coilSide };
    const made = (way: string) => design([job({ when, lost, way, suppression: diode ? 'diode' : 'none', device: five })], { settings });
    const { signals, jobs } = made('auto');
    for (const { id } of wiringsOf(made('auto'), jobs[0]!).wirings) {
      seen.add(id);
      const evidence = gatherEvidence(made(id));
      const wrong = jobVerdicts(evidence, evidence.jobs.get('job-1')!).filter(({ matches }) => !matches);
      expect([id, writeWhen(when, signals), wrong.map(({ words }) => words)]).toEqual([id, writeWhen(when, signals), []]);
    }
  };
  test('any clause over any kinds of signals, in every wiring, state and corner (seed 1847)', () => {
    const seen = new Set<string>();
    fc.assert(
      fc.property(given(false), (each) => holds(each, seen)),
      { seed: 1847, numRuns: 120 },
    );
    expect([...seen].sort()).toEqual([
      'single-contact/contact-logic',
      'single-contact/diode-or',
      'single-contact/series',
      'single-contact/series-ground-side',
    ]);
  });
  test('any clause that remembers, walked from power-up (seed 1854)', () => {
    fc.assert(
      fc.property(given(true), (each) => holds(each, new Set())),
      { seed: 1854, numRuns: 120 },
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
              device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' },
              loads: [{ ...HEATER, count, important: true }],
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
