/** Which of a job's states are looked at, where they are too many for all of them. */
import { expect, test } from '@jest/globals';
import { MOST_STATES, combinationsOfSignals } from './explore.ts';

const ones = (bits: number, count: number) => Array.from({ length: count }, (_, at) => (bits >> at) & 1).reduce((sum, one) => sum + one, 0);

test('all of them up to the limit, one signal changing from each to the next', () => {
  const { combinations, all } = combinationsOfSignals(12, MOST_STATES);
  expect(all).toBe(true);
  expect(new Set(combinations).size).toBe(4096);
  for (const [at, bits] of combinations.entries()) if (at > 0) expect(ones(bits ^ combinations[at - 1]!, 12)).toBe(1);
});
test.each([13, 20, 30])(
  'of %d signals as many as the limit, with none, one and two of them on, and with none, one and two off',
  (count) => {
    const { combinations, all } = combinationsOfSignals(count, MOST_STATES);
    expect(all).toBe(false);
    expect(new Set(combinations).size).toBe(4096);
    expect(combinations.every((bits) => Number.isInteger(bits) && bits >= 0 && bits < 2 ** count)).toBe(true);
    const few = combinations.map((bits) => ones(bits, count));
    const pairs = (count * (count - 1)) / 2;
    for (const [on, times] of [
      [0, 1],
      [1, count],
      [2, pairs],
    ] as const) {
      expect([on, few.filter((many) => many === on).length]).toEqual([on, times]);
      expect([on, few.filter((many) => many === count - on).length]).toEqual([on, times]);
    }
    expect(few.some((many) => many === Math.floor(count / 2))).toBe(true);
    expect(combinationsOfSignals(count, MOST_STATES).combinations).toEqual(combinations);
  },
);
test('a limit below the pairs is kept as well', () => {
  expect(combinationsOfSignals(30, 100).combinations.length).toBe(100);
});
