import { fromMemory } from './source.ts';

export const CORD_AMPACITY_SOURCE = fromMemory('flexible cords, two loaded cores, 30 °C (HD 516 S2)', 'flexible-cords');
/** Ampacity of flexible cords by section, [mm², A]. */
export const CORD_AMPACITY: readonly (readonly [sizeMm2: number, ampere: number])[] = [
  [0.5, 3],
  [0.75, 6],
  [1, 10],
  [1.25, 13],
  [1.5, 16],
  [2.5, 25],
  [4, 32],
  [6, 40],
  [10, 63],
];

export const GAUGE_CORD_SOURCE = fromMemory('NEC table 400.5(A)(1), two conductors that carry current, 30 °C', 'flexible-cords');
/** Ampacity of flexible cords by gauge, [gauge, A]. */
export const GAUGE_CORD_AMPACITY: readonly (readonly [awg: number, ampere: number])[] = [
  [18, 10],
  [16, 13],
  [14, 18],
  [12, 25],
  [10, 30],
  [8, 40],
  [6, 55],
  [4, 70],
  [2, 95],
];
