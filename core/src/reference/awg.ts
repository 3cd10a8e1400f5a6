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
