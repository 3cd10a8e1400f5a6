/**
 * Dangers that somebody might build, a face of a rule each: a design that has it, and the same with one thing as it should be.
 * Where a face has a limit, the pair stands a hair on either side of it.
 */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { parseDesignText } from '../project/parse.ts';
import type { OwnRelay } from '../kinds/catalogue/own-relay.ts';
import { beginOwn, withLabel } from '../kinds/catalogue/own-usual.ts';
import { asVariant } from '../kinds/supply/registry.ts';
import { SIGNALS, type Signal } from '../kinds/signal/registry.ts';
import { gatherEvidence } from '../analysis/evidence.ts';
import type { Design, Job } from '../project/schema.ts';
import type { Load } from '../kinds/load/registry.ts';
import { and, design, job, not, on, or, toggle } from '../testing/designs.ts';
import { OUTLET, adapter, mains, watts } from '../testing/mains.ts';
import { findNudge } from '../advice/nudge.ts';
import { applyPatches } from '../document/patch.ts';
import { checkEvidence } from './check.ts';

const battery = (changes: object): Partial<Design> => ({ supplies: [{ ...design().supplies[0]!, ...changes } as Design['supplies'][0]] });
const truck = { nominalV: 24, restV: 25.4, lowestV: 21, highestV: 29.6 };

const valve = (suppressed: boolean) => ({ ...watts('heater', 30, 12), kind: 'solenoid', name: 'valve', suppressed }) as Load;
/** 24 V switched by a relay whose coil is on 12 V. */
const onTruck = (line: Load, changes: Partial<Job> = {}, more: Partial<Design> = {}): Design =>
  design([job({ when: on('dash'), supply: 'truck', controlSupply: 'main', loads: [line], ...changes })], {
    supplies: [...design().supplies, { ...design().supplies[0]!, ...truck, id: 'truck', name: 'truck' } as Design['supplies'][0]],
    ...more,
  });
/** What names a part of one's own, and the project that brings it along. */
const byOwn = ({ id }: OwnRelay): Partial<Job> => ({ device: { kind: 'relay', part: id, socket: 'auto', place: 'box' } });
const withOwn = (part: OwnRelay): Partial<Design> => ({ parts: [part] });
const labelled = (label: string): Design => {
  const { part } = withLabel(beginOwn('two-pole', 'own', 'Own relay'), label);
  return mains(byOwn(part), {}, withOwn(part));
};
const solidTo = (ratedV: number): Design => {
  const begun = beginOwn('solid-dc', 'own', 'Own relay');
  const part: OwnRelay = { ...begun, solid: { ...begun.solid!, ratedV }, assumed: [] };
  return onTruck(watts('filament', 60, 24), byOwn(part), withOwn(part));
};
/** What the maker of its switches prints on them. */
const madeFor = (made: Design, printed: 'vehicle' | 'mains'): Design => ({
  ...made,
  signals: made.signals.map((signal) => (signal.nature === 'switch' ? { ...signal, madeFor: printed } : signal)),
});
/** A heater at the rear that a sensor there works, the rear being as hot as it is entered. */
const bySensor = (closesAt: number, opensAt: number, hottestC: number, when = on('eye'), fuseC = 150): Design => {
  const made = design();
  const eye: Signal = {
    ...{ id: 'eye', name: 'heat eye', place: 'rear', usual: false, nature: 'threshold', limitA: 2, output: 'contact' },
    ...{ watches: { quantity: 'temperature' }, closesAt, opensAt, delayS: 0 },
  };
  return design([job({ when, loads: [watts('heater', 60, 12)], insulation: 'glass', cutOut: { kind: 'thermal-fuse', opensAtC: fuseC } })], {
    signals: [...made.signals, eye],
    places: made.places.map((place) => (place.id === 'rear' ? { ...place, hottestC } : place)),
  });
};
/** A heater of the mains, its contactor held in by a cut-out at it. */
const heldIn = (changes: object): Design => {
  const guard = {
    ...{ id: 'guard', name: 'heat guard', place: 'rear', usual: true, nature: 'threshold', limitA: 5, output: 'contact' },
    ...{ closesAt: 100, opensAt: 120, delayS: 0 },
    ...('of' in changes ? {} : { watches: { quantity: 'temperature' } }),
    ...changes,
  } as unknown as Signal;
  return mains(
    {
      when: and(on('dash'), on('guard')),
      cutOut: { kind: 'contactor', part: 'contactor-230v-2x25a', signal: 'guard' },
      loads: [watts('heater', 1500, 230, { earth: 'wired' })],
    },
    {},
    { signals: [...design().signals, guard] },
  );
};
/** The same, with its heat regulated by one controller, and its cut-out the alarm contact of this one or of another. */
const alarmOf = (of: string): Design => {
  const made = heldIn({ closesAt: 180, opensAt: 190 });
  const [drive, other] = ['drive', 'other'].map((id) =>
    SIGNALS.regulator.begin({ id, name: `${id} controller`, place: 'box', usual: false }, 'outlet'),
  );
  return {
    ...made,
    signals: [
      ...made.signals.map((signal) => (signal.id === 'guard' ? ({ ...signal, alarmOf: of } as Signal) : signal)),
      { ...drive!, setC: 160 },
      { ...other!, setC: 160 },
    ],
    jobs: made.jobs.map((one) => ({ ...one, when: and(on('drive'), on('guard')) })),
  };
};
const byReed = (part: string, edits: Job['edits'] = []): Design =>
  design([job({ when: and(on('key'), or(on('pin'), on('dash'))), device: { kind: 'relay', part, socket: 'auto', place: 'box' }, edits })]);
const feedOf = (changes: object): Design =>
  design([job({ supply: 'key', when: on('dash') })], {
    signals: design().signals.map((signal) => (signal.id === 'key' ? ({ ...signal, ...changes } as Signal) : signal)),
  });
const exampleOf = (name: string): Design => {
  const parsed = parseDesignText(readFileSync(new URL(`../../../examples/circuits/${name}.json`, import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error(`${name} is no project`);
  return parsed.design;
};
const kilnWith = (changes: object): Design => {
  const made = exampleOf('20-kiln');
  return { ...made, signals: made.signals.map((signal) => (signal.nature === 'regulator' ? { ...signal, ...changes } : signal)) };
};
/** Two batteries joined by the key, of these cells, the second one where it gets so cold. */
const joinedOf = (first: string, second: string, coldestC: number): Design => {
  const made = exampleOf('11-split-charge-by-key');
  const [start, leisure] = made.supplies;
  return {
    ...made,
    supplies: [
      { ...start!, chemistry: first },
      { ...leisure!, chemistry: second },
    ] as Design['supplies'],
    places: made.places.map((place) => (place.id === leisure!.place ? { ...place, coldestC } : place)),
  };
};
const contactorOn = (current: 'ac' | 'dc', internalOhm = 0.1): Design =>
  mains(
    { device: { kind: 'relay', part: 'contactor-24vac-2x25a', socket: 'auto', place: 'box' } },
    {},
    { supplies: [...design().supplies, OUTLET, adapter({ current, internalOhm, nominalV: 24, restV: 24, lowestV: 22.8, highestV: 25.2 })] },
  );
const solid = { kind: 'relay', part: 'ssr-ac-25a', socket: 'auto', place: 'box' } as const;
/** A motor with a second speed through a resistor. */
const slowed = (ampere: number, ohm: number, endsItself: boolean, fuse: Job['fuse'] = 'auto'): Design =>
  design([job({ loads: [watts('motor', 12 * ampere, 12)], fuse, otherwise: { kind: 'slower', when: on('second'), ohm, endsItself } })]);
const switchedAt48 = (line: Load): Design =>
  design(
    [job({ when: on('dash'), device: { kind: 'direct', place: 'box' }, protection: 'high-breaking', loads: [line] })],
    battery({ nominalV: 48, restV: 50.8, lowestV: 42, highestV: 57.6 }),
  );
const changeover = (first: 'heater' | 'filament', then: 'heater' | 'filament'): Design =>
  design([
    job({
      when: on('dash'),
      loads: [watts(first, 40, 12)],
      otherwise: { kind: 'loads', loads: [watts(then, 40, 12, { id: 'load-2', name: 'other' })] },
      device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' },
    }),
  ]);
/** The load fed from the rear itself, its signal at the dash: only the way between them passes the hot box. */
const hotBetween = (hottestC: number): Design =>
  design([job({ when: on('second'), device: { kind: 'relay', part: 'relay-12v-30a-4', socket: 'auto', place: 'rear' } })], {
    places: design().places.map((place) => (place.id === 'box' ? { ...place, hottestC } : place)),
  });
const onCoil = (wires: Job['wires']): Design =>
  mains({
    controlSupply: 'same',
    device: { kind: 'relay', part: 'contactor-230v-2x25a', socket: 'auto', place: 'box' },
    breaks: 'both',
    wires,
  });

const boxed = (made: Design, place: string, box: 'plastic' | 'metal'): Design => ({
  ...made,
  places: made.places.map((one) => (one.id === place ? { ...one, box } : one)),
});
const metalBox = (edits: Job['edits']): Design => boxed(mains({ edits }), 'box', 'metal');
const twoHot = (protection: Job['protection']): Design =>
  mains(
    { protection, breaks: 'both', loads: [watts('filament', 300, 240, { earth: 'wired' })] },
    { nominalV: 240, restV: 240, lowestV: 228, highestV: 252, internalOhm: 0.2 },
  );
const heaters = (count: number): Design => {
  const made = mains();
  return {
    ...made,
    jobs: Array.from({ length: count }, (_, at) => ({
      ...made.jobs[0]!,
      id: `heater-${at}`,
      name: `heater ${at}`,
      loads: [watts('heater', 1000, 230, { earth: 'wired', ownCutOut: true })],
    })),
  };
};
/** A job of the mains by its coil, and a lamp at 12 V, on switches of their own or on one. */
const both = (when: Job['when']): Design => {
  const made = boxed(onCoil({}), 'dash', 'plastic');
  return { ...made, jobs: [...made.jobs, job({ id: 'lamp', name: 'Lamp', when, loads: [watts('filament', 10, 12)] })] };
};
/** A relay of 143 mA on an adapter of 200 mA, and a board of 50 mA and more that hangs on it or on a computer. */
const boardOn = (supply: string): Design =>
  design([job({ when: on('dash'), supply: 'main', controlSupply: 'twelve' })], {
    supplies: [...design().supplies, adapter({ id: 'twelve', name: 'twelve', ratedA: 0.2 })],
    controllers: [{ id: 'board', name: 'board', type: 'board-5v', place: 'box', supply, links: [], program: [] }],
  });

/** So many heaters of 18 A from one box to the rear, by wire that alone is just enough. */
const loom = (count: number): Design =>
  design(
    Array.from({ length: count }, (_, at) =>
      job({
        id: `job-${at}`,
        name: `heater ${at}`,
        when: on('dash'),
        loads: [watts('heater', 216, 12, { ownCutOut: true })],
        fuse: 25,
        wires: { 'load-load-1': { sizeMm2: 1.5 } },
      }),
    ),
    { settings: { ...design().settings, sharing: 'apart' } },
  );
/** The same, all but the first going on past the rear to the tail: no two of them begin and end alike. */
const passing = (count: number): Design => {
  const made = loom(count);
  const tail = { ...made.places.find(({ id }) => id === 'rear')!, id: 'tail', name: 'tail' };
  return {
    ...made,
    places: [...made.places, tail],
    distances: [...made.distances, { a: 'rear', b: 'tail', lengthM: 0.8, bundle: 1 }],
    jobs: made.jobs.map((one, at) => (at === 0 ? one : { ...one, loads: one.loads.map((load) => ({ ...load, place: 'tail' })) })),
  };
};
/** A lamp that a board turns on and off, so many seconds each. */
const blinking = (seconds: number, gpio = 'D5', type: 'board-5v' | 'board-3v3-radio' = 'board-5v'): Design =>
  design([job({ when: and(on('key'), on('pin')), operationsPerDay: 1, loads: [watts('filament', 60, 12)] })], {
    signals: design().signals.map((signal) =>
      signal.id === 'pin'
        ? ({
            ...signal,
            controller: 'board',
            gpio,
            volt: type === 'board-5v' ? 5 : 3.3,
            limitA: type === 'board-5v' ? 0.02 : 0.012,
          } as typeof signal)
        : signal,
    ),
    controllers: [
      {
        id: 'board',
        name: 'board',
        type,
        place: 'box',
        supply: 'usb',
        links: [],
        program: [
          {
            do: 'repeat',
            times: 0,
            steps: [
              { do: 'set', pin: 'pin', high: true },
              { do: 'wait', seconds },
              { do: 'set', pin: 'pin', high: false },
              { do: 'wait', seconds },
            ],
          },
        ],
      },
    ],
  });

const onTransformer = (current: 'ac' | 'dc'): Design =>
  design(
    [job({ when: on('dash'), controlSupply: 'tr', device: { kind: 'relay', part: 'relay-24v-20a-4', socket: 'auto', place: 'box' } })],
    {
      supplies: [
        ...design().supplies,
        adapter({ id: 'tr', name: 'transformer', nominalV: 24, current, restV: 24, lowestV: 22.8, highestV: 25.2 }),
      ],
    },
  );

const byPin = (when: Job['when']): Design =>
  design([job({ when, device: { kind: 'relay', part: 'relay-12v-40a-5', socket: 'auto', place: 'box' } })]);
/** A second battery behind a relay, on an alternator of so many amperes. */
const charged = (ratedA: number): Design => {
  const [main] = design().supplies;
  const alternator = { id: 'alt', name: 'alternator', kind: 'alternator', nominalV: 12, restV: 14.2, lowestV: 13, highestV: 14.8 } as const;
  return design(
    [
      job({
        when: on('dash'),
        supply: 'alt',
        controlSupply: 'main',
        loads: [{ ...watts('battery', 20, 12, { supply: 'aux' }), plate: { unit: 'A', value: 20, ratedV: 12 } } as Load],
        device: { kind: 'relay', part: 'relay-12v-40a-4', socket: 'auto', place: 'box' },
      }),
    ],
    {
      supplies: [main!, { ...alternator, internalOhm: 0.02, ratedA, place: 'front' }, { ...main!, id: 'aux', name: 'aux', place: 'rear' }],
    },
  );
};

const hotMains = (hottestC: number, boxM2 = 2): Design => {
  const made = mains({ device: { kind: 'relay', part: 'contactor-230v-2x25a', socket: 'auto', place: 'box' }, breaks: 'both' });
  return { ...made, places: made.places.map((place) => (place.id === 'box' ? { ...place, hottestC, boxM2 } : place)) };
};
const mainsIn = (boxM2: number): Design => {
  const made = mains();
  return { ...made, places: made.places.map((place) => (place.id === 'box' ? { ...place, boxM2 } : place)) };
};
const placeAt = (id: string, hottestC: number, made: Design): Design => ({
  ...made,
  places: made.places.map((place) => (place.id === id ? { ...place, hottestC } : place)),
});
/** Two batteries by a switch or a sensor; the second as flat, or the first, as it says. */
const joined = (when: Job['when'], aux: object, main: object = {}): Design => {
  const [first] = design().supplies;
  return design(
    [
      job({
        when,
        loads: [{ ...watts('battery', 20, 12, { supply: 'aux' }), plate: { unit: 'A', value: 24, ratedV: 12 } } as Load],
        device: { kind: 'relay', part: 'relay-12v-40a-4', socket: 'auto', place: 'box' },
      }),
    ],
    {
      supplies: [
        { ...first!, ...main } as Design['supplies'][0],
        { ...first!, id: 'aux', name: 'aux', place: 'rear', ...aux } as Design['supplies'][0],
      ],
    },
  );
};
/** A board on a supply of so many volts at the most, in air so hot. */
const boardFed = (highestV: number, hottestC = 20): Design => {
  const made = blinking(60);
  return {
    ...made,
    places: made.places.map((place) => (place.id === 'box' ? { ...place, hottestC } : place)),
    supplies: [...made.supplies, adapter({ id: 'feed', name: 'feed', nominalV: 12, current: 'dc', restV: 12, lowestV: 11, highestV })],
    controllers: made.controllers.map((board) => ({ ...board, supply: 'feed' })),
  };
};
const boxOf = (boxM2: number): Design => {
  const made = boxed(design([job({ loads: [watts('heater', 200, 12)] })]), 'box', 'plastic');
  return { ...made, places: made.places.map((place) => (place.id === 'box' ? { ...place, boxM2 } : place)) };
};
const boardInBox = (highestV: number): Design => {
  const made = boxed(boardFed(highestV), 'box', 'plastic');
  return { ...made, places: made.places.map((place) => (place.id === 'box' ? { ...place, boxM2: 0.07 } : place)) };
};
/** So many flat batteries behind one relay, on a switch that is off until something charges. */
const twoFlat = (count: number): Design => {
  const flat = { lowestV: 12, highestV: 12.9, internalOhm: 0.12 };
  const made = joined(on('dash'), flat);
  const second = { ...made.supplies[1]!, id: 'aux-two', name: 'aux two' };
  return {
    ...made,
    supplies: count > 1 ? [...made.supplies, second] : made.supplies,
    jobs: made.jobs.map((one) => ({
      ...one,
      loads: count > 1 ? [...one.loads, { ...one.loads[0]!, id: 'load-2', supply: 'aux-two' } as Load] : one.loads,
    })),
  };
};
const relayIn = (hottestC: number): Design => placeAt('box', hottestC, design([job({})]));

const dividedFrom12 = (divider: { upperOhm: number; lowerOhm: number }): Design => {
  const made = blinking(60);
  const link = { name: 'key sensed', fromV: 12 as const, toV: 5 as const, divider };
  return { ...made, controllers: made.controllers.map((board) => ({ ...board, links: [link] })) };
};

/** A lamp that a fed receiver lights, on a supply of a variant. */
const heard = (variant: string, radio: object, supply: object = {}): Design => {
  const { signals, supplies } = design();
  const bare = { id: 'radio', name: 'gate radio', place: 'dash', usual: false, nature: 'receiver', limitA: 5, afterCut: 'off' };
  return design([job({ when: on('radio'), loads: [watts('filament', 10, variant.endsWith('24') ? 24 : 12)] })], {
    supplies: supplies.map((one) => ({ ...asVariant(one, variant), ...supply }) as Design['supplies'][0]),
    signals: [...signals, { ...bare, fedBy: 'main', ...radio } as Design['signals'][0]],
  });
};

interface Face {
  readonly rule: string;
  readonly says: string;
  readonly fails: 'danger' | 'caution';
  readonly bad: () => Design;
  readonly good: () => Design;
  /** Part of what is said of the bad one. */
  readonly words: RegExp;
}

const FACES: readonly Face[] = [
  {
    rule: 'pin-taken',
    says: 'a pin that the program memory of a board with radio hangs on',
    fails: 'danger',
    words: /G7 is where board keeps its program/,
    bad: () => blinking(60, 'G7', 'board-3v3-radio'),
    good: () => blinking(60, 'G21', 'board-3v3-radio'),
  },
  {
    rule: 'divider-out-of-range',
    says: 'a 12 V level of a vehicle on a divider that was reckoned for 12 V',
    fails: 'caution',
    words: /at worst 6\.\d+ V; the input bears 5\.30 V/,
    bad: () => dividedFrom12({ upperOhm: 4700, lowerOhm: 3300 }),
    good: () => dividedFrom12({ upperOhm: 3900, lowerOhm: 1800 }),
  },
  {
    rule: 'charge-current',
    says: 'a flat second battery behind a full alternator',
    fails: 'caution',
    words: /battery full and aux flat: up to 34\.\d A through a way of 30 A/,
    bad: () => joined(on('dash'), { lowestV: 10.5, highestV: 12.9, internalOhm: 0.07 }),
    good: () => joined(on('dash'), { lowestV: 12.5, highestV: 12.9, internalOhm: 0.07 }),
  },
  {
    rule: 'charge-current',
    says: 'backwards with the key on and nothing charging: a full second battery into a flat first',
    fails: 'caution',
    words: /aux full and battery flat/,
    bad: () => joined(on('key'), { lowestV: 14, highestV: 14.8, restV: 14.4, internalOhm: 0.09 }, { lowestV: 9.5, highestV: 14.4 }),
    good: () => joined(on('key'), { lowestV: 14, highestV: 14.8, restV: 14.4, internalOhm: 0.3 }, { lowestV: 9.5, highestV: 14.4 }),
  },
  {
    rule: 'part-air',
    says: 'a plug-in relay beside the exhaust',
    fails: 'danger',
    words: /sits in 86 °C; it bears 85 °C/,
    bad: () => relayIn(86),
    good: () => relayIn(85),
  },
  {
    // 2.43 W in 0.004 m²: 110 K. So much heat is no reason to hold.
    rule: 'part-air',
    says: 'a relay in a box of a matchbox',
    fails: 'danger',
    words: /sits in 150 °C; it bears 60 °C/,
    bad: () => mainsIn(0.004),
    good: () => mainsIn(2),
  },
  {
    rule: 'part-air',
    says: 'a dash switch beside a stove pipe',
    fails: 'danger',
    words: /S2 sits in 86 °C; it bears 85 °C/,
    bad: () => placeAt('dash', 86, design([job({ when: on('dash') })])),
    good: () => placeAt('dash', 85, design([job({ when: on('dash') })])),
  },
  {
    rule: 'part-air',
    says: 'a small supply in hot air',
    fails: 'danger',
    words: /isolated supply|sits in 61 °C; it bears 60 °C/,
    bad: () => placeAt('rear', 61, mains({}, {}, { supplies: [...mains().supplies.slice(0, 2), adapter({ place: 'rear' })] })),
    good: () => placeAt('rear', 60, mains({}, {}, { supplies: [...mains().supplies.slice(0, 2), adapter({ place: 'rear' })] })),
  },
  {
    // 2.43 W in a box of 0.1 m²: 2.43/(5.5 · 0.1) = 4.4 K; a power relay bears 60 °C.
    rule: 'part-air',
    says: 'a relay that its own box warms past what it bears',
    fails: 'danger',
    words: /sits in 6[1-3] °C; it bears 60 °C/,
    bad: () => placeAt('box', 57, mains()),
    good: () => placeAt('box', 55, mains()),
  },
  {
    rule: 'part-air',
    says: 'a contactor in a loft at 61 °C',
    fails: 'danger',
    words: /bears 60 °C/,
    bad: () => hotMains(61),
    good: () => hotMains(59),
  },
  {
    rule: 'box-heat',
    says: 'a relay, a fuse and a coil in a box of a cigarette packet',
    fails: 'caution',
    words: /warmer than its room/,
    bad: () => boxOf(0.04),
    good: () => boxOf(0.2),
  },
  {
    rule: 'box-heat',
    says: 'a board on 20 V in a small closed box: its regulator alone warms it',
    fails: 'caution',
    words: /warmer than its room/,
    bad: () => boardInBox(20),
    good: () => boardInBox(8),
  },
  {
    rule: 'charge-current',
    says: 'two flat batteries behind one contact, each of which would do',
    fails: 'caution',
    words: /battery full and aux( two)? flat: up to/,
    bad: () => twoFlat(2),
    good: () => twoFlat(1),
  },
  {
    rule: 'board-regulator',
    says: 'a board on a truck: more volts than its regulator bears',
    fails: 'danger',
    words: /hangs on 20\.10 V; its regulator bears 20\.00 V/,
    bad: () => boardFed(20.1),
    good: () => boardFed(20),
  },
  {
    rule: 'board-regulator',
    says: 'a board on 20 V in hot air',
    fails: 'danger',
    words: /regulator burns 750 mW and reaches 128 °C of 125 °C/,
    bad: () => boardFed(20, 90),
    good: () => boardFed(20, 60),
  },
  {
    rule: 'load-wrong-voltage',
    says: 'a 12 V lamp on the 24 V of a truck',
    fails: 'danger',
    words: /made for 12\.00 V and gets up to 2[89]/,
    bad: () =>
      design(
        [job({ loads: [watts('filament', 21, 12)], device: { kind: 'relay', part: 'relay-24v-20a-5', socket: 'auto', place: 'box' } })],
        battery(truck),
      ),
    good: () =>
      design(
        [job({ loads: [watts('filament', 21, 24)], device: { kind: 'relay', part: 'relay-24v-20a-5', socket: 'auto', place: 'box' } })],
        battery(truck),
      ),
  },
  {
    rule: 'load-wrong-voltage',
    says: 'a 24 V pump on 12 V, which stalls',
    fails: 'caution',
    words: /made for 24\.00 V; battery has as little as 10\.5/,
    bad: () => design([job({ loads: [watts('motor', 40, 24)] })]),
    good: () => design([job({ loads: [watts('motor', 40, 13.5)] })]),
  },
  {
    rule: 'load-wrong-voltage',
    says: 'a heater of 120 V on 230 V',
    fails: 'danger',
    words: /made for 120 V/,
    bad: () => mains({ loads: [watts('heater', 500, 120, { earth: 'wired', ownCutOut: true })] }),
    good: () => mains({ loads: [watts('heater', 500, 230, { earth: 'wired', ownCutOut: true })] }),
  },
  {
    // +10 %: 253 V on a plate of 230 V is the limit itself.
    rule: 'load-wrong-voltage',
    says: 'a plate of 228 V, a hair too low for 253 V',
    fails: 'caution',
    words: /made for 228/,
    bad: () => mains({ loads: [watts('filament', 10, 228, { earth: 'wired' })] }),
    good: () => mains({ loads: [watts('filament', 10, 230, { earth: 'wired' })] }),
  },
  {
    rule: 'fed-wrong-voltage',
    says: 'a receiver for 12 V on a truck’s 24 V',
    fails: 'danger',
    words: /gate radio is made for 12 V⎓ and gets up to 29/,
    bad: () => heard('battery-24', { ownSupply: 'dc-12' }),
    good: () => heard('battery-24', { ownSupply: 'dc-24' }),
  },
  {
    rule: 'fed-wrong-voltage',
    says: 'a receiver for 10 to 30 V a hair over and under both its ends',
    fails: 'danger',
    words: /made for 10 to 30 V⎓ and gets up to 30\.10 V/,
    bad: () => heard('battery-24', { ownSupply: 'dc-10-30' }, { highestV: 30.1 }),
    good: () => heard('battery-24', { ownSupply: 'dc-10-30' }, { highestV: 30, lowestV: 10 }),
  },
  {
    rule: 'fed-wrong-voltage',
    says: 'a receiver for 10 to 30 V on a battery that falls under it',
    fails: 'caution',
    words: /as little as 9\.9/,
    bad: () => heard('battery-12', { ownSupply: 'dc-10-30' }, { lowestV: 9.9 }),
    good: () => heard('battery-12', { ownSupply: 'dc-10-30' }, { lowestV: 10 }),
  },
  {
    rule: 'fed-wrong-voltage',
    says: 'a receiver for the mains on a battery',
    fails: 'danger',
    words: /made for 230 V~; .* gives direct current/,
    bad: () => heard('battery-12', { ownSupply: 'ac-230' }),
    good: () => heard('battery-12', {}),
  },
  {
    rule: 'protection-unsuited',
    says: 'a blade fuse on the mains',
    fails: 'danger',
    words: /breaks up to 32\.00 V/,
    bad: () => mains({ protection: 'blade' }),
    good: () => mains({ protection: 'plug' }),
  },
  {
    rule: 'protection-unsuited',
    says: 'a breaker of a house on a battery',
    fails: 'danger',
    words: /not made for direct current/,
    bad: () => design([job({ protection: 'breaker-b' })]),
    good: () => design([job({ protection: 'breaker' })]),
  },
  {
    // 12.7 V over R_i and 0.15 m of lead against 1 kA · 32/12.7 = 2.52 kA: the limit is near 2 mΩ.
    rule: 'protection-unsuited',
    says: 'a blade fuse on a bank that gives a little more than it breaks',
    fails: 'caution',
    words: /it can break 2\.52 kA/,
    bad: () => design([job()], battery({ internalOhm: 0.002 })),
    good: () => design([job()], battery({ internalOhm: 0.0025 })),
  },
  {
    rule: 'protection-unsuited',
    says: 'a blade fuse straight on a bank of lithium cells',
    fails: 'danger',
    words: /draws 6\.\d+ kA|draws 5\.\d+ kA/,
    bad: () => design([job({ fuseLeadM: 0.05 })], battery({ internalOhm: 0.0012 })),
    good: () => design([job({ fuseLeadM: 0.05 })], battery({ internalOhm: 0.006 })),
  },
  {
    rule: 'fails-closed-no-cutout',
    says: 'a heat lamp over straw, which is a lamp by its contact and a heater by its fire',
    fails: 'danger',
    words: /welds, and nothing else ends the heat/,
    bad: () => mains({ loads: [watts('heat-lamp', 250, 230, { earth: 'wired' })] }),
    good: () => mains({ loads: [watts('heat-lamp', 250, 230, { earth: 'wired' })], cutOut: { kind: 'thermal-fuse', opensAtC: 60 } }),
  },
  {
    // 10 A of blower behind 1 Ω: turning it makes 45 W of heat, blocked the resistor has nearly all of 14.8 V.
    rule: 'slow-resistor-blocked',
    says: 'a blower that leaves block at its slow speed',
    fails: 'danger',
    words: /is blocked at its slow speed, R1 makes 1\d\d W in air that stands, and nothing ends it/,
    bad: () => slowed(10, 1, false),
    good: () => slowed(10, 1, true),
  },
  {
    rule: 'slow-resistor-blocked',
    says: 'a small fan whose fuse opens, and the same behind a larger one',
    fails: 'caution',
    words: /R1 makes \d\d(\.\d)? W in air that stands/,
    bad: () => slowed(3, 2, false, 10),
    good: () => slowed(3, 2, false, 3),
  },
  {
    rule: 'fails-closed-no-cutout',
    says: 'a mains heater behind contacts of metal, which weld',
    fails: 'danger',
    words: /welds, and nothing else ends the heat/,
    bad: () => mains({ loads: [watts('heater', 1000, 230, { earth: 'wired' })] }),
    good: () => mains({ loads: [watts('heater', 1000, 230, { earth: 'wired', ownCutOut: true })] }),
  },
  {
    // At 14.8 V less what is lost on the way a plate of 72 W is 99 W, one of 75 W is 103 W.
    rule: 'fails-closed-no-cutout',
    says: 'a heater of more than 100 W at 12 V',
    fails: 'caution',
    words: /go on heating and nothing ends it/,
    bad: () => design([job({ loads: [watts('heater', 75, 12)] })]),
    good: () => design([job({ loads: [watts('heater', 72, 12)] })]),
  },
  {
    rule: 'cut-out-unsuited',
    says: 'a thermal fuse that opens above what its wires bear',
    fails: 'danger',
    words: /wires on the heater bear 60/,
    bad: () => mains({ loads: [watts('heater', 1000, 230, { earth: 'wired' })], cutOut: { kind: 'thermal-fuse', opensAtC: 61 } }),
    good: () => mains({ loads: [watts('heater', 1000, 230, { earth: 'wired' })], cutOut: { kind: 'thermal-fuse', opensAtC: 60 } }),
  },
  {
    rule: 'set-point-hotter',
    says: 'a sensor that heats a place hotter than it is entered',
    fails: 'caution',
    words: /heats rear to 55/,
    bad: () => bySensor(48, 55, 54),
    good: () => bySensor(48, 55, 55),
  },
  {
    rule: 'set-point-hotter',
    says: 'a sensor that is on when it is hot, and heats while it is not',
    fails: 'caution',
    words: /heats rear to 55/,
    bad: () => bySensor(55, 48, 54, not(on('eye'))),
    good: () => bySensor(55, 48, 55, not(on('eye'))),
  },
  {
    // It lets go at 70 °C: a fuse of 79 °C opens in ordinary use.
    rule: 'cut-out-unsuited',
    says: 'a thermal fuse close above what its sensor heats to',
    fails: 'caution',
    words: /opens at 79.*70/,
    bad: () => bySensor(60, 70, 70, on('eye'), 79),
    good: () => bySensor(60, 70, 70, on('eye'), 80),
  },
  {
    rule: 'cut-out-unsuited',
    says: 'a thermal fuse that the air beside the stove opens',
    fails: 'caution',
    words: /opens at 84.*75.*hottest air/,
    bad: () => bySensor(60, 70, 75, on('eye'), 84),
    good: () => bySensor(60, 70, 75, on('eye'), 85),
  },
  {
    // 230 V · 1.1 over 17 Ω is 14.9 A; a thermal fuse carries 15 A.
    rule: 'cut-out-unsuited',
    says: 'a thermal fuse that carries more than it is made for',
    fails: 'danger',
    words: /thermal fuses are made for 15/,
    bad: () =>
      mains({
        loads: [watts('heater', 3400, 230, { earth: 'wired' })],
        insulation: 'glass',
        cutOut: { kind: 'thermal-fuse', opensAtC: 90 },
      }),
    good: () =>
      mains({
        loads: [watts('heater', 3000, 230, { earth: 'wired' })],
        insulation: 'glass',
        cutOut: { kind: 'thermal-fuse', opensAtC: 90 },
      }),
  },
  {
    rule: 'cut-out-unsuited',
    says: 'a contactor whose cut-out waits before it opens',
    fails: 'danger',
    words: /waits 11 s before it opens/,
    bad: () => heldIn({ delayS: 11 }),
    good: () => heldIn({ delayS: 10 }),
  },
  {
    rule: 'cut-out-unsuited',
    says: 'a contactor on what feels no heat',
    fails: 'danger',
    words: /feels something else than heat/,
    bad: () => heldIn({ nature: 'quantity', of: 'humidity', closesAt: 40, opensAt: 60 }),
    good: () => heldIn({}),
  },
  {
    rule: 'cut-out-unsuited',
    says: 'a contactor on the alarm contact of the controller that regulates',
    fails: 'danger',
    words: /is a contact of the controller that is to be watched over/,
    bad: () => alarmOf('drive'),
    good: () => alarmOf('other'),
  },
  {
    rule: 'coil-wrong-voltage',
    says: 'a power relay with a coil for direct current on a transformer of the same volts',
    fails: 'danger',
    words: /K1 has a coil for direct current, and adapter gives alternating/,
    bad: () => mains({}, {}, { supplies: [...design().supplies, OUTLET, adapter({ current: 'ac' })] }),
    good: () => mains({}, {}, { supplies: [...design().supplies, OUTLET, adapter()] }),
  },
  {
    rule: 'coil-wrong-voltage',
    says: 'a contactor for alternating current on a direct supply of the same volts',
    fails: 'danger',
    words: /K1 has a coil for alternating current, and adapter gives direct/,
    bad: () => contactorOn('dc'),
    good: () => contactorOn('ac'),
  },
  {
    rule: 'coil-wrong-voltage',
    says: 'the input of a solid-state relay on a transformer',
    fails: 'danger',
    words: /K1 has an input for direct current, and adapter gives alternating/,
    bad: () => mains({ device: solid }, {}, { supplies: [...design().supplies, OUTLET, adapter({ current: 'ac' })] }),
    good: () => mains({ device: solid }, {}, { supplies: [...design().supplies, OUTLET, adapter({ lowestV: 11, highestV: 13 })] }),
  },
  {
    rule: 'thermocouple-polarity',
    says: 'a kiln that its thermocouple does not bear',
    fails: 'danger',
    words: /a thermocouple of type J is for 750 °C, and 751 °C is set/,
    bad: () => kilnWith({ thermocouple: 'J', setC: 751 }),
    good: () => kilnWith({ thermocouple: 'J', setC: 750 }),
  },
  {
    rule: 'batteries-unlike',
    says: 'a lead and a lithium battery behind one contact',
    fails: 'danger',
    words: /are joined, and one of them is lithium/,
    bad: () => joinedOf('flooded', 'lithium', 5),
    good: () => joinedOf('flooded', 'agm', 5),
  },
  {
    rule: 'batteries-unlike',
    says: 'a lithium battery on a lead one, the other way about',
    fails: 'danger',
    words: /are joined, and one of them is lithium/,
    bad: () => joinedOf('lithium', 'agm', 5),
    good: () => joinedOf('lithium', 'lithium', 5),
  },
  {
    rule: 'batteries-unlike',
    says: 'lithium that is charged in frost',
    fails: 'danger',
    words: /is charged in frost: .* −1 °C/,
    bad: () => joinedOf('lithium', 'lithium', -1),
    good: () => joinedOf('lithium', 'lithium', 0),
  },
  {
    // 72 Ω at 22.8 V behind R Ω: as it pulls in 7.2 Ω stand against R, and 19.2 V are needed: R + what the way has may be 1.35 Ω.
    rule: 'coil-pull-in-low-battery-hot',
    says: 'a contactor for alternating current on a small transformer, which sags as it pulls in',
    fails: 'caution',
    words: /K1 gets 1[0-8](\.\d+)? V as it pulls in at 22\.8/,
    bad: () => contactorOn('ac', 1.4),
    good: () => contactorOn('ac', 1),
  },
  {
    // 96 W at 12 V are 8 A, 9.9 A at the highest.
    rule: 'signal-current-over',
    says: 'a feed whose own fuse is less than what one is said to take from it',
    fails: 'danger',
    words: /key may give 5 A and is asked for/,
    bad: () => feedOf({ limitA: 20, fuseA: 5 }),
    good: () => feedOf({ limitA: 20, fuseA: 15 }),
  },
  {
    rule: 'helper-over-contact',
    says: 'coil and load changed about at a relay: the contact of a reed carries the load',
    fails: 'danger',
    words: /K1\.1 14, which feeds a coil, carries \d+(\.\d+)? A of 500 mA/,
    bad: () => byReed('relay-12v-40a-4', [{ kind: 'swap', part: 'job-1-relay', a: '86', b: '30' }]),
    good: () => byReed('relay-12v-40a-4'),
  },
  {
    rule: 'disconnection-time',
    says: 'a D breaker on a long loop with no residual-current protection',
    fails: 'danger',
    words: /does not open at once/,
    bad: () => mains({ protection: 'breaker-d', fuse: 32 }, { rcd: false }),
    good: () => mains({ protection: 'breaker-b', fuse: 32 }, { rcd: false }),
  },
  {
    rule: 'residual-missing',
    says: 'an outlet without residual-current protection',
    fails: 'caution',
    words: /has no residual-current protection/,
    bad: () => mains({}, { rcd: false }),
    good: () => mains({}, { rcd: true }),
  },
  {
    rule: 'residual-missing',
    says: 'the same in the wet',
    fails: 'danger',
    words: /rear is wet/,
    bad: () =>
      mains({}, { rcd: false }, { places: mains().places.map((place) => (place.id === 'rear' ? { ...place, wet: true } : place)) }),
    good: () =>
      mains(
        {},
        { rcd: true },
        {
          checked: ['supplies.outlet.rcd'],
          places: mains().places.map((place) => (place.id === 'rear' ? { ...place, wet: true } : place)),
        },
      ),
  },
  {
    // 14.8 V + I_0 · 680 Ω: 0.215 A · 680 Ω = 146 V on a transistor of 40 V.
    rule: 'driver-over-voltage',
    says: 'a resistor across a coil that a small transistor turns off',
    fails: 'danger',
    words: /when K1 is switched off it gets 1\d\d/,
    bad: () => design([job({ when: and(on('key'), on('pin')), suppression: 'resistor' })]),
    good: () => design([job({ when: and(on('key'), on('pin')), suppression: 'diode' })]),
  },
  {
    rule: 'motor-stall',
    says: 'fans on a fuse that was made larger',
    fails: 'caution',
    words: /F1 of 40 A lets it burn/,
    bad: () => design([job({ loads: [watts('motor', 110, 12)], fuse: 40 })]),
    good: () => design([job({ loads: [watts('motor', 110, 12)] })]),
  },
  {
    rule: 'motor-stall',
    says: 'a fan that never runs as it is wired, by its plate',
    fails: 'caution',
    words: /blocked it draws 35\.3 A/,
    // 12.7 V over 12²/100 Ω are 8.8 A; four times that are below 1.35 · 30 A.
    bad: () => design([job({ loads: [watts('motor', 100, 12)], fuse: 30, edits: [{ kind: 'leave-out', part: 'job-1-relay' }] })]),
    good: () => design([job({ loads: [watts('motor', 100, 12)], edits: [{ kind: 'leave-out', part: 'job-1-relay' }] })]),
  },
  {
    // 9 A at 12 V, 9.5 A at 12.7: four times that are 37 A; a blade of 30 A opens at 40.5 A for certain, one of 25 A at 33.8.
    rule: 'motor-stall',
    says: 'one that takes the least when it stands still, behind a fuse larger than its start asks for',
    fails: 'caution',
    words: /blocked it draws 3[67](\.\d)? A, and F1 of 30 A lets it burn/,
    bad: () => design([job({ loads: [watts('motor', 108, 12)], fuse: 30 })]),
    good: () => design([job({ loads: [watts('motor', 108, 12)], fuse: 25 })]),
  },
  {
    rule: 'motor-stall',
    says: 'one of two fans that is blocked while the other runs',
    fails: 'caution',
    words: /E1\.[12] heater is blocked/,
    bad: () => design([job({ loads: [watts('motor', 55, 12, { count: 2 })], fuse: 30 })]),
    good: () =>
      design([
        job({ loads: [watts('motor', 55, 12, { count: 2, ownCutOut: true }), watts('heater', 10, 12, { id: 'load-2' })], fuse: 30 }),
      ]),
  },
  {
    // 12.7 V − I · 6 mΩ against 7.2 V · (1 + 0.00393 · (30 + 45 · (12.7/12)²) K) = 9.48 V at the coil.
    rule: 'coil-drops-out-cranking',
    says: 'a relay that lets go while the engine is cranked',
    fails: 'caution',
    words: /may let go below 9\.48 V/,
    bad: () => design([job()], battery({ crankA: 560 })),
    good: () => design([job()], battery({ crankA: 480 })),
  },
  {
    // From the dash to the rear a wire goes by the box; in its heat 1 mm² bears less.
    rule: 'wire-insulation-temperature',
    says: 'a wire that goes by a hot place between two cool ones',
    fails: 'danger',
    words: /lies in 110/,
    bad: () => hotBetween(110),
    good: () => hotBetween(100),
  },
  {
    rule: 'wire-insulation-temperature',
    says: 'mains wires sized as wire of a vehicle, made for 60 V',
    fails: 'danger',
    words: /carries 253 V.*vehicle wire, which is made for 60/,
    bad: () => mains({}, {}, { settings: { ...mains().settings, mainsFamily: 'vehicle-85' } }),
    good: () => mains({}, {}, { settings: { ...mains().settings, mainsFamily: 'cord' } }),
  },
  {
    rule: 'contact-voltage',
    says: 'a relay for 12 V that breaks 24 V',
    fails: 'danger',
    words: /made for 16\.00 V: at 29\.60 V it breaks 15 A/,
    bad: () => onTruck(watts('heater', 310, 24, { ownCutOut: true })),
    good: () => onTruck(watts('heater', 280, 24, { ownCutOut: true })),
  },
  {
    rule: 'contact-voltage',
    says: 'a contact whose label names less than the mains',
    fails: 'danger',
    words: /made for 229 V of alternating current and holds off 230 V/,
    bad: () => labelled('10 A 229 V~'),
    good: () => labelled('10 A 230 V~'),
  },
  {
    rule: 'contact-voltage',
    says: 'a solid-state relay that holds off less than the battery has while it charges',
    fails: 'danger',
    words: /made for 29\.50 V of direct current and holds off 29\.60 V/,
    bad: () => solidTo(29.5),
    good: () => solidTo(29.6),
  },
  {
    rule: 'contact-voltage',
    says: 'a switch of a vehicle in the line to a mains coil',
    fails: 'danger',
    words: /made for 32\.00 V of alternating current and has 230 V on it/,
    bad: () => madeFor(onCoil({}), 'vehicle'),
    good: () => madeFor(onCoil({}), 'mains'),
  },
  {
    rule: 'contact-voltage',
    says: 'a switch of a vehicle that breaks a load of 48 V by itself',
    fails: 'danger',
    words: /made for 32\.00 V: at 57\.60 V it breaks 800 mA, and/,
    bad: () => madeFor(switchedAt48(watts('filament', 33, 48)), 'vehicle'),
    good: () => madeFor(switchedAt48(watts('filament', 31, 48)), 'vehicle'),
  },
  {
    rule: 'heat-at-rest',
    says: 'a heater that is on when its signal is lost',
    fails: 'danger',
    words: /heats with every signal at rest or lost/,
    bad: () => design([job({ lost: 'on', device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' } })]),
    good: () => design([job({ lost: 'off', device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' } })]),
  },
  {
    rule: 'heat-at-rest',
    says: 'a heater on the resting throw, while a lamp is on the other',
    fails: 'danger',
    words: /heats with every signal at rest or lost/,
    bad: () => changeover('filament', 'heater'),
    good: () => changeover('heater', 'filament'),
  },
  {
    rule: 'load-no-suppression',
    says: 'a valve behind a solid-state relay for direct current',
    fails: 'danger',
    words: /its current has nowhere to go/,
    bad: () =>
      design([
        job({ loads: [valve(false)], device: { kind: 'relay', part: 'ssr-dc-40a', socket: 'auto', place: 'box' }, cooling: 'fins' }),
      ]),
    good: () =>
      design([job({ loads: [valve(true)], device: { kind: 'relay', part: 'ssr-dc-40a', socket: 'auto', place: 'box' }, cooling: 'fins' })]),
  },
  {
    rule: 'load-no-suppression',
    says: 'a valve behind a contact of metal',
    fails: 'caution',
    words: /its current has nowhere to go/,
    bad: () => design([job({ loads: [valve(false)] })]),
    good: () => design([job({ loads: [valve(true)] })]),
  },
  {
    rule: 'colour-reserved',
    says: 'a live wire of the mains in blue',
    fails: 'danger',
    words: /is blue, and live/,
    bad: () => mains({ wires: { 'load-load-1': { colour: 'BU' } } }),
    good: () => mains({ wires: { 'load-load-1': { colour: 'BK' } } }),
  },
  {
    rule: 'colour-reserved',
    says: 'a neutral in green-yellow',
    fails: 'danger',
    words: /is green with yellow, and the way back/,
    bad: () => mains({ wires: { 'return-load-1': { colour: 'GN/YE' } } }),
    good: () => mains({ wires: { 'return-load-1': { colour: 'BU' } } }),
  },
  {
    rule: 'colour-reserved',
    says: 'an earth conductor in black',
    fails: 'danger',
    words: /is black, and earth/,
    bad: () => mains({ wires: { 'earth-load-1': { colour: 'BK' } } }),
    good: () => mains(),
  },
  {
    // A coil on the mains: its feed is live, and the app once made it blue.
    rule: 'colour-reserved',
    says: 'the control side of a relay with a coil for the mains, in blue',
    fails: 'danger',
    words: /is blue, and live/,
    bad: () => onCoil({ 'control-feed': { colour: 'BU' } }),
    good: () => onCoil({}),
  },
  {
    // 1000 W at 253 V less the loop’s drop are 4.7 A: two are 9.4 A, three 14 A.
    rule: 'supply-overload',
    says: 'three heaters on one outlet',
    fails: 'danger',
    words: /outlet gives 13 A; all on, it is asked for 14/,
    bad: () => heaters(3),
    good: () => heaters(2),
  },
  {
    rule: 'supply-overload',
    says: 'a board on the adapter that its relays fill already',
    fails: 'danger',
    words: /twelve gives 200 mA/,
    bad: () => boardOn('twelve'),
    good: () => boardOn('usb'),
  },
  {
    rule: 'mains-no-enclosure',
    says: 'an open switch that carries the mains to a coil',
    fails: 'danger',
    words: /dash switch carries the mains and stands open/,
    bad: () => onCoil({}),
    good: () => boxed(onCoil({}), 'dash', 'plastic'),
  },
  {
    rule: 'mains-low-voltage-together',
    says: 'one switch with the mains on one pole and 12 V on the other',
    fails: 'danger',
    words: /has the mains on one pole and low voltage on another/,
    bad: () => both(on('dash')),
    good: () => both(on('second')),
  },
  {
    rule: 'earth-missing',
    says: 'a metal box whose earth was left off',
    fails: 'danger',
    words: /The metal of UC3 relay box has no earth/,
    bad: () => metalBox([{ kind: 'no-wire', wire: 'job-1/box-box.PE>bar-bat-outlet-pe.B' }]),
    good: () => metalBox([]),
  },
  {
    rule: 'neutral-switched',
    says: 'one conductor broken behind a plug that goes in either way round',
    fails: 'danger',
    words: /goes in either way round/,
    bad: () => mains({}, { reversible: true }),
    good: () => mains({ breaks: 'both' }, { reversible: true }),
  },
  {
    rule: 'one-pole-of-two',
    says: 'two hot conductors behind one fuse',
    fails: 'danger',
    words: /opens one of two hot conductors/,
    bad: () => twoHot('plug'),
    good: () => twoHot('breaker-c'),
  },
  {
    // 2.5 mm² alone bears 35 A at 30 °C; three circuits in one loom bear 70 % of what is left in 50 °C.
    rule: 'wire-bundle-heat',
    says: 'three circuits of one project in a loom that nobody counted',
    fails: 'caution',
    words: /among 3 loaded circuits.*/,
    bad: () => loom(3),
    good: () => loom(1),
  },
  {
    rule: 'wire-bundle-heat',
    says: 'a loom that two circuits only pass through',
    fails: 'caution',
    words: /among 3 loaded circuits.*/,
    bad: () => passing(3),
    good: () => passing(1),
  },
  {
    rule: 'heat-at-rest',
    says: 'a heater behind a receiver that begins with on after a power cut',
    fails: 'danger',
    words: /After a power cut it heats by itself/,
    bad: () => heatedBy('on'),
    good: () => heatedBy('off'),
  },
  {
    rule: 'guard-resets-itself',
    says: 'a motor that starts again by itself when its breaker has cooled',
    fails: 'caution',
    words: /F1 closes again by itself/,
    bad: () => design([job({ protection: 'self-resetting', loads: [watts('motor', 55, 12)] })]),
    good: () => design([job({ protection: 'breaker', loads: [watts('motor', 55, 12)] })]),
  },
  {
    rule: 'contact-life',
    says: 'a relay that its board’s program moves every four seconds',
    fails: 'caution',
    words: /at 21600 times a day/,
    bad: () => blinking(2),
    good: () => blinking(1800),
  },
  {
    rule: 'pin-taken',
    says: 'a relay on the pin of the upload link',
    fails: 'caution',
    words: /D1 is the upload link/,
    bad: () => blinking(1800, 'D1'),
    good: () => blinking(1800, 'D5'),
  },
  {
    rule: 'colour-reserved',
    says: 'a neutral in the colour of the line',
    fails: 'danger',
    words: /is brown, and the way back/,
    bad: () => mains({ wires: { 'return-load-1': { colour: 'BN' } } }),
    good: () => mains(),
  },
  {
    rule: 'coil-wrong-voltage',
    says: 'a coil for direct current on a transformer',
    fails: 'danger',
    words: /has a coil for direct current, and transformer gives alternating/,
    bad: () => onTransformer('ac'),
    good: () => onTransformer('dc'),
  },
  {
    rule: 'heat-at-rest',
    says: 'a heater on a stepping relay, which stands as it was when power comes back',
    fails: 'danger',
    words: /After a power cut it may heat by itself/,
    bad: () => design([job({ when: toggle(on('start')) })]),
    good: () => design([job({ when: on('dash') })]),
  },
  {
    // How the pin stands that its program writes first is asked as well: here neither level is sure.
    rule: 'heat-at-rest',
    says: 'a heater that a pin at rest leaves on while a switch is off',
    fails: 'danger',
    words: /heats with every signal at rest/,
    bad: () => byPin(or(on('pin'), not(on('dash')))),
    good: () => byPin(and(on('pin'), on('dash'))),
  },
  {
    rule: 'supply-overload',
    says: 'an alternator that a flat battery asks for more than it gives',
    fails: 'danger',
    words: /alternator gives 10 A/,
    bad: () => charged(10),
    good: () => charged(120),
  },
];

function heatedBy(afterCut: 'on' | 'off'): Design {
  const radio = { id: 'radio', name: 'gate radio', place: 'dash', usual: false, nature: 'receiver', limitA: 5, afterCut } as const;
  return design([job({ when: { op: 'signal', signal: 'radio' }, loads: [watts('heater', 60, 12)] })], {
    signals: [...design().signals, radio],
  });
}

const findings = (made: Design, rule: string) => checkEvidence(gatherEvidence(made)).filter((finding) => finding.rule === rule);

describe.each(FACES)('$rule: $says', ({ rule, fails, bad, good, words }) => {
  test(`is a ${fails}, and says why`, () => {
    const fired = findings(bad(), rule).filter(({ severity }) => severity !== 'hold');
    expect(fired.map(({ severity }) => severity)).toContain(fails);
    expect(fired.map(({ title }) => title).join('\n')).toMatch(words);
  });
  test('and holds with one thing as it should be', () => {
    const said = findings(good(), rule);
    expect(said.filter(({ severity }) => severity !== 'hold').map(({ title }) => title)).toEqual([]);
  });
});

test('what heats by itself after a power cut is mended by a receiver that begins with off', () => {
  const made = heatedBy('on');
  const evidence = gatherEvidence(made);
  const all = checkEvidence(evidence);
  const nudge = findNudge(
    evidence,
    all,
    all.find(({ rule, severity }) => rule === 'heat-at-rest' && severity === 'danger')!,
  );
  expect(nudge!.label).toMatch(/^Nudge .* to begin with off$/);
  expect(findings(applyPatches<Design>(made, nudge!.patches), 'heat-at-rest').map(({ severity }) => severity)).toEqual(['hold']);
});

describe('I²t of a solid-state relay', () => {
  // 230 V over 0.4 Ω are 575 A; a breaker opens within half a cycle: 575² · 0.01 s = 3306 A²s.
  const typed = (i2t: number, assumed: boolean): Design => {
    const begun = beginOwn('solid-ac', 'own', 'Own relay');
    const part: OwnRelay = {
      ...begun,
      solid: { ...begun.solid!, i2t },
      assumed: assumed ? begun.assumed : begun.assumed.filter((field) => field !== 'solid.i2t'),
    };
    return mains({ ...byOwn(part), fuse: 16, protection: 'breaker-c' }, {}, withOwn(part));
  };
  test.each([
    [3300, ['caution']],
    [3310, ['hold']],
  ])('typed as %d A²s: %p', (i2t, severities) =>
    expect(findings(typed(i2t, false), 'ssr-outlasts-short').map(({ severity }) => severity)).toEqual(severities),
  );
  test('assumed, it is no number to judge by: the question is not asked', () =>
    expect(findings(typed(300, true), 'ssr-outlasts-short')).toEqual([]));
});

test('a fuse that just outlasts the start of a motor opens for it when it is blocked, and what it may not open for is said', () => {
  // 5 A at 12 V are 5 to 5.3 A at rest; four times that are 20 to 21 A, and a blade of 15 A opens at 20.25 A for certain.
  const [said] = findings(design([job({ loads: [watts('motor', 57, 12)] })]), 'motor-stall');
  expect([said!.severity, said!.detail]).toEqual([
    'hold',
    expect.stringMatching(/one that takes only 4 times its current, (19|20)(\.\d)? A, may not open it$/),
  ]);
  const [larger] = findings(design([job({ loads: [watts('motor', 66, 12)] })]), 'motor-stall');
  expect(larger!.detail).not.toMatch(/may not/);
});

describe('what runs otherwise is asked as what runs first is', () => {
  const other = (line: object, more: Partial<Job> = {}): Design =>
    design([
      job({
        when: on('dash'),
        loads: [watts('filament', 40, 12)],
        otherwise: { kind: 'loads', loads: [watts('filament', 40, 12, { id: 'load-2', name: 'other', ...line })] },
        device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' },
        ...more,
      }),
    ]);
  const failing = (made: Design, rule: string) => findings(made, rule).filter(({ severity }) => severity !== 'hold');
  const nudged = (made: Design, rule: string): Design => {
    const evidence = gatherEvidence(made);
    const all = checkEvidence(evidence);
    const nudge = findNudge(
      evidence,
      all,
      all.find((one) => one.rule === rule && one.severity !== 'hold')!,
    );
    return applyPatches<Design>(made, nudge!.patches);
  };
  test('a transformer on a battery', () => {
    expect(failing(other({ kind: 'transformer' }), 'load-wrong-current-kind').map(({ severity }) => severity)).toEqual(['danger']);
    expect(failing(other({}), 'load-wrong-current-kind')).toEqual([]);
  });
  test('a valve with nothing across it, and its nudge', () => {
    const made = other({ kind: 'solenoid' });
    expect(failing(made, 'load-no-suppression').map(({ severity }) => severity)).toEqual(['caution']);
    const mended = nudged(made, 'load-no-suppression');
    expect(failing(mended, 'load-no-suppression')).toEqual([]);
    expect(gatherEvidence(mended).netlist.parts.some(({ id }) => id === 'job-1-load-2-1-diode')).toBe(true);
  });
  test('a lamp for 6 V on 12 V: its nudge changes its own plate', () => {
    const made = other({ plate: { unit: 'W', value: 40, ratedV: 6 } });
    const [said] = failing(made, 'load-wrong-voltage');
    expect(said!.working.given[0]!.source).toMatchObject({ path: 'jobs[0].otherwise.loads[0].plate' });
    const mended = nudged(made, 'load-wrong-voltage');
    expect(failing(mended, 'load-wrong-voltage')).toEqual([]);
    expect(mended.jobs[0]!.loads).toEqual(made.jobs[0]!.loads);
  });
  test('a heater that a sensor lets heat while it does not ask for the fan', () => {
    const eye: Signal = {
      ...{ id: 'eye', name: 'heat eye', place: 'rear', usual: false, nature: 'threshold', limitA: 2, output: 'contact' },
      ...{ watches: { quantity: 'temperature' }, closesAt: 55, opensAt: 48, delayS: 0 },
    };
    // Its contact closes at 55 °C and runs the fan; until then the heater is on.
    const made = (hottestC: number): Design => {
      const begun = other({ kind: 'heater', ownCutOut: true }, { loads: [watts('motor', 40, 12, { ownCutOut: true })] });
      return {
        ...begun,
        signals: [...begun.signals, eye],
        jobs: begun.jobs.map((one) => ({ ...one, when: on('eye') })),
        places: begun.places.map((place) => (place.id === 'rear' ? { ...place, hottestC } : place)),
      };
    };
    expect(failing(made(54), 'set-point-hotter').map(({ value, limit }) => [value, limit])).toEqual([[54, 55]]);
    expect(failing(made(55), 'set-point-hotter')).toEqual([]);
  });
  test('a fan behind a breaker that closes again by itself', () => {
    const [said] = failing(other({ kind: 'motor', ownCutOut: true }, { protection: 'self-resetting' }), 'guard-resets-itself');
    expect(said!.detail).toMatch(/what turns starts while somebody’s hand is in it/);
  });
});

test('an alternator is no second battery: of cells that are unlike nothing is asked, of frost it is', () => {
  const made = charged(50);
  expect(findings(made, 'batteries-unlike')).toEqual([]);
  const lithium = {
    ...made,
    supplies: made.supplies.map((supply) => (supply.id === 'aux' ? { ...supply, chemistry: 'lithium' } : supply)) as Design['supplies'],
  };
  expect(findings(lithium, 'batteries-unlike').map(({ code, severity }) => [code, severity])).toEqual([['frost', 'danger']]);
});

test('a coil on the mains of a load on a battery is asked about its wires too, and the nudge is cord', () => {
  const made = (mainsFamily: 'vehicle' | 'cord') =>
    design(
      [
        job({
          when: on('dash'),
          controlSupply: 'outlet',
          device: { kind: 'relay', part: 'contactor-230v-2x25a', socket: 'auto', place: 'box' },
        }),
      ],
      {
        supplies: [...design().supplies, OUTLET],
        settings: { ...design().settings, mainsFamily },
      },
    );
  const volts = (of: Design) => findings(of, 'wire-insulation-temperature').find(({ code }) => code === 'volts');
  expect(volts(made('vehicle'))).toMatchObject({ severity: 'danger', value: 253, limit: 60 });
  expect(volts(made('cord'))).toMatchObject({ severity: 'hold', value: 253, limit: 500 });
  const evidence = gatherEvidence(mains({}, {}, { settings: { ...mains().settings, mainsFamily: 'vehicle' } }));
  const all = checkEvidence(evidence);
  const found = all.find(({ rule, code }) => rule === 'wire-insulation-temperature' && code === 'volts')!;
  expect(findNudge(evidence, all, found)?.patches).toEqual([{ path: ['settings', 'mainsFamily'], value: 'cord' }]);
  // Of a battery alone it is not asked.
  expect(volts(design([job()]))).toBeUndefined();
});

test('a cut-out that is all that ends the heat is said to be that', () => {
  const rising = (made: Design) => findings(made, 'cut-out-unsuited').find(({ code }) => code === 'rising')!;
  expect(rising(heldIn({})).detail).toMatch(/no other temperature ends the heat/);
  expect(rising(kilnWith({})).detail).toBe('it opens on rising heat');
});

test.each([
  // A contact that something operates and that stays may be a thermostat; nobody said.
  [{ nature: 'switch', limitA: 5, madeFor: 'mains', action: 'maintained', rest: 'open' }, false, ['rising danger', 'unsaid caution']],
  [{ nature: 'switch', limitA: 5, madeFor: 'mains', action: 'maintained', rest: 'closed' }, true, ['unsaid caution']],
  [{ nature: 'switch', limitA: 5, madeFor: 'mains', action: 'momentary', rest: 'closed' }, true, ['other danger']],
  [{ nature: 'receiver', limitA: 5, madeFor: 'mains', afterCut: 'off' }, false, ['other danger']],
  [
    {
      ...{ nature: 'threshold', limitA: 5, output: 'contact', closesAt: 100, opensAt: 120, delayS: 0 },
      ...{ watches: { quantity: 'temperature' } },
    },
    false,
    [],
  ],
  [
    {
      ...{ nature: 'threshold', limitA: 5, output: 'contact', closesAt: 120, opensAt: 100, delayS: 0 },
      ...{ watches: { quantity: 'temperature' } },
    },
    false,
    ['rising danger'],
  ],
])('what holds a contactor in feels heat, is not said to, or does not: %#', (kind, turned, fails) => {
  const guard = { id: 'guard', name: 'guard', place: 'rear', usual: true, ...kind } as unknown as Signal;
  const made = mains(
    {
      when: and(on('dash'), turned ? not(on('guard')) : on('guard')),
      cutOut: { kind: 'contactor', part: 'contactor-230v-2x25a', signal: 'guard' },
      loads: [watts('heater', 1500, 230, { earth: 'wired' })],
    },
    {},
    { signals: [...design().signals, guard] },
  );
  const found = findings(made, 'cut-out-unsuited');
  expect(found.length).toBeGreaterThan(0);
  expect(
    found
      .filter(({ severity }) => severity !== 'hold')
      .map(({ code, severity }) => `${code} ${severity}`)
      .toSorted(),
  ).toEqual(fails);
});

describe('while a board starts', () => {
  const boots = (when: Job['when']) => {
    const signals = design().signals.map((signal) =>
      signal.id === 'pin' ? ({ ...signal, controller: 'board', gpio: 'D5', volt: 5 } as Signal) : signal,
    );
    const controllers = [
      { id: 'board', name: 'board', type: 'board-5v', place: 'box', supply: 'usb', links: [], program: [] },
    ] as Design['controllers'];
    const made = design([job({ when, device: { kind: 'relay', part: 'relay-12v-40a-5', socket: 'auto', place: 'box' } })], {
      signals,
      controllers,
    });
    return findings(made, 'boot-energises').map(({ severity }) => severity);
  };
  test('what another hand asks for whatever the pin says is on as it is meant', () => {
    expect(boots(and(on('key'), or(on('pin'), on('dash'))))).toEqual(['hold']);
  });
  test('what a pin that is low asks for comes on with it', () => {
    expect(boots(and(on('key'), not(on('pin'))))).toEqual(['danger']);
    expect(boots(and(on('key'), or(not(on('pin')), on('dash'))))).toEqual(['danger']);
  });
});

test('before a coil that no reed bears, 1.2 A of a relay on studs at −20 °C, stands a helper between the two', () => {
  const made = byReed('relay-12v-150a-stud');
  // 16 Ω, ten per cent less by its spread, at −20 °C are 12.1 Ω; a helper takes 0.23 A.
  expect(findings(made, 'helper-over-contact').map(({ severity }) => severity)).toEqual(['hold']);
  const helpers = gatherEvidence(made).netlist.parts.flatMap((part) =>
    /helper/.test(part.id) && part.kind === 'relay' ? [part.spec.type.id] : [],
  );
  expect(helpers.sort()).toEqual(['logic-12v-5', 'reed-5v']);
});
