import { fromMemory } from './source.ts';

export const AMPACITY_SOURCE = fromMemory('boat and vehicle practice, 105 °C insulation, single in air', 'vehicle-ampacity');

/** Ampacity of what is thinner than that table begins, A: thin-wall vehicle wire (common practice). */
export const THIN_AMPACITY: readonly (readonly [sizeMm2: number, ampere: number])[] = [
  [0.32, 7],
  [0.5, 11],
  [0.75, 14],
];

/** Ampacity by gauge, A, copper with 105 °C insulation, single in air at 30 °C. */
export const AMPACITY_BY_AWG: readonly (readonly [awg: number, ampere: number])[] = [
  [18, 20],
  [16, 25],
  [14, 35],
  [12, 45],
  [10, 60],
  [8, 80],
  [6, 120],
  [4, 160],
  [2, 210],
  [1, 245],
  [0, 285],
  [-1, 330],
  [-2, 385],
  [-3, 445],
];
