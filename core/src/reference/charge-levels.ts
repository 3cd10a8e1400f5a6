/** How far above what a battery has at rest it is let go at the least, and how far above that it is joined, V at 12 V (common practice). */
const ABOVE_REST = 0.1;
const BETWEEN = 0.5;
const tenths = (volt: number): number => Math.ceil(volt * 10 - 1e-6) / 10;

/**
 * Levels at which a voltage-sensing relay closes and opens, V: common practice for lead at 12 V, twice that at 24 V; higher where the
 * battery rests higher, so that it lets go with nothing charging.
 */
export function chargeLevels(nominalV: number, restV: number): { closesAt: number; opensAt: number } {
  const scale = nominalV / 12;
  const opensAt = Math.max(12.8 * scale, tenths(restV + ABOVE_REST * scale));
  return { closesAt: Math.max(13.3 * scale, tenths(opensAt + BETWEEN * scale)), opensAt };
}
