import type { Design } from './schema.ts';

/** Slack cut into every wire that leaves its place, as a share of the measured way. */
export const LENGTH_ALLOWANCE = 0.1;
/** Wire between two parts at the same place, m. */
export const SAME_PLACE_M = 0.3;

export interface WayAlong {
  readonly lengthM: number;
  /** Loaded circuits in the fullest bundle that it passes through. */
  readonly bundle: number;
}

/** Answers the way between two places: as measured, or the shortest chain of measured ways. */
export type Ways = (from: string, to: string) => WayAlong | undefined;

export function waysBetween(design: Pick<Design, 'places' | 'distances'>): Ways {
  const index = new Map(design.places.map((place, at) => [place.id, at]));
  const count = design.places.length;
  const way = new Float64Array(count * count).fill(Infinity);
  const bundles = new Uint8Array(count * count).fill(1);
  for (let at = 0; at < count; at++) way[at * count + at] = 0;
  for (const { a, b, lengthM, bundle } of design.distances) {
    const i = index.get(a)!;
    const j = index.get(b)!;
    if (i === j) continue;
    if (lengthM >= way[i * count + j]!) continue;
    way[i * count + j] = way[j * count + i] = lengthM;
    bundles[i * count + j] = bundles[j * count + i] = bundle;
  }
  // Floyd–Warshall; a project has at most 60 places.
  for (let via = 0; via < count; via++)
    for (let i = 0; i < count; i++)
      for (let j = 0; j < count; j++) {
        const around = way[i * count + via]! + way[via * count + j]!;
        if (around >= way[i * count + j]!) continue;
        way[i * count + j] = around;
        bundles[i * count + j] = Math.max(bundles[i * count + via]!, bundles[via * count + j]!);
      }
  return (from, to) => {
    const at = index.get(from)! * count + index.get(to)!;
    const lengthM = way[at];
    return lengthM !== undefined && Number.isFinite(lengthM) ? { lengthM, bundle: bundles[at]! } : undefined;
  };
}
