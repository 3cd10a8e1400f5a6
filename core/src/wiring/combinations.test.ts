/** Every nature of signal before every kind of device, in clauses of depth two: wired and solved, or refused in words. */
import { describe, expect, test } from '@jest/globals';
import { branch as named } from '../testing/terminals.ts';
import { parseDesign } from '../project/parse.ts';
import type { Design, Job } from '../project/schema.ts';
import type { Signal } from '../kinds/signal/registry.ts';
import type { When } from '../document/when-schema.ts';
import { POWER_RELAYS } from '../kinds/catalogue/shelf.ts';
import { gatherEvidence } from '../analysis/evidence.ts';
import { jobVerdicts } from '../analysis/verdict.ts';
import { checkEvidence } from '../rules/check.ts';
import { and, delay, design, held, job, not, on, or, toggle } from '../testing/designs.ts';
import { compile, toCircuit } from './compile.ts';

const heat = {
  setC: 180,
  control: 'pid',
  cycleS: 20,
  heatJPerK: 9000,
  lossWPerK: 4,
  lagS: 20,
  thermocouple: 'K',
  polarity: 'right',
} as const;
const drive = { place: 'box', usual: false, nature: 'regulator', volt: 12, ...heat } as const;

/** Two of each nature, the second with its other rest or output. */
const EXTRA: Signal[] = [
  { id: 'oven', name: 'oven controller', limitA: 0.025, ...drive },
  { id: 'kiln', name: 'kiln controller', limitA: 0.02, ...drive },
  { id: 'radio', name: 'radio', place: 'box', usual: false, nature: 'receiver', limitA: 5, afterCut: 'off' },
  { id: 'link', name: 'phone link', place: 'box', usual: false, nature: 'receiver', limitA: 5, afterCut: 'unknown' },
  { id: 'hourly', name: 'time relay', place: 'box', usual: false, nature: 'timer', limitA: 5, onS: 60, offS: 3540, first: 'on' },
  { id: 'flasher', name: 'flasher', place: 'box', usual: false, nature: 'timer', limitA: 5, onS: 0.4, offS: 0.4, first: 'off' },
  ...(['contact', 'ground'] as const).map((output): Signal => ({
    ...{ id: `tank-${output}`, name: `tank, ${output}`, place: 'rear', usual: false, nature: 'quantity', limitA: 2, output },
    ...{ of: 'level', closesAt: 20, opensAt: 80, delayS: 0 },
  })),
  { id: 'press', name: 'press station', place: 'box', usual: false, nature: 'two-hand', limitA: 3 },
  { id: 'second-press', name: 'second station', place: 'box', usual: false, nature: 'two-hand', limitA: 3 },
  { id: 'pin3', name: 'small pin', place: 'box', usual: false, nature: 'pin', volt: 3.3, limitA: 0.01, controller: null, gpio: '' },
  {
    id: 'cool',
    name: 'frost switch',
    place: 'rear',
    usual: false,
    nature: 'threshold',
    limitA: 2,
    output: 'ground',
    watches: { quantity: 'temperature' },
    closesAt: 3,
    opensAt: 6,
    delayS: 0,
  },
];
/** Pairs of one nature, named apart. */
const OF_NATURE: Record<string, [string, string]> = {
  'a feed': ['key', 'lamp-feed'],
  'a switch': ['dash', 'second'],
  'a button and one that rests closed': ['start', 'stop'],
  'a switch to ground': ['hot', 'pressure'],
  'a threshold': ['warm', 'cool'],
  'a threshold on a voltage': ['charging', 'warm'],
  'a pin': ['pin', 'pin3'],
  'a receiver': ['radio', 'link'],
  'a level sensor': ['tank-contact', 'tank-ground'],
  'a two-hand station': ['press', 'second-press'],
  'a time relay': ['hourly', 'flasher'],
  'a temperature controller': ['oven', 'kiln'],
};
const CLAUSES: ((a: string, b: string) => When)[] = [
  (a) => on(a),
  (a) => not(on(a)),
  (a, b) => and(on(a), on(b)),
  (a, b) => and(on(a), not(on(b))),
  (a, b) => or(on(a), on(b)),
  (a, b) => or(not(on(a)), on(b)),
  (a, b) => not(and(on(a), on(b))),
  (a, b) => held(on(a), on(b)),
  (a, b) => held(on(a), not(on(b))),
  (a) => toggle(on(a)),
  (a) => toggle(not(on(a))),
  (a) => delay(on(a), 2, 5),
  (a) => delay(not(on(a)), 0, 5),
  (a, b) => and(delay(on(a), 2, 0), on(b)),
  (a, b) => or(toggle(on(a)), on(b)),
];
const mains = (supply: Design['supplies'][0]): Design['supplies'] => [
  supply,
  {
    id: 'wall',
    name: 'mains',
    kind: 'mains',
    nominalV: 230,
    restV: 230,
    lowestV: 207,
    highestV: 253,
    internalOhm: 0.4,
    place: 'front',
    rcd: true,
    ratedA: 16,
    reversible: false,
  },
];
const DEVICES: [string, Job['device']][] = [
  ...POWER_RELAYS.map(({ id }): [string, Job['device']] => [id, { kind: 'relay', part: id, socket: 'auto', place: 'box' }]),
  ['no relay', { kind: 'direct', place: 'box' }],
];

/** One of each kind; the others of a kind differ in their ratings. */
const KINDS = ['relay-12v-30a-5', 'relay-12v-2x15a-8', 'module-5v-10a', 'ssr-dc-40a', 'contactor-24v-2x25a', 'no relay'];

const BASE = design();

function project(device: Job['device'], when: When, lost: Job['lost'], onMains: boolean): Design {
  const base = BASE;
  const load = { ...base.jobs[0]!.loads[0]!, plate: { unit: 'W', value: 96, ratedV: onMains ? 230 : 12 } } as const;
  const made = {
    ...base,
    supplies: mains(base.supplies[0]!),
    signals: [...base.signals, ...EXTRA],
    jobs: [job({ device, when, lost, loads: [load], supply: onMains ? 'wall' : 'main', ...(onMains ? { protection: 'breaker-b' } : {}) })],
  };
  return made;
}

test('the projects of this sweep are good documents', () => {
  for (const onMains of [false, true]) expect(parseDesign(project(DEVICES[0]![1], on('oven'), 'off', onMains))).toMatchObject({ ok: true });
});

describe.each(Object.keys(OF_NATURE))('%s', (first) => {
  test.each(Object.keys(OF_NATURE))('with %s: wired, or refused with a reason, before every device', (second) => {
    const a = OF_NATURE[first]![0];
    const b = first === second ? OF_NATURE[first]![1] : OF_NATURE[second]![0];
    const alone = first === second;
    for (const [name, device] of alone ? DEVICES : DEVICES.filter(([id]) => KINDS.includes(id)))
      for (const clause of CLAUSES)
        for (const onMains of alone ? [false, true] : [false]) {
          const made = project(device, clause(a, b), name.endsWith('-5') ? 'on' : 'off', onMains);
          const { netlist, unwired } = compile(made);
          if (unwired.length === 0) toCircuit(netlist);
          else expect(unwired[0]!.reasons.map(({ message }) => message.trim().length)).not.toContain(0);
          expect(unwired.length === 0 || unwired[0]!.reasons.length > 0).toBe(true);
        }
  });

  test.each(['relay-12v-30a-5', 'ssr-dc-40a', 'module-5v-10a'])('checked to the end before %s', (part) => {
    for (const clause of CLAUSES) {
      const made = project({ kind: 'relay', part, socket: 'auto', place: 'box' }, clause(...OF_NATURE[first]!), 'off', false);
      for (const finding of checkEvidence(gatherEvidence(made))) expect(`${finding.title} ${finding.detail}`).not.toMatch(/NaN|undefined/);
    }
  });
});

describe('a temperature controller before a coil relay', () => {
  const wired = (limitA: number, when = on('oven')) => {
    const made = project({ kind: 'relay', part: 'relay-12v-30a-4', socket: 'auto', place: 'box' }, when, 'off', false);
    return { ...made, signals: made.signals.map((signal) => (signal.id === 'oven' ? ({ ...signal, limitA } as Signal) : signal)) };
  };

  test('drives a transistor within what its output may give, and the coil does what it says', () => {
    const evidence = gatherEvidence(wired(0.025));
    expect([...evidence.wiring.values()]).toEqual(['single-contact/bipolar']);
    const own = evidence.jobs.get('job-1')!;
    expect(jobVerdicts(evidence, own).filter(({ matches }) => !matches)).toEqual([]);
    const base = evidence.circuit.branchIndex(named('job-1-driver/base'));
    const most = Math.max(...own.states.map(({ solution }) => Math.abs(solution.amps(base))));
    expect(most).toBeGreaterThan(0.001);
    expect(most).toBeLessThanOrEqual(0.025);
  });

  test('below what a base takes it drives a MOSFET, whose gate takes nothing', () => {
    const evidence = gatherEvidence(wired(0.002));
    expect([...evidence.wiring.values()]).toEqual(['single-contact/mosfet']);
    expect(jobVerdicts(evidence, evidence.jobs.get('job-1')!).filter(({ matches }) => !matches)).toEqual([]);
  });

  test('what would ask for helper relays behind it is refused, and says what it can do', () => {
    for (const when of [or(on('oven'), on('dash')), not(on('oven')), delay(on('oven'), 5, 0), held(on('oven'), on('stop'))]) {
      const { unwired } = compile(wired(0.025, when));
      expect(unwired).toHaveLength(1);
      expect(unwired[0]!.reasons[0]!.message).toMatch(/oven controller gives a few milliamperes/);
    }
  });
});
