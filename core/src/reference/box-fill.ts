import { standard } from './source.ts';
import { awgMm2 } from './wire-sizes.ts';

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

/** The same of a wire of a section, cm³: that of the gauge that is no thinner; null of what is thicker than the table, which has rules of its own. */
export function wireRoomCm3(sizeMm2: number): number | null {
  const row = BOX_FILL_IN3.find(([awg]) => awgMm2(awg) >= sizeMm2);
  return row ? row[1] * IN3_CM3 : null;
}
/** Earths that count as one together, and what each further one adds of it (NEC 314.16(B)(5)). */
export const EARTHS_AS_ONE = 4;
export const FURTHER_EARTH = 0.25;
