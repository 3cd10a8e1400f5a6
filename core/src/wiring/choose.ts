/**
 * Sizes for what a person left to the app. These sums only choose; the rules check the choice by solving
 * the wired network, and share nothing with this file but the reference tables.
 */
import {
  type LaidFrom,
  ampacityAsLaid,
  conductorTemperature,
  copperAtTemperature,
  stripTerminalA,
  wireOhmPerM,
} from '../reference/index.ts';

/** How a wire is laid, and whether it goes over the terminal of a strip on its way. */
export interface LaidOver extends LaidFrom {
  readonly overStrip: boolean;
}

export interface Leg {
  readonly key: string;
  /** Wire that a load's current passes through in it, m, and all the wire to buy for it, m. */
  readonly lengthM: number;
  readonly totalM: number;
  /** Largest steady current, A. */
  readonly currentA: number;
  readonly laid: LaidOver;
  /** Largest wire that the terminals at its ends take, mm². */
  readonly mostMm2: number;
  /** Rating of the largest fuse that may feed it; 0 with none. */
  readonly fuseA: number;
  /** Whether the job's own load fuse feeds it, so that another choice of it moves this leg. */
  readonly own: boolean;
  /** Rating of a fuse that is not the job's own and may feed it; 0 with none. */
  readonly foreignA: number;
  /** A size that a person chose; it is kept, and the others stay as if it had not been. */
  readonly chosenMm2: number | undefined;
}

/** A way from the supply through its load and back, over some of the legs. */
export interface Path {
  readonly legs: readonly string[];
  /** Lost in what is neither wire nor the job's own fuse (contact, ground, trunk), V. */
  readonly fixedDropV: number;
  /** Current through the job's own fuses on the way, one after another, summed, A. */
  readonly fuseAmpere: number;
  readonly budgetV: number;
}

/** Battery cable begins above this: it is for what needs it by its current, and no way to save a few millivolts, mm². */
const CABLE_MM2 = 50;

/** What a fuse before it may be rated at, A: its ampacity, or less where the strip's terminal for it bears less. One too thick for a strip passes beside it. */
export const bearsAsLaid = (sizeMm2: number, laid: LaidOver): number =>
  Math.min(ampacityAsLaid(sizeMm2, laid), (laid.overStrip ? stripTerminalA(sizeMm2) : null) ?? Infinity);

/** Those that its terminals take, mm². */
export function sizesFor(leg: Pick<Leg, 'currentA' | 'fuseA' | 'laid' | 'mostMm2'>): readonly number[] {
  const { laid, mostMm2, currentA, fuseA } = leg;
  const needsCable = Math.max(2 * currentA, fuseA) > ampacityAsLaid(CABLE_MM2, laid);
  const fits = (size: number) => size <= mostMm2 && (needsCable || size <= CABLE_MM2);
  const kept = laid.keptMm2.filter(fits);
  // What a person keeps to gives way where none of it goes under the terminals and bears the current.
  if (kept.some((size) => bearsAsLaid(size, laid) >= Math.max(currentA, fuseA))) return kept;
  const fitting = laid.stockMm2.filter(fits);
  return fitting.length > 0 ? fitting : laid.stockMm2.slice(0, 1);
}

/** The least of them whose ampacity stands above its fuse and its current; the largest if none does. */
export function smallestForAmpacity(leg: Pick<Leg, 'currentA' | 'fuseA' | 'laid' | 'mostMm2'>): number {
  const needed = Math.max(leg.fuseA, leg.currentA);
  const sizesMm2 = sizesFor(leg);
  return sizesMm2.find((size) => bearsAsLaid(size, leg.laid) >= needed) ?? sizesMm2[sizesMm2.length - 1]!;
}

/** Lost in a leg of a size at its working temperature, V. */
export function legDropV({ currentA, lengthM, laid }: Leg, sizeMm2: number): number {
  const hot = conductorTemperature(currentA, ampacityAsLaid(sizeMm2, laid), laid);
  return currentA * lengthM * copperAtTemperature(wireOhmPerM(sizeMm2)!, hot);
}

/**
 * A size for each leg: first what its ampacity needs, then, while some path loses more than its budget,
 * one step up for the leg of the worst path that saves most volts for the copper it adds. `dropV` is what
 * each path loses then, behind a fuse of `fuseOhm`.
 */
export function chooseSizes(legs: readonly Leg[], paths: readonly Path[], fuseOhm = 0): { sizes: Map<string, number>; dropV: number[] } {
  const whole = grown(legs, paths, fuseOhm, 0);
  // Where no size keeps the budget, copper that saves next to nothing is copper in vain.
  const { sizes, lost } = paths.some((path) => whole.lost(path) > path.budgetV) ? grown(legs, paths, fuseOhm, WORTH) : whole;
  for (const { key, chosenMm2 } of legs) if (chosenMm2 !== undefined) sizes.set(key, chosenMm2);
  return { sizes, dropV: paths.map(lost) };
}

/** Share of a budget that a step up has to save where the budget cannot be kept. */
const WORTH = 0.01;

function grown(legs: readonly Leg[], paths: readonly Path[], fuseOhm: number, worth: number) {
  const byKey = new Map(legs.map((leg) => [leg.key, leg]));
  const sizes = new Map(legs.map((leg) => [leg.key, smallestForAmpacity(leg)]));
  const lost = (path: Path) =>
    path.legs.reduce((sum, key) => sum + legDropV(byKey.get(key)!, sizes.get(key)!), path.fixedDropV + path.fuseAmpere * fuseOhm);
  const over = (path: Path) => lost(path) - path.budgetV;
  /** Those that no step helps any more: the others go on. */
  const stuck = new Set<Path>();
  for (;;) {
    const worst = paths.reduce<Path | null>((far, path) => (!stuck.has(path) && over(path) > (far ? over(far) : 0) ? path : far), null);
    if (!worst) break;
    let best: { key: string; size: number; value: number } | null = null;
    for (const key of worst.legs) {
      const leg = byKey.get(key)!;
      const size = sizes.get(key)!;
      const sizesMm2 = sizesFor(leg);
      const next = sizesMm2[sizesMm2.indexOf(size) + 1];
      if (next === undefined) continue;
      const saved = legDropV(leg, size) - legDropV(leg, next);
      if (saved < worth * worst.budgetV) continue;
      const value = saved / ((next - size) * leg.lengthM);
      if (!best || value > best.value) best = { key, size: next, value };
    }
    if (best) sizes.set(best.key, best.size);
    else stuck.add(worst);
  }
  return { sizes, lost };
}
