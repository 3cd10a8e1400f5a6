import { standard } from './source.ts';

export const CLASS5_SOURCE = standard('IEC 60228, table 3, class 5', 'class5');

/** Maximum d.c. resistance at 20 °C of plain flexible (class 5) copper conductors: [mm², Ω/km]. */
export const CLASS5_OHM_PER_KM: readonly (readonly [sizeMm2: number, ohmPerKm: number])[] = [
  [0.5, 39.0],
  [0.75, 26.0],
  [1, 19.5],
  [1.5, 13.3],
  [2.5, 7.98],
  [4, 4.95],
  [6, 3.3],
  [10, 1.91],
  [16, 1.21],
  [25, 0.78],
  [35, 0.554],
  [50, 0.386],
  [70, 0.272],
  [95, 0.206],
];
