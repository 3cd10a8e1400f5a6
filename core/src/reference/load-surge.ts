import type { LoadKind, LOAD_KINDS } from '../design/schema.ts';
import { fromMemory } from './source.ts';

export const SURGE_SOURCE = fromMemory('surge of a load by its kind', 'load-surge');

export interface Surge {
  /** Times the running current, least and most. */
  readonly least: number;
  readonly most: number;
  /** How long it lasts, s, least and most. */
  readonly leastS: number;
  readonly mostS: number;
  readonly why: string;
}

export const LOAD_SURGE: Readonly<Record<(typeof LOAD_KINDS)[number], Surge>> = {
  heater: { least: 1, most: 1.4, leastS: 0.1, mostS: 1, why: 'an element is a little lower in resistance while it is cold' },
  filament: { least: 10, most: 15, leastS: 0.01, mostS: 0.1, why: 'cold tungsten has a twelfth to a fifteenth of its hot resistance' },
  led: { least: 30, most: 100, leastS: 0.0001, mostS: 0.001, why: 'its driver’s capacitors fill through the line alone' },
  motor: { least: 4, most: 8, leastS: 0.1, mostS: 1, why: 'it starts from a standstill, where only the armature’s resistance limits it' },
  solenoid: { least: 1, most: 1, leastS: 0, mostS: 0, why: 'no surge when it comes on; a voltage spike when it goes off' },
};

/** What starts: a kind of load and its running current, A. */
export interface Starting {
  readonly kind: LoadKind;
  readonly ampere: number;
}

/** The usual surge of a kind: the geometric middle of what is told of it. */
export function usualSurge(kind: LoadKind): { times: number; durationS: number } {
  if (kind === 'battery') return { times: 1, durationS: 0 };
  const { least, most, leastS, mostS } = LOAD_SURGE[kind];
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
