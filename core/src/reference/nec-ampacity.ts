import { fromMemory } from './source.ts';

export const NEC_AMPACITY_SOURCE = fromMemory('NEC table 310.16, copper, not more than three in a raceway, 30 °C', 'nec-ampacity');

/** Insulation temperature columns of the table, °C. */
export const NEC_COLUMNS_C = [60, 75, 90] as const;
export type NecColumn = (typeof NEC_COLUMNS_C)[number];

/** Ampacity by gauge, A, for 60, 75 and 90 °C insulation at 30 °C. */
export const NEC_AMPACITY: readonly (readonly [awg: number, at60: number, at75: number, at90: number])[] = [
  [14, 15, 20, 25],
  [12, 20, 25, 30],
  [10, 30, 35, 40],
  [8, 40, 50, 55],
  [6, 55, 65, 75],
  [4, 70, 85, 95],
  [2, 95, 115, 130],
  [1, 110, 130, 145],
  [0, 125, 150, 170],
  [-1, 145, 175, 195],
  [-2, 165, 200, 225],
  [-3, 195, 230, 260],
];

/** Largest overcurrent device for the small gauges, A (NEC 240.4(D), from memory). */
export const NEC_SMALL_CONDUCTOR_A: ReadonlyMap<number, number> = new Map([
  [14, 15],
  [12, 20],
  [10, 30],
]);

/** Ampacity of a gauge at an ambient, A; NaN for a gauge that the table has not. */
export function necAmpacity(awg: number, insulationC: NecColumn, ambientC: number): number {
  const row = NEC_AMPACITY.find(([gauge]) => gauge === awg);
  if (!row) return NaN;
  const room = (insulationC - ambientC) / (insulationC - 30);
  return row[1 + NEC_COLUMNS_C.indexOf(insulationC)]! * Math.sqrt(Math.max(0, room));
}
