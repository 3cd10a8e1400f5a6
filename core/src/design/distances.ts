import type { Design } from './schema.ts';

/** Slack cut into every wire that leaves its place, as a share of the measured way. */
export const LENGTH_ALLOWANCE = 0.1;
/** Wire between two parts at the same place, m. */
export const SAME_PLACE_M = 0.3;

/** Answers the way between two places, m: as measured, or the shortest chain of measured ways. */
export type Ways = (from: string, to: string) => number | undefined;

export function waysBetween(design: Pick<Design, 'places' | 'distances'>): Ways {
  const index = new Map(design.places.map((place, at) => [place.id, at]));
  const count = design.places.length;
  const way = new Float64Array(count * count).fill(Infinity);
  for (let at = 0; at < count; at++) way[at * count + at] = 0;
  for (const { a, b, lengthM } of design.distances) {
    const i = index.get(a)!;
    const j = index.get(b)!;
    if (i === j) continue;
    way[i * count + j] = way[j * count + i] = Math.min(lengthM, way[i * count + j]!);
  }
  // Floyd–Warshall; a project has at most 60 places.
  for (let via = 0; via < count; via++)
    for (let i = 0; i < count; i++)
      for (let j = 0; j < count; j++) way[i * count + j] = Math.min(way[i * count + j]!, way[i * count + via]! + way[via * count + j]!);
  return (from, to) => {
    const length = way[index.get(from)! * count + index.get(to)!];
    return length !== undefined && Number.isFinite(length) ? length : undefined;
  };
}
