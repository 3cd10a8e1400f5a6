import { standard } from './source.ts';

export const BREAKER_SOURCE = standard('IEC 60898-1, miniature circuit breakers', 'breakers');

/** A breaker carries this share of its rating for an hour, and opens within one at the other. */
export const BREAKER_CARRIES = 1.13;
export const BREAKER_OPENS = 1.45;

/** Instantaneous release by curve, times the rating: between the two it may open, above the second it does. */
export const BREAKER_CURVES: readonly (readonly [curve: string, least: number, most: number, use: string])[] = [
  ['B', 3, 5, 'heaters, sockets: little start'],
  ['C', 5, 10, 'lamps, small motors'],
  ['D', 10, 20, 'transformers, large motors'],
];
