/** What a choice of fuse, wires, relay and socket has to meet, cut loose from the netlist that it came from. */
import { ampacityAsLaid, conductorTemperature, copperAtTemperature, wireOhmPerM } from '../reference/index.ts';
import { COPPER_G_PER_MM2_M, wirePrice } from '../kinds/index.ts';
import { type Leg, type Path, bearsAsLaid, sizesFor } from './choose.ts';
import type { Fed } from './fuse-choice.ts';

/** The load side of a job as it was wired: its legs, the ways over them, and what each of its fuses feeds. */
export interface SizingParts {
  readonly legs: readonly Leg[];
  readonly paths: readonly Path[];
  readonly fed: readonly Fed[];
}

/** One relay in one socket, and the load side that the job has with it. */
export interface Variant {
  readonly relay: string;
  readonly socket: string;
  /** Of relays and sockets together. */
  readonly price: number;
  /** Largest fuse that its contacts and receptacles stand behind, A. */
  readonly mostFuseA: number;
  /** Fuses that the job has with it. */
  readonly fuses: number;
  readonly parts: SizingParts;
}

export interface SizingProblem {
  readonly variants: readonly Variant[];
  /** Ratings in stock, rising, A, their price, and the least that the loads ask for. */
  readonly ratings: readonly number[];
  readonly fusePrice: number;
  readonly leastFuseA: number;
  /** Resistance of a fuse, Ω. */
  fuseOhm(ratingA: number): number;
}

/** Everything that a size means for a leg, worked out once. */
export interface SizedLeg {
  readonly sizeMm2: number;
  /** What a fuse before it may be rated at, A. */
  readonly bearsA: number;
  /** Whether that is what the terminal of a strip bears, and the wire would more. */
  readonly byStrip: boolean;
  readonly dropV: number;
  readonly cost: number;
  readonly copperG: number;
}

export function sizedLegs(leg: Leg): SizedLeg[] {
  const { lengthM, totalM, currentA, laid } = leg;
  return sizesFor(leg).map((sizeMm2) => {
    const ampacityA = ampacityAsLaid(sizeMm2, laid);
    const bearsA = bearsAsLaid(sizeMm2, laid);
    const warmC = conductorTemperature(currentA, ampacityA, laid);
    return {
      sizeMm2,
      bearsA,
      byStrip: bearsA < ampacityA,
      dropV: currentA * lengthM * copperAtTemperature(wireOhmPerM(sizeMm2)!, warmC),
      cost: totalM * wirePrice(sizeMm2),
      copperG: totalM * sizeMm2 * COPPER_G_PER_MM2_M,
    };
  });
}

/** What a leg has to bear behind a fuse of a rating, A. */
export const neededA = ({ own, foreignA, currentA }: Leg, ratingA: number): number => Math.max(own ? ratingA : 0, foreignA, currentA);
