/**
 * A divider between two logic levels: V_out = V_in · R2/(R1 + R2), its worst cases over the tolerances of the level and of
 * both resistors, loaded by an input that takes next to nothing.
 */
import { E12, preferredAtMost, preferredFrom } from '../quantity/index.ts';
import { PIN_TOLERANCE, RESISTOR_TOLERANCE } from '../reference/index.ts';

export interface Divider {
  readonly upperOhm: number;
  readonly lowerOhm: number;
}

/** Lowest, usual and highest output, V. */
export function dividerVolts(fromV: number, { upperOhm, lowerOhm }: Divider, resistorTolerance = RESISTOR_TOLERANCE) {
  const out = (volt: number, upper: number, lower: number) => (volt * lower) / (upper + lower);
  const [less, more] = [1 - resistorTolerance, 1 + resistorTolerance];
  return {
    least: out(fromV * (1 - PIN_TOLERANCE), upperOhm * more, lowerOhm * less),
    usual: out(fromV, upperOhm, lowerOhm),
    most: out(fromV * (1 + PIN_TOLERANCE), upperOhm * less, lowerOhm * more),
  };
}

/** Sum of the two that a logic output and a wire between boards bear well, Ω (common practice: a few kΩ). */
const TOTAL_OHM = 5000;

/** The pair of E12 values whose output is nearest below the wanted level. */
export function dividerFor(fromV: number, toV: number): Divider {
  const uppers = preferredFrom(TOTAL_OHM / 10, TOTAL_OHM, E12);
  const pairs = uppers.map((upperOhm) => ({ upperOhm, lowerOhm: preferredAtMost((upperOhm * toV) / (fromV - toV), E12) }));
  return pairs.reduce((best, pair) => (dividerVolts(fromV, pair).usual > dividerVolts(fromV, best).usual + 1e-9 ? pair : best));
}
