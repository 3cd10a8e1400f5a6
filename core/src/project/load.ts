import type { Load } from '../kinds/index.ts';
import type { Settings } from './schema.ts';

/** Voltage at which one string of a line takes what its plate says, V. */
export const stringRatedV = ({ plate, series }: Load): number => series * plate.ratedV;

/** Resistance of one string of a line while it runs, Ω: of one unit where none are in series. */
export const unitOhm = (load: Load): number => load.series * plateOhm(load);

/** Resistance of one unit while it runs, Ω, from what its plate says. */
function plateOhm(load: Load): number {
  const { unit, value, ratedV } = load.plate;
  switch (unit) {
    case 'W':
      return (ratedV * ratedV) / value;
    case 'A':
      return ratedV / value;
    case 'Ω':
      return value;
    default:
      return unit satisfies never;
  }
}

/** Current of one string at its rated voltage, A. */
export function unitRatedA(load: Load): number {
  return stringRatedV(load) / unitOhm(load);
}

/** Half a volt for all, where a project says so. */
export const FLAT_DROP_V = 0.5;

/** What may be lost on the way to a load, V, of a supply at `supplyV`. */
export function dropBudgetV(settings: Settings, load: Load, supplyV: number): number {
  if (settings.dropBudget === 'half-volt') return FLAT_DROP_V;
  return (load.important ? settings.dropImportant : settings.dropOther) * supplyV;
}
