/** What an overcurrent device may stand in: kind of current, voltage, and what it can break. */
import type { Protection } from './guards.ts';
import { type Source, fromMemory, standard } from './source.ts';

export interface ProtectionLimit {
  /** Highest voltage of direct and of alternating current; null where it is not made for it, V. */
  readonly dcV: number | null;
  readonly acV: number | null;
  /** Largest current that it breaks at that voltage, A. */
  readonly breaksA: number;
  readonly source: Source;
}

const IEC_60898 = standard('IEC 60898-1', 'protection-limits');
const thermal: ProtectionLimit = {
  dcV: 32,
  acV: 32,
  breaksA: 1000,
  source: fromMemory('thermal breakers of vehicles', 'protection-limits'),
};
const miniature: ProtectionLimit = { dcV: null, acV: 400, breaksA: 6000, source: IEC_60898 };

export const PROTECTION_LIMITS: Readonly<Record<Protection | 'bolt', ProtectionLimit>> = {
  // On alternating current each zero ends the arc: what breaks 32 V of direct current breaks as much of that.
  blade: { dcV: 32, acV: 32, breaksA: 1000, source: fromMemory('blade fuses, ISO 8820-3: 1 kA at 32 V', 'protection-limits') },
  bolt: { dcV: 58, acV: null, breaksA: 2000, source: fromMemory('bolt-down strip fuses, ISO 8820-5: 2 kA at 58 V', 'protection-limits') },
  'high-breaking': {
    dcV: 125,
    acV: null,
    breaksA: 20_000,
    source: fromMemory('class T, UL 248-15: 20 kA at 125 V of direct current', 'protection-limits'),
  },
  breaker: thermal,
  'self-resetting': thermal,
  cartridge: { dcV: 32, acV: 250, breaksA: 1500, source: standard('IEC 60127, ceramic 5 × 20 mm', 'protection-limits') },
  plug: { dcV: null, acV: 250, breaksA: 6000, source: standard('BS 1362', 'protection-limits') },
  'breaker-b': miniature,
  'breaker-c': miniature,
  'breaker-d': miniature,
};

/** What it breaks at less than its own voltage, A: about as much more as the voltage is less (from memory, as bolt-down fuses are given at 14, 32 and 58 V). */
export const breaksAt = ({ breaksA }: ProtectionLimit, ratedV: number, volt: number): number => breaksA * Math.max(1, ratedV / volt);

/** Highest direct voltage of a vehicle's own fuses, V: above it a job begins with one of high breaking capacity. */
export const VEHICLE_FUSE_V = PROTECTION_LIMITS.blade.dcV!;
