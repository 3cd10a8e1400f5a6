/**
 * Two faults at once, for readings that no single one gives. Each of the two must come near at least one reading that is
 * wrong by itself, and together they are simulated anew: two faults do not add up.
 */
import type { Evidence } from '../../analysis/index.ts';
import { type Dictionary, FAR, type Readings, explainLog, faultyReader, isWrong, readingDistance } from './dictionary.ts';
import type { SingleFault } from './faults.ts';

export interface ExplainedByTwo {
  readonly faults: readonly [SingleFault, SingleFault];
  /** Share of all pairs that would explain it, 0–1. */
  readonly share: number;
}

/** Pairs that are simulated, the likeliest first: about 10 ms each. */
const MOST_PAIRS = 120;
const NEAR = 2.5;
const MOST_SAID = 5;

export function explainByTwo(evidence: Evidence, dictionary: Dictionary, readings: Readings): ExplainedByTwo[] {
  const { steps, faults, values } = dictionary;
  const measured = steps.flatMap(({ id }, at) => (readings[id] === undefined ? [] : [at]));
  const wrong = measured.filter((at) => isWrong(dictionary, at, readings[steps[at]!.id]!));
  const near = (row: number, at: number) => readingDistance(dictionary, at, readings[steps[at]!.id]!, values[row]![at]!) < NEAR;
  const covers = faults.map((_, row) => wrong.filter((at) => near(row, at)));
  const helpful = covers.flatMap((covered, row) => (covered.length > 0 ? [row] : []));
  const pairs: { a: number; b: number; covered: number; weight: number }[] = [];
  for (const a of helpful)
    for (const b of helpful) {
      if (a >= b || ('wired' in faults[a]! && 'wired' in faults[b]!) || sameBranch(faults[a]!, faults[b]!)) continue;
      const covered = new Set([...covers[a]!, ...covers[b]!]).size;
      pairs.push({ a, b, covered, weight: faults[a]!.weight * faults[b]!.weight });
    }
  pairs.sort((x, y) => y.covered - x.covered || y.weight - x.weight);
  const scored = pairs.slice(0, MOST_PAIRS).flatMap(({ a, b, weight }) => {
    const two = [faults[a]!, faults[b]!] as const;
    const read = faultyReader(evidence, two);
    const { log, far } = explainLog(dictionary, readings, measured, (at) => read(steps[at]!));
    return far > FAR ? [] : [{ faults: two, weight: weight * Math.exp(log) }];
  });
  const total = scored.reduce((sum, { weight }) => sum + weight, 0);
  return scored
    .map(({ faults: two, weight }) => ({ faults: two, share: weight / total }))
    .sort((a, b) => b.share - a.share)
    .slice(0, MOST_SAID);
}

const sameBranch = (a: SingleFault, b: SingleFault) => 'branch' in a && 'branch' in b && a.branch === b.branch;
