/**
 * A wave that is cut at a firing angle α (0 is the whole half cycle, π nothing of it), into a resistance:
 *
 *   V_rms/V = √(1 − α/π + sin 2α/(2π)),   P/P₀ = (V_rms/V)²
 */

/** Share of the full effective voltage. */
export function phaseVoltShare(alpha: number): number {
  return Math.sqrt(Math.max(0, 1 - alpha / Math.PI + Math.sin(2 * alpha) / (2 * Math.PI)));
}

/** Share of the full power. */
export const phasePowerShare = (alpha: number): number => phaseVoltShare(alpha) ** 2;

/** Firing angle that gives a share of the full power, rad. */
export function angleForPower(share: number): number {
  let [low, high] = [0, Math.PI];
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    // More angle is less power.
    if (phasePowerShare(middle) > share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
