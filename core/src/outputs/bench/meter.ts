/** What a hand-held meter makes of a value: its range, its digits and its accuracy. */
import { fromMemory } from '../../reference/index.ts';

export type Quantity = 'V' | 'A' | 'Ω';

/** Accuracy of an ordinary meter: half a per cent of the reading and two of the last digit (from memory, usual for its class). */
export const METER_SHARE = 0.005;
export const METER_DIGITS = 2;
export const METER_SOURCE = fromMemory('0.5 % + 2 digits, usual for a hand-held meter');

/** Ranges of 2000 counts by quantity, at their upper ends. */
const RANGES: Readonly<Record<Quantity, readonly number[]>> = {
  V: [0.2, 2, 20, 200, 600],
  A: [0.02, 0.2, 2, 10, 100],
  Ω: [200, 2e3, 20e3, 200e3, 2e6, 20e6],
};
/** A lead's own resistance shows in ohms and in the lowest range as much as a digit, Ω. */
export const LEADS_OHM = 0.2;
/** What reads as no continuity at all, Ω. */
export const OPEN_OHM = 20e6;

export function rangeFor(quantity: Quantity, value: number): number {
  const size = Math.abs(value);
  return RANGES[quantity].find((range) => size <= range) ?? RANGES[quantity][RANGES[quantity].length - 1]!;
}

/** How far a reading may be from what is there, in the unit itself. */
export function meterError(quantity: Quantity, value: number): number {
  const range = rangeFor(quantity, value);
  return METER_SHARE * Math.abs(value) + (METER_DIGITS * range) / 2000 + (quantity === 'Ω' ? LEADS_OHM : 0);
}
