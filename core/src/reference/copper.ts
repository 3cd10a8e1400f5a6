import { standard } from './source.ts';

/** Temperature coefficient of annealed copper's resistance at 20 °C, 1/K. */
export const COPPER_ALPHA_PER_K = 0.00393;
/** Resistivity of annealed copper at 20 °C, Ω·m (1/58 Ω·mm²/m). */
export const COPPER_RESISTIVITY_OHM_M = 1.7241e-8;
export const COPPER_SOURCE = standard('IEC 60028');

/** Resistance at `tempC` of a copper conductor that measures `ohmAt20C` at 20 °C. */
export function copperAtTemperature(ohmAt20C: number, tempC: number): number {
  return ohmAt20C * (1 + COPPER_ALPHA_PER_K * (tempC - 20));
}
