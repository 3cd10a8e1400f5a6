import { describe, expect, test } from '@jest/globals';
import { E12, E24, nearestPreferred } from './preferred.ts';

describe('preferred values (IEC 60063)', () => {
  test.each([
    [680, E12, 680],
    [700, E12, 680],
    [0.047, E12, 0.047],
    [97, E12, 100],
    [5.0e3, E24, 5.1e3],
    [2000, E24, 2000],
    [2000, E12, 2200],
  ])('nearest to %s', (value, series, expected) => expect(nearestPreferred(value, series)).toBe(expected));

  test('each step of E12 is in E24, and steps grow by about the twelfth and the twenty-fourth root of ten', () => {
    for (const step of E12) expect(E24).toContain(step);
    for (const [series, count] of [
      [E12, 12],
      [E24, 24],
    ] as const) {
      expect(series).toHaveLength(count);
      series.forEach((step, at) => expect(Math.abs(step / 10 ** (at / count) - 1)).toBeLessThan(0.055));
    }
  });
});
