import type { Design } from './schema.ts';

/** Slack cut into every wire that leaves its place, as a share of the measured way. */
export const LENGTH_ALLOWANCE = 0.1;
/** Wire between two parts at the same place, m. */
export const SAME_PLACE_M = 0.3;

export interface WayAlong {
  readonly lengthM: number;
  /** Loaded circuits in the fullest bundle that it passes through. */
  readonly bundle: number;
  /** Places that it goes by, where it is a chain of measured ways; a way that was measured as a whole names none. */
  readonly via: readonly string[];
}

/** Answers the way between two places: as measured, or the shortest chain of measured ways where nobody measured it. */
export type Ways = (from: string, to: string) => WayAlong | undefined;

/** A measured way that a chain of other measured ways is clearly shorter than: one of them was read wrong. */
export interface Contradiction {
  readonly a: string;
  readonly b: string;
  readonly measuredM: number;
  readonly chainM: number;
  /** Places that the chain goes by, in order from a. */
  readonly via: readonly string[];
}

/** A chain shorter by less than this share is no contradiction: looms go round corners. */
export const SAME_WAY = 0.05;

export function waysBetween(design: Pick<Design, 'places' | 'distances'>): Ways {
  const { index, count, way, bundles, next } = chains(design);
  const named = [...index.keys()];
  // What was measured stands, whatever chain is shorter: a wire cut to the chain would not reach. Of a way that was
  // entered twice the longer does: too much wire can be cut, too little cannot.
  const measured = new Set<number>();
  for (const { a, b, lengthM, bundle } of design.distances) {
    const at = index.get(a)! * count + index.get(b)!;
    const back = index.get(b)! * count + index.get(a)!;
    if (at === back || (measured.has(at) && lengthM <= way[at]!)) continue;
    measured.add(at).add(back);
    way[at] = way[back] = lengthM;
    bundles[at] = bundles[back] = bundle;
  }
  return (from, to) => {
    const end = index.get(to)!;
    const at = index.get(from)! * count + end;
    const lengthM = way[at];
    if (lengthM === undefined || !Number.isFinite(lengthM)) return undefined;
    const via: string[] = [];
    if (!measured.has(at)) for (let by = next[at]!; by !== end && by >= 0; by = next[by * count + end]!) via.push(named[by]!);
    return { lengthM, bundle: bundles[at]!, via };
  };
}

/** Measured ways that a chain of others contradicts, the worst first. */
export function contradictions(design: Pick<Design, 'places' | 'distances'>): Contradiction[] {
  const { index, count, way, next } = chains(design);
  const named = new Map([...index].map(([place, at]) => [at, place]));
  return design.distances
    .flatMap(({ a, b, lengthM }): Contradiction[] => {
      const end = index.get(b)!;
      let at = index.get(a)!;
      const chainM = way[at * count + end]!;
      if (at === end || chainM >= lengthM * (1 - SAME_WAY)) return [];
      const via: string[] = [];
      while ((at = next[at * count + end]!) !== end) via.push(named.get(at)!);
      return [{ a, b, measuredM: lengthM, chainM, via }];
    })
    .sort((x, y) => y.measuredM / y.chainM - x.measuredM / x.chainM);
}

/** Shortest chains of measured ways between all places: Floyd–Warshall, with the next place on each. */
function chains(design: Pick<Design, 'places' | 'distances'>) {
  const index = new Map(design.places.map((place, at) => [place.id, at]));
  const count = design.places.length;
  const way = new Float64Array(count * count).fill(Infinity);
  const bundles = new Uint8Array(count * count).fill(1);
  const next = new Int16Array(count * count).fill(-1);
  for (let at = 0; at < count; at++) way[at * count + at] = 0;
  for (const { a, b, lengthM, bundle } of design.distances) {
    const i = index.get(a)!;
    const j = index.get(b)!;
    if (i === j || lengthM >= way[i * count + j]!) continue;
    way[i * count + j] = way[j * count + i] = lengthM;
    bundles[i * count + j] = bundles[j * count + i] = bundle;
    next[i * count + j] = j;
    next[j * count + i] = i;
  }
  for (let via = 0; via < count; via++)
    for (let i = 0; i < count; i++)
      for (let j = 0; j < count; j++) {
        const around = way[i * count + via]! + way[via * count + j]!;
        if (around >= way[i * count + j]!) continue;
        way[i * count + j] = around;
        next[i * count + j] = next[i * count + via]!;
        bundles[i * count + j] = Math.max(bundles[i * count + via]!, bundles[via * count + j]!);
      }
  return { index, count, way, bundles, next };
}
