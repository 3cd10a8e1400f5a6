import type { Load } from './schema.ts';

/** Resistance of one unit while it runs, Ω, from what its plate says. */
export function unitOhm(load: Load): number {
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

/** Current of one unit at its rated voltage, A. */
export function unitRatedA(load: Load): number {
  return load.plate.ratedV / unitOhm(load);
}

export const LOAD_KIND_NAMES: Readonly<Record<Load['kind'], string>> = {
  heater: 'heater',
  filament: 'filament lamp',
  led: 'LED lamp',
  motor: 'motor',
  solenoid: 'solenoid',
  battery: 'battery to charge',
};
