/** The bench on hidden faults: found within six readings, and a healthy circuit never called faulty. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { parseDesignText } from '../design/parse.ts';
import type { Design } from '../design/schema.ts';
import { gatherEvidence, type Evidence } from '../prove/evidence.ts';
import { buildDictionary, diagnose, reader, type Dictionary } from './dictionary.ts';
import { meterError, OPEN_OHM, rangeFor } from './meter.ts';

function read(file: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(`../../../examples/${file}.json`, import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
}

/** Numbers from 0 to 1 from a seed: a linear congruential generator (Numerical Recipes). */
function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}

interface Bench {
  readonly evidence: Evidence;
  readonly dictionary: Dictionary;
}

/** Takes readings where the diagnosis asks for them, with a meter and parts that differ by chance. */
function hunt({ evidence, dictionary }: Bench, row: number | null, random: () => number, most: number) {
  const spread = { coilSpread: 0.16 * (random() - 0.5), volts: 1 + 0.04 * (random() - 0.5) };
  const bench = reader(evidence, spread);
  const fault = row === null ? null : dictionary.faults[row]!;
  const readings: Record<string, number> = {};
  let seen = diagnose(dictionary, readings);
  while (Object.keys(readings).length < most && seen.next !== null) {
    const step = dictionary.steps.find(({ id }) => id === seen.next)!;
    const there = bench.read(step, fault);
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
  dictionary.steps.some((_, at) => {
    const { value, tolerance } = dictionary.healthy[at]!;
    return Math.abs(dictionary.values[row]![at]! - value) > 1.5 * tolerance;
  });

const owl = read('demo/owl-box');
const evidence = gatherEvidence(owl);

describe.each(['dew', 'lamps', 'roof-lamp', 'finder'])('Owl Box, %s', (job) => {
  const bench = { evidence, dictionary: buildDictionary(evidence, job) };
  const { dictionary } = bench;
  test('each step has a prediction with a tolerance, in the order of safety', () => {
    const order = ['no power', 'control side alone', 'all of it'];
    const stages = dictionary.steps.map(({ stage }) => order.indexOf(stage));
    expect(Math.min(...stages)).toBe(0);
    for (const { value, tolerance } of dictionary.healthy) {
      expect(Number.isFinite(value)).toBe(true);
      expect(tolerance).toBeGreaterThan(0);
    }
  });
  test('a hidden fault is found within six readings in at least nine of ten tries, over 60 seeded runs', () => {
    const random = seeded(job.length * 7919);
    const candidates = dictionary.faults.flatMap((_, row) => (shows(dictionary, row) ? [row] : []));
    let found = 0;
    const runs = 60;
    for (let run = 0; run < runs; run++) {
      const row = candidates[Math.floor(random() * candidates.length)]!;
      const seen = hunt(bench, row, random, 6);
      const [first] = seen.explained;
      const named = first ? dictionary.faults.indexOf(first.fault) : -1;
      if (seen.verdict === 'fault' && named >= 0 && (named === row || twins(dictionary, named, row))) found++;
    }
    expect(found / runs).toBeGreaterThanOrEqual(0.9);
  });
  test('a healthy circuit is never called faulty, over 60 seeded runs', () => {
    const random = seeded(job.length * 104729);
    for (let run = 0; run < 60; run++) expect(hunt(bench, null, random, 12).verdict).toBe('healthy');
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
  test('the open contact reads the way through the other loads on its stud, the fuse next to nothing', () => {
    // Lamps, coils and the load itself in series and in parallel: tens of ohms, as a meter would show too.
    expect(of('contact-').value).toBeGreaterThan(10);
    expect(of('contact-').value).toBeLessThan(100);
    expect(of('fuse-').value).toBeLessThan(0.1);
  });
  test('control current and load current make up the supply’s within the meter’s error', () => {
    const amps = of('amps-').value;
    expect(amps).toBeGreaterThan(7);
    expect(of('coil-amps').value).toBeCloseTo(12.6 / 85, 2);
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
