/** What a feed-through terminal of a strip carries, by the wire that it is made for, A. */
import { standard } from './source.ts';

export const STRIP_TERMINAL_SOURCE = standard('IEC 60947-7-1', 'rated connecting capacity and test current (from memory)');

const RATINGS: readonly (readonly [mm2: number, ampere: number])[] = [
  [1, 13.5],
  [1.5, 17.5],
  [2.5, 24],
  [4, 32],
];
export const STRIP_MOST_MM2 = 4;

/** Null for a wire that goes under no terminal of the strip: it passes beside it. */
export function stripTerminalA(sizeMm2: number): number | null {
  return RATINGS.find(([mm2]) => sizeMm2 <= mm2)?.[1] ?? null;
}
