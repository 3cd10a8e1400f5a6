import { type LoadKind, surgeOf } from './registry.ts';

/** What starts: a kind of load and its running current, A. */
export interface Starting {
  readonly kind: LoadKind;
  readonly ampere: number;
}

/** The usual surge of a kind: the geometric middle of what is told of it. */
export function usualSurge(kind: LoadKind): { times: number; durationS: number } {
  const { least, most, leastS, mostS } = surgeOf(kind);
  return { times: Math.sqrt(least * most), durationS: Math.sqrt(leastS * mostS) };
}

/** A surge has fallen to a twentieth after three time constants, which is when it is counted as over. */
const CONSTANTS_A_SURGE = 3;

/**
 * Current `atS` seconds after switch-on, A: i(t) = Σ I · (1 + (k − 1) · e^(−3t/d)), no more than `mostA`, which the
 * resistance on the way lets through.
 */
export function startAmpere(loads: readonly Starting[], atS: number, mostA = Infinity): number {
  const sum = loads.reduce((total, { kind, ampere }) => {
    const { times, durationS } = usualSurge(kind);
    return total + ampere * (durationS > 0 ? 1 + (times - 1) * Math.exp((-CONSTANTS_A_SURGE * atS) / durationS) : 1);
  }, 0);
  return Math.min(mostA, sum);
}

/** Moments at which a start is looked at, s: ten a decade from 0.1 ms to 10 s. */
export const START_TIMES_S: readonly number[] = Array.from({ length: 51 }, (_, at) => 1e-4 * 10 ** (at / 10));

/** Current that would have heated a fuse as much by each of `START_TIMES_S`, A: √(∫ i² dt / t). */
export function heatingAmperes(loads: readonly Starting[], mostA = Infinity): Float64Array {
  const heating = new Float64Array(START_TIMES_S.length);
  let integral = 0;
  let last = 0;
  let before = startAmpere(loads, 0, mostA) ** 2;
  START_TIMES_S.forEach((now, at) => {
    // Simpson's rule over each step, on the curve itself.
    const middle = startAmpere(loads, (last + now) / 2, mostA) ** 2;
    const after = startAmpere(loads, now, mostA) ** 2;
    integral += ((now - last) * (before + 4 * middle + after)) / 6;
    heating[at] = Math.sqrt(integral / now);
    last = now;
    before = after;
  });
  return heating;
}
