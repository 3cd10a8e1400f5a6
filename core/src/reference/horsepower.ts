import { standard } from './source.ts';

export const HORSEPOWER_SOURCE = standard('NEC (NFPA 70), Table 430.248: full-load currents of single-phase motors (from memory)');

/** What a single-phase motor takes at full load, A, by its horsepower: at 115 V and at 230 V. */
export const HORSEPOWER_A: readonly (readonly [horsepower: number, at115: number, at230: number])[] = [
  [1 / 6, 4.4, 2.2],
  [1 / 4, 5.8, 2.9],
  [1 / 3, 7.2, 3.6],
  [1 / 2, 9.8, 4.9],
  [3 / 4, 13.8, 6.9],
  [1, 16, 8],
  [1.5, 20, 10],
  [2, 24, 12],
  [3, 34, 17],
  [5, 56, 28],
  [7.5, 80, 40],
  [10, 100, 50],
];
/** Branches that the two columns are for (the table’s own ranges), V. */
const COLUMNS = [
  [110, 120],
  [220, 240],
] as const;

/** What a motor of so much takes on a branch of `volt`, A: of the next one in the table; null where the table has none. */
export function motorFullLoadA(horsepower: number, volt: number): number | null {
  const column = COLUMNS.findIndex(([least, most]) => volt >= least && volt <= most);
  // Thirds and sixths are typed as decimals too.
  const row = HORSEPOWER_A.find(([of]) => of >= horsepower * 0.99);
  return column < 0 || !row ? null : row[column + 1]!;
}
