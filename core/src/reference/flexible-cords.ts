import { fromMemory } from './source.ts';

export const CORD_AMPACITY_SOURCE = fromMemory('flexible cords, two loaded cores, 30 °C', 'flexible-cords');
/** Ampacity of flexible cords by section, [mm², A]. */
export const CORD_AMPACITY: readonly (readonly [sizeMm2: number, ampere: number])[] = [
  [0.5, 3],
  [0.75, 6],
  [1, 10],
  [1.25, 13],
  [1.5, 16],
  [2.5, 25],
  [4, 32],
];
