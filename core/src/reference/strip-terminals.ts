/** What a feed-through terminal of a strip carries, by the wire that it is made for, A. */
import { fromMemory } from './source.ts';

export const STRIP_TERMINAL_SOURCE = fromMemory('test currents of feed-through terminals after IEC 60947-7-1', 'strip-terminals');

export const STRIP_TERMINAL_RATINGS: readonly (readonly [mm2: number, ampere: number])[] = [
  [1, 13.5],
  [1.5, 17.5],
  [2.5, 24],
  [4, 32],
];
export const STRIP_MOST_MM2 = 4;

/** Null for a wire that goes under no terminal of the strip: it passes beside it. */
export function stripTerminalA(sizeMm2: number): number | null {
  return STRIP_TERMINAL_RATINGS.find(([mm2]) => sizeMm2 <= mm2)?.[1] ?? null;
}
