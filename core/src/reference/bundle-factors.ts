import { standard } from './source.ts';

export const BUNDLE_SOURCE = standard('IEC 60364-5-52, table B.52.17, bunched in air', 'bundle-factors');
/** Share of its ampacity that each of several loaded circuits in one bundle may carry. */
export const BUNDLE_FACTORS: readonly (readonly [circuits: number, factor: number])[] = [
  [1, 1],
  [2, 0.8],
  [3, 0.7],
  [4, 0.65],
  [6, 0.57],
  [9, 0.5],
];

export const NEC_BUNDLE_SOURCE = standard('NEC 310.15(C)(1), by conductors that carry current', 'nec-bundle-factors');
/** Share of its ampacity that each of so many conductors in one raceway or bundle may carry. */
export const NEC_BUNDLE_FACTORS: readonly (readonly [conductors: number, factor: number])[] = [
  [3, 1],
  [6, 0.8],
  [9, 0.7],
  [20, 0.5],
  [30, 0.45],
];

/** Each circuit has two conductors that carry current: out and back. NaN above thirty conductors. */
export function necBundleFactor(circuits: number): number {
  return NEC_BUNDLE_FACTORS.find(([count]) => count >= 2 * circuits)?.[1] ?? NaN;
}

/** The factor of the next larger number that the table has: never more than is right. NaN above nine. */
export function bundleFactor(circuits: number): number {
  return BUNDLE_FACTORS.find(([count]) => count >= circuits)?.[1] ?? NaN;
}
