/** What a signal that works a heater lets it heat to. */
import type { Signal } from './registry.ts';
import { feedingOf, isMomentary, isRegulator, levelsOf, restOf } from './registry.ts';

/** Up to it a room, a cabinet or a bath is heated, with all that lies in it; above it a chamber that no wire is in (from memory), °C. */
export const CHAMBER_C = 150;

/**
 * A controller by what it is set to; a sensor with two levels by the one at which it lets the heat go, where it is on in the cold,
 * or `turned` over is. Null of everything else.
 */
export function heatsTo(signal: Signal, turned = false): { readonly field: string; readonly setC: number } | null {
  if (isRegulator(signal)) return { field: 'setC', setC: signal.setC };
  const levels = levelsOf(signal);
  if (levels?.unit !== '°C') return null;
  const { closesAt, opensAt } = levels;
  if (closesAt < opensAt === turned) return null;
  return turned ? { field: 'closesAt', setC: closesAt } : { field: 'opensAt', setC: opensAt };
}

/**
 * Whether a signal is moved by heat: a controller and a sensor with levels in °C are; a contact that something operates and that stays may
 * be a thermostat or a hand's switch; a button, a receiver, a timer, and what another thing moves are not.
 */
export function feelsHeat(signal: Signal): 'yes' | 'may' | 'no' {
  if (isRegulator(signal)) return 'yes';
  const levels = levelsOf(signal);
  if (levels !== null) return levels.unit === '°C' ? 'yes' : 'no';
  return restOf(signal) !== null && !isMomentary(signal) && feedingOf(signal) === null ? 'may' : 'no';
}
