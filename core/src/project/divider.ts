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

/** What a 12 V level really is: a vehicle's, flat to charging (common practice), V. */
const VEHICLE_V = { least: 10.5, most: 14.8 } as const;
/** A level at either end of what its source may give, V. */
export const levelEnds = (fromV: number): { least: number; most: number } =>
  fromV === 12 ? VEHICLE_V : { least: fromV * (1 - PIN_TOLERANCE), most: fromV * (1 + PIN_TOLERANCE) };

/** Lowest, usual and highest output, V. */
export function dividerVolts(fromV: number, { upperOhm, lowerOhm }: Divider, resistorTolerance = RESISTOR_TOLERANCE) {
  const out = (volt: number, upper: number, lower: number) => (volt * lower) / (upper + lower);
  const [less, more] = [1 - resistorTolerance, 1 + resistorTolerance];
  const ends = levelEnds(fromV);
  return {
    least: out(ends.least, upperOhm * more, lowerOhm * less),
    usual: out(fromV, upperOhm, lowerOhm),
    most: out(ends.most, upperOhm * less, lowerOhm * more),
  };
}

/** Sum of the two that a logic output and a wire between boards bear well, Ω (common practice: a few kΩ). */
const TOTAL_OHM = 5000;

/** The pair of E12 values whose output is nearest below the wanted level; of a vehicle's 12 V while it charges. */
export function dividerFor(fromV: number, toV: number): Divider {
  const volt = fromV === 12 ? VEHICLE_V.most : fromV;
  const uppers = preferredFrom(TOTAL_OHM / 10, TOTAL_OHM, E12);
  const pairs = uppers.map((upperOhm) => ({ upperOhm, lowerOhm: preferredAtMost((upperOhm * toV) / (volt - toV), E12) }));
  return pairs.reduce((best, pair) => (dividerVolts(fromV, pair).usual > dividerVolts(fromV, best).usual + 1e-9 ? pair : best));
}
