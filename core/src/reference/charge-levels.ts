/** Levels at which a voltage-sensing relay closes and opens, V: common practice at 12 V, twice that at 24 V. */
export function chargeLevels(nominalV: number): { closesAt: number; opensAt: number } {
  const scale = nominalV / 12;
  return { closesAt: 13.3 * scale, opensAt: 12.8 * scale };
}
