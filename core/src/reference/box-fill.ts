import { standard } from './source.ts';

export const BOX_FILL_SOURCE = standard('NEC 314.16(B), table', 'box-fill');

/** Room that a conductor takes in a box, by gauge, cubic inches. */
export const BOX_FILL_IN3: readonly (readonly [awg: number, cubicInches: number])[] = [
  [18, 1.5],
  [16, 1.75],
  [14, 2],
  [12, 2.25],
  [10, 2.5],
  [8, 3],
  [6, 5],
];
export const IN3_CM3 = 16.387;
