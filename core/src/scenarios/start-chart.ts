/**
 * A load's start against the fuse before it and the wire behind it, as currents over time.
 *
 * The wire is one body between two standards: for a short time no heat leaves it, and I²t = k²S² is its end (IEC
 * 60364-4-43, good to about 5 s); for a long time it bears I_z. Between them I(t) = I_z / √(1 − e^(−t/τ)) with
 * τ = (k·S/I_z)², which has both ends.
 */
import type { Wire } from '../graph/index.ts';
import { type PartPlaying, START_TIMES_S, startAmpere } from '../kinds/index.ts';
import { BLADE_BANDS, adiabaticK, bladeBears } from '../reference/index.ts';
import { type RuleContext, type WiredJob, startBehind } from '../rules/index.ts';

/** k of copper with PVC insulation at 70 °C, A·√s/mm² (115 in IEC 60364-4-43, table 43A). */
const ADIABATIC_K = adiabaticK(70);

export interface StartChart {
  readonly fuse: string;
  readonly ratingA: number;
  readonly wire: string;
  readonly wireMm2: number;
  readonly wireAmpacityA: number;
  /** One moment a row, s and A: the start, the fuse at its soonest and at its latest, the wire's end. */
  readonly rows: readonly {
    readonly seconds: number;
    readonly loadA: number;
    readonly soonestA: number;
    readonly latestA: number;
    readonly wireA: number;
  }[];
}

/** Current that ends a wire in a time, A; none where it bears none. */
export function wireEnds(sizeMm2: number, ampacityA: number, seconds: number): number {
  if (ampacityA <= 0) return 0;
  const tau = (ADIABATIC_K * sizeMm2) ** 2 / ampacityA ** 2;
  return ampacityA / Math.sqrt(-Math.expm1(-seconds / tau));
}

/** Share of its rating that opens a blade fuse within a time at the latest edge of its band. */
export function bladeOpensBy(seconds: number): number {
  const [first] = BLADE_BANDS;
  const last = BLADE_BANDS[BLADE_BANDS.length - 1]!;
  if (seconds >= first![2]) return first![0];
  if (seconds <= last[2]) return last[0] * Math.sqrt(last[2] / seconds);
  const at = BLADE_BANDS.findIndex(([, , mostS]) => mostS <= seconds);
  const [above, below] = [BLADE_BANDS[at - 1]!, BLADE_BANDS[at]!];
  const way = Math.log(seconds / above[2]) / Math.log(below[2] / above[2]);
  return above[0] * (below[0] / above[0]) ** way;
}

/** Past the start's own moments: a minute and ten, where fuse and wire meet. */
const LATER_S = [20, 40, 60, 120, 300, 600, 1200];

/** Null where the job has no blade fuse with something behind it. */
export function startChart(context: RuleContext, job: WiredJob): StartChart | null {
  const fuse = job.loadFuses.find(({ spec }) => spec.style === 'blade') as PartPlaying<'overcurrent device'> | undefined;
  if (!fuse) return null;
  const { starting, mostA } = startBehind(context, job, fuse);
  const guarded = context.guardedBy(fuse);
  const [first, ...rest] = guarded;
  if (starting.length === 0 || !first) return null;
  const weak = rest.reduce<Wire>((low, wire) => (context.behindFuse(wire) < context.behindFuse(low) ? wire : low), first);
  const { ratingA } = fuse.spec;
  const wireAmpacityA = context.behindFuse(weak);
  return {
    fuse: fuse.tag,
    ratingA,
    wire: weak.tag,
    wireMm2: weak.sizeMm2,
    wireAmpacityA,
    rows: [...START_TIMES_S, ...LATER_S].map((seconds) => ({
      seconds,
      loadA: startAmpere(starting, seconds, mostA),
      soonestA: ratingA * bladeBears(seconds),
      latestA: ratingA * bladeOpensBy(seconds),
      wireA: wireEnds(weak.sizeMm2, wireAmpacityA, seconds),
    })),
  };
}
