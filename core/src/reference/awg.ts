/** American wire gauge after ASTM B258. */

/** Diameter in mm of a solid conductor of gauge `awg` (0 for 1/0, −1 for 2/0, −3 for 4/0). */
export function awgDiameterMm(awg: number): number {
  return 0.127 * 92 ** ((36 - awg) / 39);
}

/** Cross-section in mm² of gauge `awg`. */
export function awgAreaMm2(awg: number): number {
  return (Math.PI / 4) * awgDiameterMm(awg) ** 2;
}

/** The whole gauge nearest in cross-section (by ratio) to `areaMm2`. */
export function nearestAwg(areaMm2: number): number {
  const diameterMm = Math.sqrt((4 * areaMm2) / Math.PI);
  const awg = 36 - (39 * Math.log(diameterMm / 0.127)) / Math.log(92);
  return Math.round(awg);
}

/** `12 AWG`, `1/0 AWG`, `4/0 AWG`. */
export function awgName(awg: number): string {
  return awg <= 0 ? `${1 - awg}/0 AWG` : `${awg} AWG`;
}

/** Gauges that are sold: the even ones, and those of the thick end. */
const SOLD_AWG = [20, 18, 16, 14, 12, 10, 8, 6, 4, 2, 1, 0, -1, -2, -3];

/** The thinnest gauge that is sold and no thinner than a section, but for the tolerance of drawing (from memory: 3 %). */
export function soldAwg(areaMm2: number): number {
  return SOLD_AWG.find((awg) => awgAreaMm2(awg) >= 0.97 * areaMm2) ?? SOLD_AWG[SOLD_AWG.length - 1]!;
}

/** Both ways of naming a size, as every wire is shown: `2.5 mm² (≈13 AWG)`. */
export function sizeName(sizeMm2: number): string {
  return `${sizeMm2} mm² (≈${awgName(nearestAwg(sizeMm2))})`;
}
