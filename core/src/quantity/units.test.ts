/** Feet, inches and °F against what they are by definition: 1 ft = 0.3048 m, °F = 1.8 °C + 32. */
import { describe, expect, test } from '@jest/globals';
import { formatQuantity } from './format.ts';
import { METRIC, type Units, cutLength, leftLength, readQuantity, wholeCut } from './units.ts';

const INCH: Units = { lengthUnit: 'ft', temperatureUnit: 'F' };

describe('typed with a unit, or in the one that is shown', () => {
  test.each([
    ['12 ft', 'm', METRIC, 3.6576],
    [`3'6"`, 'm', METRIC, 1.0668],
    [`3' 6`, 'm', METRIC, 1.0668],
    ['3 ft 6 in', 'm', METRIC, 1.0668],
    ['18 in', 'm', METRIC, 0.4572],
    ['40 cm', 'm', INCH, 0.4],
    ['2,5', 'm', METRIC, 2.5],
    ['2.5', 'm', INCH, 0.762],
    ['2.5 m', 'm', INCH, 2.5],
    ['350F', '°C', METRIC, 176.6667],
    ['350 °F', '°C', INCH, 176.6667],
    ['-40', '°C', INCH, -40],
    ['−40 F', '°C', METRIC, -40],
    ['80 C', '°C', INCH, 80],
    ['80', '°C', METRIC, 80],
    ['5 A', 'A', INCH, 5],
    ['1e-3', 'Ω', METRIC, 0.001],
    ['.5', 'A', METRIC, 0.5],
  ] as const)('%s for %s is %s', (typed, unit, units, value) => expect(readQuantity(typed, unit, units)).toBeCloseTo(value, 4));

  test.each([
    ['', 'm'],
    ['ft', 'm'],
    ['3 miles', 'm'],
    [`3'6x`, 'm'],
    ['3 in 6 in', 'm'],
    ['12 ft', '°C'],
    ['350F', 'm'],
    ['5 V', 'A'],
    ['1 2', 'A'],
  ])('%s is no %s', (typed, unit) => expect(readQuantity(typed, unit)).toBeNull());
});

test('shown in feet and °F; a difference has no zero of its own', () => {
  expect(formatQuantity(3.048, 'm', INCH)).toBe('10 ft');
  expect(formatQuantity(100, '°C', INCH)).toBe('212 °F');
  expect(formatQuantity(-40, '°C', INCH)).toBe('−40 °F');
  expect(formatQuantity(50, 'K', INCH)).toBe('90 °F');
  expect(formatQuantity(NaN, '°C', INCH)).toBe('– °F');
  expect(formatQuantity(5, 'A', INCH)).toBe('5 A');
  expect(formatQuantity(100, '°C')).toBe('100 °C');
});

test('a length to cut is a whole inch or centimetre, never shorter', () => {
  expect(cutLength(1.24, METRIC)).toBe('1.24 m');
  expect(cutLength(1.24, INCH)).toBe('4 ft 1 in');
  expect(cutLength(0.3048, INCH)).toBe('1 ft');
  expect(cutLength(0.305, INCH)).toBe('1 ft 1 in');
  expect(cutLength(0.15, INCH)).toBe('6 in');
  expect(leftLength(1.24, METRIC)).toBe('1.24 m');
  expect(leftLength(1.24, INCH)).toBe('4 ft');
  expect(leftLength(0.3048, INCH)).toBe('1 ft');
  expect(leftLength(0.02, INCH)).toBe('0 in');
  for (const metres of [0.01, 0.15, 0.3048, 1.2345, 7.77]) {
    for (const units of [METRIC, INCH]) {
      const cut = wholeCut(metres, units);
      expect(cut).toBeGreaterThanOrEqual(metres - 1e-6);
      expect(cut - metres).toBeLessThan(units === INCH ? 0.0254 : 0.01);
      // Cut again it is the same.
      expect(wholeCut(cut, units)).toBe(cut);
    }
  }
});
