import { fromMemory } from './source.ts';

export const AMPACITY_SOURCE = fromMemory('boat and vehicle practice, 105 °C insulation, single in air', 'vehicle-ampacity');

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
  [0, 285],
  [-1, 330],
];

/** Metric sizes that are stocked, mm². */
export const STOCK_SIZES_MM2: readonly number[] = [1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50];
