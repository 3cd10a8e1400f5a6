/** The bench on hidden faults: found within six readings, and a healthy circuit never called faulty. */
import { describe, expect, test } from '@jest/globals';
import { branch as named, pin } from '../../testing/terminals.ts';
import { readFileSync, readdirSync } from 'node:fs';
import { parseDesignText } from '../../project/parse.ts';
import type { Design } from '../../project/schema.ts';
import { type Evidence, gatherEvidence } from '../../analysis/evidence.ts';
import { type Dictionary, type Spread, buildDictionary, diagnose, dictionaryInSteps, faultyReader, isWrong, metBy } from './dictionary.ts';
import { type FaultKind, LOADS, isStored, plays } from '../../kinds/index.ts';
import { primitivesOf } from '../../graph/index.ts';
import { explainByTwo } from './two-faults.ts';
import { OPEN_OHM, meterError, rangeFor } from './meter.ts';
import { seeded } from '../../testing/seeded.ts';

function read(file: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(`../../../../examples/${file}.json`, import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
}

interface Bench {
  readonly evidence: Evidence;
  readonly dictionary: Dictionary;
}

/** As it may be met: electronics open, or anything below. */
function asCold(random: () => number): NonNullable<Spread['cold']> {
  const [share, unknown] = [random(), random()];
  return metBy(share, unknown < 0.5 ? Infinity : unknown);
}

/** Takes readings where the diagnosis asks for them, with a meter and parts that differ by chance. */
function hunt({ evidence, dictionary }: Bench, row: number | null, random: () => number, most: number, ohms?: Spread['ohms']) {
  const spread = {
    coilSpread: 0.16 * (random() - 0.5),
    volts: 1 + 0.04 * (random() - 0.5),
    cold: asCold(random),
    ...(ohms ? { ohms } : {}),
  };
  const meter = faultyReader(evidence, row === null ? [] : [dictionary.faults[row]!], spread);
  const readings: Record<string, number> = {};
  let seen = diagnose(dictionary, readings);
  while (Object.keys(readings).length < most && seen.next !== null) {
    const step = dictionary.steps.find(({ id }) => id === seen.next)!;
    const there = meter(step);
    readings[step.id] = there >= OPEN_OHM ? OPEN_OHM : there + (2 * random() - 1) * 0.7 * meterError(step.quantity, there);
    seen = diagnose(dictionary, readings);
  }
  return seen;
}

/** Whether no step of the plan tells two faults apart. */
function twins(dictionary: Dictionary, a: number, b: number): boolean {
  return dictionary.steps.every(({ quantity }, at) => {
    const [x, y] = [dictionary.values[a]![at]!, dictionary.values[b]![at]!];
    return Math.abs(x - y) <= 2 * meterError(quantity, Math.max(Math.abs(x), Math.abs(y)));
  });
}
/** Whether any step tells a fault from a healthy circuit. */
const shows = (dictionary: Dictionary, row: number) =>
  dictionary.steps.some(({ upTo }, at) => {
    const { value, tolerance } = dictionary.healthy[at]!;
    const reads = dictionary.values[row]![at]!;
    // Less of a drop shows nothing.
    return Math.abs(reads - value) > 1.5 * tolerance && !(upTo && Math.abs(reads) < Math.abs(value));
  });

const owl = read('demo/owl-box');
const evidence = gatherEvidence(owl);
const benches = new Map(owl.jobs.map(({ id }) => [id, { evidence, dictionary: buildDictionary(evidence, id) }]));

describe('Owl Box, all its jobs, 700 seeded runs with cold loads', () => {
  const hideable = [...benches].flatMap(([job, bench]) =>
    bench.dictionary.faults.flatMap((fault, row) => (shows(bench.dictionary, row) ? [{ job, row, kind: fault.kind }] : [])),
  );
  // Fifty of each kind: of a dozen the weakest is a matter of luck.
  const RUNS = 700;
  const kinds = [...new Set(hideable.map(({ kind }) => kind))];
  test('a hidden fault of each of fourteen kinds is found within six readings in 19 of 20 tries, of the weakest kind in 8 of 10', () => {
    expect(kinds.length).toBeGreaterThanOrEqual(14);
    const random = seeded(20261125);
    const tally = new Map<FaultKind, [found: number, runs: number]>();
    for (let run = 0; run < RUNS; run++) {
      // Kinds in turn, so that the rare ones count as much as the many wires.
      const kind = kinds[run % kinds.length]!;
      const of = hideable.filter((one) => one.kind === kind);
      const { job, row } = of[Math.floor(random() * of.length)]!;
      const bench = benches.get(job)!;
      const seen = hunt(bench, row, random, 6);
      const named = seen.explained[0] ? bench.dictionary.faults.indexOf(seen.explained[0].fault) : -1;
      const good = seen.verdict === 'fault' && named >= 0 && (named === row || twins(bench.dictionary, named, row));
      const [found, runs] = tally.get(kind) ?? [0, 0];
      tally.set(kind, [found + Number(good), runs + 1]);
    }
    const found = [...tally.values()].reduce((sum, [one]) => sum + one, 0);
    process.stdout.write(
      `hidden faults found within six readings: ${found} of ${RUNS} (${[...tally].map(([kind, [one, of]]) => `${kind} ${one}/${of}`).join(', ')})\n`,
    );
    expect(found).toBeGreaterThanOrEqual(0.95 * RUNS);
    expect(Math.min(...[...tally.values()].map(([one, of]) => one / of))).toBeGreaterThanOrEqual(0.8);
  });
});

/** Parts as they are met: wire cut shorter than planned, contacts new and old, fuses and loads by their tolerance. */
function partsAsMet({ evidence: { netlist } }: Bench, random: () => number): Spread['ohms'] {
  const between = (least: number, most: number) => least + (most - least) * random();
  const parts = new Map(netlist.parts.flatMap((part) => primitivesOf(part).branches.map(({ id, kind }) => [id, { part, kind }] as const)));
  return (branch) => {
    const found = parts.get(branch);
    if (!found) return between(0.8, 1);
    if (found.kind === 'switch') return between(0.3, 1.7);
    if (plays(found.part, 'overcurrent device')) return between(0.7, 1.3);
    return plays(found.part, 'load') ? between(0.95, 1.05) : 1;
  };
}

test('1,000 healthy circuits of all demos and circuits, their parts spread at random: none is called faulty', () => {
  const all = ['demo', 'circuits'].flatMap((folder) =>
    readdirSync(new URL(`../../../../examples/${folder}/`, import.meta.url)).flatMap((file): Bench[] => {
      const made = read(`${folder}/${file.replace('.json', '')}`);
      // With a return of wire each of two batteries has a minus of its own.
      const wired = { ...made, settings: { ...made.settings, returnPath: 'wire' as const } };
      return [made, ...(made.supplies.filter(isStored).length > 1 ? [wired] : [])].flatMap((design) => {
        const own = gatherEvidence(design);
        return [...own.jobs.keys()].map((job) => ({ evidence: own, dictionary: buildDictionary(own, job) }));
      });
    }),
  );
  const random = seeded(104729);
  const called: string[] = [];
  for (let run = 0; run < 1000; run++) {
    const bench = all[run % all.length]!;
    const seen = hunt(bench, null, random, 12, partsAsMet(bench, random));
    if (seen.verdict !== 'healthy') called.push(`${bench.evidence.design.name}: ${seen.verdict} ${seen.explained[0]?.fault.words ?? ''}`);
  }
  process.stdout.write(`healthy circuits called faulty: ${called.length} of 1000, over ${all.length} jobs\n`);
  expect(called).toEqual([]);
});

describe('what a reading says by itself', () => {
  const { dictionary } = benches.get('dew')!;
  const at = (key: RegExp) => dictionary.steps.findIndex(({ id }) => key.test(id));
  const wrong = (key: RegExp, change: (value: number) => number) => {
    const step = at(key);
    return isWrong(dictionary, step, change(dictionary.healthy[step]!.value));
  };
  test('one volt lost at a load is never healthy, half a per cent is', () => {
    expect(wrong(/load-on/, (value) => value - 1)).toBe(true);
    expect(wrong(/load-on/, (value) => value * 0.995)).toBe(false);
  });
  test.each(['fuse-drop', 'back-drop', 'drop-dew-relay'])('less of a drop is never wrong, much more is: %s', (key) => {
    expect(wrong(new RegExp(`/${key}`), () => 0)).toBe(false);
    expect(wrong(new RegExp(`/${key}`), (value) => value / 3)).toBe(false);
    expect(wrong(new RegExp(`/${key}`), (value) => value + 1)).toBe(true);
  });
  test('the first readings are without power, and a switch is read at rest and worked', () => {
    expect(dictionary.steps[0]!.stage).toBe('no power');
    const switches = dictionary.steps.filter(({ id }) => id.includes('/switch-'));
    expect(switches.map(({ stage }) => stage)).toEqual(switches.map(() => 'no power'));
    const [rest, worked] = ['rest', 'worked'].map((how) => dictionary.healthy[at(new RegExp(`/switch-.*-${how}(-\\w+)*$`))]!.value);
    expect(rest! > 1000 * worked!).toBe(true);
  });
});

describe('two faults at once', () => {
  const { dictionary } = benches.get('dew')!;
  const row = (words: RegExp) => dictionary.faults.findIndex((fault) => words.test(fault.words));
  test('readings that no single fault gives are explained by the two that were put in', () => {
    const two = [row(/^coil .* is broken/), row(/is burnt out/)].map((at) => dictionary.faults[at]!);
    const read = faultyReader(evidence, two);
    const steps = dictionary.steps.filter(({ stage, quantity }) => stage === 'no power' || quantity === 'V').slice(0, 14);
    const readings = Object.fromEntries(steps.map((step) => [step.id, read(step)]));
    expect(diagnose(dictionary, readings).verdict).toBe('unexplained');
    const [first] = explainByTwo(evidence, dictionary, readings);
    expect(first!.faults.map(({ id }) => id).sort()).toEqual(two.map(({ id }) => id).sort());
  });
});

describe('what is asked next', () => {
  test('is the step with the most expected information, against plain enumeration', () => {
    // Four faults of one weight, five steps; values are far apart or the same, so outcomes are a partition to count.
    const steps = ['a', 'b', 'c', 'd', 'e'].map((id, at) => ({
      id,
      job: 'j',
      stage: 'all of it' as const,
      quantity: (['V', 'V', 'A', 'Ω', 'V'] as const)[at]!,
      red: pin('x.1'),
      black: pin('x.2'),
      branch: null,
      path: [[]],
      words: id,
      mains: false,
    }));
    const random = seeded(7);
    for (let run = 0; run < 60; run++) {
      const values = [0, 1, 2, 3].map(() => Float64Array.from(steps, () => 10 * Math.floor(random() * 4)));
      const healthy = steps.map(() => ({ value: 0, tolerance: 1 }));
      const fault = (at: number) => ({
        id: `f${at}`,
        kind: 'broken wire' as const,
        words: '',
        subject: { kind: 'wire', id: '' } as const,
        branch: named(''),
        fault: 'open' as const,
        weight: 1,
      });
      const dictionary: Dictionary = {
        steps,
        healthy,
        values,
        least: values,
        most: values,
        faults: [0, 1, 2, 3].map(fault),
        shows: steps.map(() => new Set<never>()),
      };
      // Healthy has half of all weight, each fault an eighth: H = −Σ p log p over what can be told apart.
      const worth = steps.map((_, at) => {
        const shares = new Map<number, number>([[0, 0.5]]);
        for (const row of values) shares.set(row[at]!, (shares.get(row[at]!) ?? 0) + 0.125);
        const entropy = [...shares.values()].reduce((sum, p) => sum - p * Math.log(p), 0);
        return entropy;
      });
      const best = Math.max(...worth);
      const { next } = diagnose(dictionary, {});
      if (best < 1e-6) expect(next).toBeNull();
      else expect(worth[steps.findIndex(({ id }) => id === next)]).toBeCloseTo(best, 12);
    }
  });
});

test('the dictionary is made fault by fault, telling how far it is', () => {
  const told: number[] = [];
  const running = dictionaryInSteps(evidence, 'roof-lamp');
  for (let step = running.next(); !step.done; step = running.next()) told.push(step.value.done / step.value.of);
  expect(told.length).toBe(benches.get('roof-lamp')!.dictionary.faults.length);
  expect(told).toEqual([...told].sort((a, b) => a - b));
});

describe.each(['dew', 'lamps', 'finder'])('Owl Box, %s', (job) => {
  const { dictionary } = benches.get(job)!;
  test('each step has a prediction with a tolerance, in the order of safety', () => {
    const order = ['no power', 'control side alone', 'all of it'];
    const stages = dictionary.steps.map(({ stage }) => order.indexOf(stage));
    expect(Math.min(...stages)).toBe(0);
    for (const { value, tolerance } of dictionary.healthy) {
      expect(Number.isFinite(value)).toBe(true);
      expect(tolerance).toBeGreaterThan(0);
    }
  });
  test('readings that no single fault gives are said to be unexplained', () => {
    const volts = dictionary.steps.filter(({ quantity, stage }) => quantity === 'V' && stage === 'all of it');
    const readings = Object.fromEntries(volts.slice(0, 4).map(({ id }, at) => [id, 5 + 31 * at]));
    expect(diagnose(dictionary, readings).verdict).toBe('unexplained');
  });
});

describe('predictions by hand', () => {
  const dictionary = buildDictionary(evidence, 'dew');
  const of = (key: string) => dictionary.healthy[dictionary.steps.findIndex(({ id }) => id.startsWith(`dew/${key}`))]!;
  test('a coil of 85 Ω reads 85 Ω, give or take its 10 % and the meter', () => {
    expect(of('coil-dew-relay').value).toBeCloseTo(85, 0);
    expect(of('coil-dew-relay').tolerance).toBeGreaterThan(8.5);
  });
  test('the open contact reads open once the fuses are out, the fuse next to nothing', () => {
    // With them in it would be read through the marker lamps of another job, which are electronics: no meter says what they show.
    const contact = dictionary.steps.find(({ id }) => id.startsWith('dew/contact-'))!;
    expect(contact.words).toBe('contact K1 87 with its relay at rest, F1M, F1 out');
    expect(contact.out).toEqual([expect.stringMatching(/main/), 'dew-fuse']);
    expect(of('contact-').value).toBe(OPEN_OHM);
    expect(of('fuse-').value).toBeLessThan(0.1);
  });
  test('nothing is asked in ohms that cold lamps, cold motors and electronics would answer', () => {
    for (const [job, { dictionary: own }] of benches)
      own.steps.forEach((step, at) => {
        if (step.quantity !== 'Ω') return;
        for (const share of [1 / 15, Infinity]) {
          const there = faultyReader(evidence, [], {
            coilSpread: 0,
            volts: 1,
            cold: (kind) => (kind !== 'others' && LOADS[kind].ohms?.least === 1 ? 1 : share),
          })(step);
          expect([job, step.id, Math.abs(there - own.healthy[at]!.value) <= own.healthy[at]!.tolerance]).toEqual([job, step.id, true]);
        }
      });
  });
  test('a fuse is read out of its holder: one that has blown is open, whatever lies beside it in the circuit', () => {
    for (const { dictionary: own } of benches.values())
      own.steps.forEach((step, at) => {
        if (!step.alone) return;
        const blown = own.faults.findIndex(
          ({ id }) =>
            id.startsWith(step.red.slice(0, -2)) && /has blown$/.test(own.faults[own.faults.findIndex((f) => f.id === id)]!.words),
        );
        expect(own.values[blown]![at]).toBe(OPEN_OHM);
      });
  });
  test('control current and load current make up the supply’s within the meter’s error (common practice of the bench board)', () => {
    const one = gatherEvidence(read('circuits/01-switched-load'));
    const { steps, healthy } = buildDictionary(one, one.design.jobs[0]!.id);
    const amps = (key: RegExp) => healthy[steps.findIndex(({ id, quantity }) => quantity === 'A' && key.test(id))]!.value;
    const [control, load, supply] = [amps(/coil-amps/), amps(/\/amps-(?!supply)/), amps(/amps-supply/)];
    expect(control).toBeGreaterThan(0.05);
    expect(load).toBeGreaterThan(1);
    expect(Math.abs(control + load - supply)).toBeLessThan(meterError('A', supply));
  });
});

test('a meter’s error by hand: 12.6 V on the 20 V range is 0.063 V and two digits of 10 mV', () => {
  expect(rangeFor('V', 12.6)).toBe(20);
  expect(meterError('V', 12.6)).toBeCloseTo(0.063 + 0.02, 9);
});

describe('on the mains', () => {
  test.each(['demo/owl-box', 'circuits/13-mains-lamp-by-module', 'circuits/16-machine-box', 'circuits/19-oven', 'circuits/21-two-hand'])(
    '%s: no step puts a lead on anything live of it',
    (file) => {
      const made = gatherEvidence(read(file));
      for (const { job } of made.jobs.values()) {
        if (!made.design.supplies.some(({ id, kind }) => id === job.supply && kind === 'mains')) continue;
        const own = buildDictionary(made, job.id);
        expect(own.steps.length).toBeGreaterThan(3);
        own.steps.forEach((step, at) => {
          expect(step.stage).not.toBe('all of it');
          if (step.quantity !== 'Ω') expect(own.healthy[at]!.value).toBeLessThan(50);
        });
      }
    },
  );
  test('its contacts are read while the relay is in and the mains are unplugged: open at rest, next to nothing in', () => {
    const own = buildDictionary(evidence, 'heater');
    const value = (key: string) => own.healthy[own.steps.findIndex(({ id }) => id.includes(key))]!.value;
    expect(value('contact-heater-relay-2')).toBeGreaterThan(1e6);
    expect(value('closes-heater-relay-2')).toBeLessThan(0.1);
  });
});
