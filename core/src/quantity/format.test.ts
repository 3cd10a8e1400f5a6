import { expect, test } from '@jest/globals';
import { countWord, figures, formatQuantity } from './format.ts';

test.each([
  [12.136, 'V', '12.14 V'],
  [0.0478, 'V', '47.8 mV'],
  [0.41, 'V', '0.41 V'],
  [-0.41, 'V', '−0.41 V'],
  [230, 'V', '230 V'],
  [0.148, 'A', '148 mA'],
  [8.4, 'A', '8.4 A'],
  [0.99951, 'A', '1 A'],
  [0.000005, 'A', '5 µA'],
  [2200, 'Ω', '2.2 kΩ'],
  [4.7e6, 'Ω', '4.7 MΩ'],
  [0, 'A', '0 A'],
  [55, '°C', '55 °C'],
  [2.09, 'm', '2.09 m'],
  [NaN, 'V', '– V'],
] as const)('%s %s reads %s', (value, unit, text) => expect(formatQuantity(value, unit)).toBe(text));

test('significant figures without trailing zeros or exponents', () => {
  expect(figures(1200000)).toBe('1200000');
  expect(figures(0.000123456)).toBe('0.000123');
  expect(figures(10)).toBe('10');
  expect(figures(-0.0001, 1)).toBe('−0.0001');
});

test('counts are words as long as a sentence would say them', () => {
  expect(countWord(2)).toBe('two');
  expect(countWord(24)).toBe('24');
});
