/**
 * Sizes for what a person left to the app. These sums only choose; the rules check the choice by solving
 * the wired network, and share nothing with this file but the reference tables.
 */
import { BLADE_FUSE_RATINGS, bladeFuseAtLeast } from '../reference/blade-fuses.ts';
import { class5OhmPerM } from '../reference/class5-conductors.ts';
import { copperAtTemperature } from '../reference/copper.ts';
import { STOCK_SIZES_MM2, ampacity, conductorTemperature } from '../reference/vehicle-ampacity.ts';

export interface Leg {
  readonly key: string;
  readonly lengthM: number;
  /** Largest steady current, A. */
  readonly currentA: number;
  readonly hotC: number;
  /** Rating of the fuse ahead; 0 with none. */
  readonly fuseA: number;
  /** A size that a person chose; it is kept, and the others stay as if it had not been. */
  readonly chosenMm2: number | undefined;
}

/** A way from the supply through its load and back, over some of the legs. */
export interface Path {
  readonly legs: readonly string[];
  /** Resistance that is not wire (fuse, contact, ground), Ω. */
  readonly fixedDropV: number;
  readonly budgetV: number;
}

export const LARGEST_STOCK_MM2 = STOCK_SIZES_MM2[STOCK_SIZES_MM2.length - 1]!;

/** Smallest stock size whose ampacity stands above its fuse and its current; the largest if none does. */
export function smallestForAmpacity(leg: Leg): number {
  const needed = Math.max(leg.fuseA, leg.currentA);
  return STOCK_SIZES_MM2.find((size) => ampacity(size, leg.hotC) >= needed) ?? LARGEST_STOCK_MM2;
}

function dropV(leg: Leg, sizeMm2: number): number {
  const hot = conductorTemperature(leg.currentA, ampacity(sizeMm2, leg.hotC), leg.hotC);
  return leg.currentA * leg.lengthM * copperAtTemperature(class5OhmPerM(sizeMm2)!, hot);
}

/**
 * A size for each leg: first what its ampacity needs, then, while some path loses more than its budget,
 * one step up for the leg of the worst path that saves most volts for the copper it adds. `dropV` is what
 * each path loses then.
 */
export function chooseSizes(legs: readonly Leg[], paths: readonly Path[]): { sizes: Map<string, number>; dropV: number[] } {
  const byKey = new Map(legs.map((leg) => [leg.key, leg]));
  const sizes = new Map(legs.map((leg) => [leg.key, smallestForAmpacity(leg)]));
  const lost = (path: Path) => path.legs.reduce((sum, key) => sum + dropV(byKey.get(key)!, sizes.get(key)!), path.fixedDropV);
  const over = (path: Path) => lost(path) - path.budgetV;
  for (;;) {
    const worst = paths.reduce<Path | null>((far, path) => (over(path) > (far ? over(far) : 0) ? path : far), null);
    if (!worst) break;
    let best: { key: string; size: number; value: number } | null = null;
    for (const key of worst.legs) {
      const leg = byKey.get(key)!;
      const size = sizes.get(key)!;
      const next = STOCK_SIZES_MM2[STOCK_SIZES_MM2.indexOf(size) + 1];
      if (next === undefined) continue;
      const value = (dropV(leg, size) - dropV(leg, next)) / ((next - size) * leg.lengthM);
      if (!best || value > best.value) best = { key, size: next, value };
    }
    if (!best) break;
    sizes.set(best.key, best.size);
  }
  for (const { key, chosenMm2 } of legs) if (chosenMm2 !== undefined) sizes.set(key, chosenMm2);
  return { sizes, dropV: paths.map(lost) };
}

/** Fuse for a load: the smallest that leaves the wanted headroom, or the largest there is. */
export function chooseFuse(loadA: number, headroom: number): number {
  return bladeFuseAtLeast(loadA * headroom) ?? BLADE_FUSE_RATINGS[BLADE_FUSE_RATINGS.length - 1]!;
}

/** Below 2 A a blade fuse adds ohms to a coil circuit and protects nothing that 2 A does not. */
const SMALLEST_CONTROL_FUSE_A = 2;

export function chooseControlFuse(coilA: number, headroom: number): number {
  return chooseFuse(Math.max(coilA * headroom, SMALLEST_CONTROL_FUSE_A) / headroom, headroom);
}
