/**
 * What a conductor bears while a short lasts, and what an overcurrent device lets through until it has opened: both as I²t.
 * The conductor keeps all the heat: k²S² ≥ I²t (IEC 60364-4-43, 434.5.2).
 */
import { BLADE_BANDS } from './blade-fuse-bands.ts';
import { type Protection, curveOf } from './guards.ts';
import { PLUG_OPENS_A } from './plug-fuses.ts';
import { type Source, fromMemory, standard } from './source.ts';

export const ADIABATIC_SOURCE = standard('IEC 60364-4-43, 434.5.2: k²S² ≥ I²t');
/** What the insulation of PVC and its like bears for as long as a short lasts, °C (IEC 60364-4-43, table 43A). */
const SHORT_C = 160;

/**
 * k of copper that stands at a temperature as the short begins, A·√s/mm²: 226 · √ln(1 + (160 − θ)/(234.5 + θ)); 115 from 70 °C,
 * 88 from 105 °C.
 */
export const adiabaticK = (startC: number): number => 226 * Math.sqrt(Math.log(1 + (SHORT_C - startC) / (234.5 + startC)));

/** Half a cycle: a breaker in its instantaneous range has opened by then (common practice), s. */
const halfCycleS = (hertz: number): number => 1 / (2 * hertz);
/** Most that a breaker of energy limiting class 3 lets through, A²s, up to a rating, at 3 and 6 kA (EN 60898-1, from memory). */
const CLASS_3: Readonly<Record<string, readonly (readonly [ratingA: number, at3kA: number, at6kA: number])[]>> = {
  'breaker-b': [
    [16, 15_000, 35_000],
    [32, 18_000, 45_000],
  ],
  'breaker-c': [
    [16, 17_000, 42_000],
    [32, 20_000, 55_000],
  ],
};

/** A short draws at least this share of a blade fuse’s rating: its band says how long it may then last. */
const [BLADE_SHORT, , BLADE_SHORT_S] = BLADE_BANDS.find(([share]) => share === 3.5)!;
/** Times the square of a rating, A²s: at six times it for a second (strip fuses, thermal breakers), at ten times for 0.3 s (time-lag 5 × 20). */
const SLOW = 36;
const TIME_LAG = 30;

export interface LetThrough {
  readonly i2t: number;
  readonly source: Source;
}

/** What a device lets through of a short on mains of so many Hz, A²s; null where the short does not open it at once, or nobody knows. */
export function letThrough(style: Protection | 'bolt', ratingA: number, prospectiveA: number, hertz: number): LetThrough | null {
  switch (style) {
    case 'breaker-b':
    case 'breaker-c':
    case 'breaker-d': {
      if (prospectiveA < curveOf(style)!.most * ratingA) return null;
      const halfCycle = prospectiveA ** 2 * halfCycleS(hertz);
      const row = CLASS_3[style]?.find(([upTo]) => ratingA <= upTo);
      const most = !row || prospectiveA > 6000 ? Infinity : row[prospectiveA > 3000 ? 2 : 1];
      return most < halfCycle
        ? { i2t: most, source: fromMemory('EN 60898-1, energy limiting class 3') }
        : { i2t: halfCycle, source: fromMemory('a breaker opens a short within half a cycle') };
    }
    case 'plug': {
      const opensA = PLUG_OPENS_A.get(ratingA);
      return opensA === undefined ? null : { i2t: opensA ** 2 * 0.4, source: fromMemory('BS 1362: within 0.4 s') };
    }
    case 'cartridge':
      return { i2t: TIME_LAG * ratingA ** 2, source: fromMemory('IEC 60127: time-lag, ten times its rating within 0.3 s') };
    case 'blade':
    case 'high-breaking':
      return { i2t: BLADE_SHORT ** 2 * BLADE_SHORT_S * ratingA ** 2, source: fromMemory('ISO 8820-3: 3.5 times its rating within 0.5 s') };
    case 'bolt':
    case 'breaker':
    case 'self-resetting':
      return { i2t: SLOW * ratingA ** 2, source: fromMemory('strip fuses and thermal breakers: six times their rating within a second') };
    default:
      return style satisfies never;
  }
}
