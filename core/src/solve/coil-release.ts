/**
 * How long a coil holds its armature after it is switched off, by what takes its current then.
 *
 *   diode, clamp:  i(t) = (I₀ + V_c/R) · e^(−tR/L) − V_c/R,  V_c across the path at all times
 *   resistor:      i(t) = I₀ · e^(−t(R + R_p)/L),            I₀ · R_p across it at first
 *
 * Released when i falls to the release current. The armature's own travel, a few ms, comes on top.
 */
import { SILICON_V } from '../reference/index.ts';
import type { SUPPRESSIONS } from '../project/index.ts';

export type Suppression = (typeof SUPPRESSIONS)[number];

/** What a clamp lets stand across itself, V (from memory). */
export const CLAMP_V = 36;
/** Resistor across a coil by its voltage, Ω: common practice at 12 V, and four times that at 24 V for the same current share. */
export const parallelOhm = (coilV: number): number => (coilV > 12 ? 2700 : 680);

export interface Coil {
  readonly henry: number;
  readonly ohm: number;
  /** Flowing when it is switched off, A. */
  readonly ampere: number;
  /** At which the armature lets go, A. */
  readonly releaseA: number;
  readonly nominalV: number;
}

export interface Release {
  /** From switching off to letting go, s; 0 with nothing across the coil, where an arc in the switch ends the current. */
  readonly seconds: number;
  /** Largest across the coil, V; null with nothing across it, where nobody knows. */
  readonly peakV: number | null;
}

export function coilRelease({ henry, ohm, ampere, releaseA, nominalV }: Coil, suppression: Suppression): Release {
  if (ampere <= releaseA) return { seconds: 0, peakV: suppression === 'none' ? null : 0 };
  switch (suppression) {
    case 'none':
      return { seconds: 0, peakV: null };
    case 'resistor': {
      const across = parallelOhm(nominalV);
      return { seconds: (henry / (ohm + across)) * Math.log(ampere / releaseA), peakV: ampere * across };
    }
    case 'diode':
    case 'zener': {
      const clampV = SILICON_V + (suppression === 'zener' ? CLAMP_V : 0);
      const extra = clampV / ohm;
      return { seconds: (henry / ohm) * Math.log((ampere + extra) / (releaseA + extra)), peakV: clampV };
    }
    default:
      return suppression satisfies never;
  }
}
