import { standard } from './source.ts';

export const TRACK_SOURCE = standard('IPC-2221, figure 6-4, outer layers', 'tracks');
/** Rise above the board that a track of a power module is let, K (common practice). */
export const TRACK_RISE_K = 30;

const MIL_MM = 0.0254;

/** Current of an outer copper track, A: I = 0.048 · ΔT^0.44 · A^0.725 with A in mil². */
export function trackAmpere(widthMm: number, copperUm: number, riseK = TRACK_RISE_K): number {
  const area = (widthMm / MIL_MM) * (copperUm / 1000 / MIL_MM);
  return 0.048 * riseK ** 0.44 * area ** 0.725;
}
