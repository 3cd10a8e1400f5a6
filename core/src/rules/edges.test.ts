/**
 * Both sides of each limit: one number of the project is moved until the rule turns, by halves; a hair to the one side it
 * holds, a hair to the other it fails, and there its number is its limit.
 */
import { describe, expect, test } from '@jest/globals';
import { gatherEvidence } from '../analysis/evidence.ts';
import type { Design, Job } from '../project/schema.ts';
import { HEATER, and, design, job, on } from '../testing/designs.ts';
import { mains } from '../testing/mains.ts';
import { checkEvidence } from './check.ts';
import { type Finding, usedShare } from './rule.ts';

interface Edge {
  readonly rule: string;
  readonly fails: 'danger' | 'caution';
  /** The project with its number at x: it holds at `holdsAt` and fails at `failsAt`. */
  readonly made: (x: number) => Design;
  readonly holdsAt: number;
  readonly failsAt: number;
  /** Where that must be, worked out by hand, and how near; left out where only the solver knows. */
  readonly at?: readonly [x: number, within: number];
}

const amperes = (value: number, kind: 'heater' | 'motor' = 'heater') =>
  ({ ...HEATER, kind, plate: { unit: 'A', value, ratedV: 14.8 } }) as Job['loads'][0];
const supply = (changes: object) => ({ supplies: [{ ...design().supplies[0]!, ...changes }] }) as Partial<Design>;
const signals = (id: string, changes: object) =>
  ({ signals: design().signals.map((signal) => (signal.id === id ? { ...signal, ...changes } : signal)) }) as Partial<Design>;
const hotter = (hottestC: number) => ({ places: design().places.map((place) => ({ ...place, hottestC })) });
const thin = (sizeMm2: number) => Object.fromEntries(['feed', 'to-relay', 'load-load-1', 'return-load-1'].map((leg) => [leg, { sizeMm2 }]));

const EDGES: readonly Edge[] = [
  {
    rule: 'fuse-far-from-source',
    fails: 'danger',
    made: (x) => design([job({ fuseLeadM: x })]),
    holdsAt: 0.1,
    failsAt: 2,
    at: [0.45, 1e-6],
  },
  // 60 °C insulation: k = 226 · √ln(1 + 100/294.5) = 122.2; a breaker opens within half a cycle: 230 V / (122.2 A / √0.01 s) = 0.188 Ω, source and leads.
  {
    rule: 'wire-outlasts-short',
    fails: 'caution',
    made: (x) => mains({ fuse: 6, wires: { 'load-load-1': { sizeMm2: 1 } } }, { internalOhm: x }),
    holdsAt: 0.4,
    failsAt: 0.1,
    at: [0.188, 0.004],
  },
  // 30 A resistive on its closing throw, at the highest supply less what is lost on the way.
  { rule: 'load-over-contact', fails: 'danger', made: (x) => design([job({ loads: [amperes(x)], fuse: 40 })]), holdsAt: 5, failsAt: 60 },
  // 20 A of motor on the same contact.
  {
    rule: 'load-over-contact',
    fails: 'danger',
    made: (x) => design([job({ loads: [amperes(x, 'motor')], fuse: 40 })]),
    holdsAt: 5,
    failsAt: 40,
  },
  { rule: 'fuse-below-load', fails: 'caution', made: (x) => design([job({ loads: [amperes(x)], fuse: 15 })]), holdsAt: 3, failsAt: 40 },
  // Warm air takes 0.15 % of a blade fuse's rating for each kelvin above 25 °C (from memory): 15 A are 14 A in about 70 °C.
  {
    rule: 'fuse-below-load',
    fails: 'caution',
    made: (x) => design([job({ loads: [amperes(14)], fuse: 15 })], hotter(x)),
    holdsAt: 40,
    failsAt: 120,
  },
  // A coil of 16 Ω, ten per cent less by its spread, at −20 °C: 16 · 0.9 · (1 − 0.00393 · 40) = 12.1 Ω. Its fuse of 1 A sits in 60 °C
  // and carries 0.9475 A there: 11.5 V, and what fuse and wires take.
  {
    rule: 'fuse-below-coils',
    fails: 'caution',
    made: (x) =>
      design(
        [job({ device: { kind: 'relay', part: 'relay-12v-150a-stud', socket: 'auto', place: 'box' }, controlFuse: 1 })],
        supply({ highestV: x, restV: 11 }),
      ),
    holdsAt: 11.2,
    failsAt: 15.6,
    at: [11.7, 0.1],
  },
  // A lamp of an old circuit, through a wire of 1 mm² that bears 18 A in the box's 50 °C, whatever our own fuse is.
  {
    rule: 'tap-above-wire',
    fails: 'danger',
    made: (x) =>
      design(
        [
          job({
            when: on('dash'),
            otherwise: { kind: 'original-feed', signal: 'lamp-feed' },
            device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' },
            wires: { original: { sizeMm2: 1 } },
          }),
        ],
        signals('lamp-feed', { fuseA: x }),
      ),
    holdsAt: 5,
    failsAt: 40,
    at: [18, 0.1],
  },
  // NEC 210.20(A): 125 % of what runs for three hours.
  {
    rule: 'fuse-continuous-load',
    fails: 'caution',
    made: (x) => design([job({ loads: [amperes(x)], fuse: 15, continuous: true })]),
    holdsAt: 3,
    failsAt: 40,
  },
  {
    rule: 'fuse-surge-opens',
    fails: 'caution',
    made: (x) => design([job({ loads: [amperes(x, 'motor')], fuse: 20 })]),
    holdsAt: 0.5,
    failsAt: 20,
  },
  // A thermal breaker opens soon at 2.55 times its rating: a motor that takes 5.7 times, the geometric middle of 4 and 8, 51 A of 20, at some 12.1 V.
  {
    rule: 'motor-stall',
    fails: 'caution',
    made: (x) => design([job({ loads: [{ ...amperes(x, 'motor'), ownCutOut: false }], fuse: 20, protection: 'breaker' })]),
    holdsAt: 20,
    failsAt: 1,
    at: [11.05, 0.2],
  },
  {
    rule: 'wire-ampacity',
    fails: 'danger',
    made: (x) => design([job({ loads: [amperes(x)], fuse: 40, wires: thin(1) })]),
    holdsAt: 2,
    failsAt: 60,
  },
  {
    rule: 'wire-drop',
    fails: 'caution',
    made: (x) => design([job({ loads: [amperes(x)], fuse: 40, wires: thin(1.5) })]),
    holdsAt: 1,
    failsAt: 60,
  },
  // The air that the wire lies in takes of what it bears.
  {
    rule: 'fuse-above-wire',
    fails: 'danger',
    made: (x) => design([job({ fuse: 15, wires: thin(1) })], hotter(x)),
    holdsAt: 20,
    failsAt: 100,
  },
  {
    rule: 'coil-over-voltage',
    fails: 'danger',
    made: (x) => design([job()], supply({ highestV: x })),
    holdsAt: 14,
    failsAt: 30,
    at: [15.6, 0.1],
  },
  { rule: 'coil-pull-in-low-battery-hot', fails: 'caution', made: (x) => design([job()], supply({ lowestV: x })), holdsAt: 11, failsAt: 5 },
  { rule: 'signal-current-over', fails: 'danger', made: (x) => design([job()], signals('key', { limitA: x })), holdsAt: 5, failsAt: 0.01 },
  { rule: 'contact-life', fails: 'caution', made: (x) => design([job({ operationsPerDay: x })]), holdsAt: 10, failsAt: 1e6 },
  {
    rule: 'parasitic-drain',
    fails: 'caution',
    // Watched by a sensor that takes its few milliamperes for ever.
    made: (x) => design([job({ when: and(on('key'), on('charging')) })], supply({ capacityAh: x })),
    holdsAt: 500,
    failsAt: 0.5,
  },
  {
    rule: 'vsr-hunting',
    fails: 'caution',
    made: (x) => design([job({ when: on('charging') })], supply({ internalOhm: x })),
    holdsAt: 0.001,
    failsAt: 0.5,
  },
  {
    rule: 'distance-contradicted',
    fails: 'caution',
    // By way of the dash it is 1.4 + 1.1 m; five per cent more are looms that go round corners.
    made: (x) => ({
      ...design([job()]),
      distances: design().distances.map((way) => (way.a === 'front' && way.b === 'box' ? { ...way, lengthM: x } : way)),
    }),
    holdsAt: 2,
    failsAt: 8,
    at: [2.5 / 0.95, 1e-6],
  },
];

/** What a rule says that is worst, or nearest to its limit, of a project. */
function worst(rule: string, made: Design): Finding | undefined {
  const order = { danger: 0, caution: 1, hold: 2 };
  return checkEvidence(gatherEvidence(made))
    .filter((finding) => finding.rule === rule)
    .sort((a, b) => order[a.severity] - order[b.severity] || usedShare(b) - usedShare(a))[0];
}

describe.each(EDGES.map((edge, at) => [`${edge.rule} (${at + 1})`, edge] as const))(
  '%s',
  (_, { rule, fails, made, holdsAt, failsAt, at }) => {
    test('turns at its limit and nowhere else', () => {
      expect(worst(rule, made(holdsAt))?.severity).toBe('hold');
      expect(worst(rule, made(failsAt))?.severity).toBe(fails);
      let [good, bad] = [holdsAt, failsAt];
      for (let turn = 0; turn < 44; turn++) {
        const middle = (good + bad) / 2;
        if (worst(rule, made(middle))?.severity === 'hold') good = middle;
        else bad = middle;
      }
      const [hold, fail] = [worst(rule, made(good))!, worst(rule, made(bad))!];
      expect([hold.severity, fail.severity]).toEqual(['hold', fails]);
      for (const { value, limit } of [hold, fail]) {
        // Near it: where the app sizes the wires, they step. Distances are called contradicted only past their five per cent.
        if (rule !== 'distance-contradicted') expect(Math.abs(value - limit)).toBeLessThanOrEqual(0.01 * Math.max(Math.abs(limit), 1e-9));
      }
      if (at) expect(Math.abs(bad - at[0])).toBeLessThanOrEqual(at[1]);
    });
  },
);
