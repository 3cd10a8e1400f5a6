import { awgAreaMm2 } from './awg.ts';
import { fromMemory } from './source.ts';

export const AMPACITY_SOURCE = fromMemory('boat and vehicle practice, 105 °C insulation, single in air');

export const INSULATION_MAX_C = 105;
/** Ambient temperature at which the table holds, °C. */
export const AMPACITY_REFERENCE_C = 30;

/** Ampacity by gauge, A, copper with 105 °C insulation, single in air at 30 °C. */
export const AMPACITY_BY_AWG: readonly (readonly [awg: number, ampere: number])[] = [
  [18, 20],
  [16, 25],
  [14, 35],
  [12, 45],
  [10, 60],
  [8, 80],
  [6, 120],
  [4, 160],
  [2, 210],
  [0, 285],
  [-1, 330],
];

/** Metric sizes that are stocked and lie inside the table, mm². */
export const STOCK_SIZES_MM2: readonly number[] = [1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50];

/**
 * Ampacity at the reference ambient for a cross-section, A: straight line between the table's rows on
 * log axes (ampacity goes as a power of the section), rounded down. NaN outside the table.
 */
export function tableAmpacity(sizeMm2: number): number {
  return STOCK_AMPACITY.get(sizeMm2) ?? interpolatedAmpacity(sizeMm2);
}

/** The table with its sections worked out: [mm², A]. */
const BY_AREA = AMPACITY_BY_AWG.map(([awg, ampere]) => [awgAreaMm2(awg), ampere] as const);

function interpolatedAmpacity(sizeMm2: number): number {
  for (let row = 1; row < BY_AREA.length; row++) {
    const [areaBelow, below] = BY_AREA[row - 1]!;
    const [areaAbove, above] = BY_AREA[row]!;
    // A hair of slack so that a gauge's own section finds its own row despite rounding.
    if (sizeMm2 < areaBelow * 0.9999 || sizeMm2 > areaAbove * 1.0001) continue;
    const share = Math.log(sizeMm2 / areaBelow) / Math.log(areaAbove / areaBelow);
    return Math.floor(below * (above / below) ** share + 1e-6);
  }
  return NaN;
}

const STOCK_AMPACITY = new Map(STOCK_SIZES_MM2.map((size) => [size, interpolatedAmpacity(size)]));

/** Factor for an ambient other than the table's: √((T_max − T_a)/(T_max − T_ref)), 0 at or above T_max. */
export function ambientFactor(ambientC: number): number {
  const room = (INSULATION_MAX_C - ambientC) / (INSULATION_MAX_C - AMPACITY_REFERENCE_C);
  return room <= 0 ? 0 : Math.sqrt(room);
}

/** Ampacity I_z of a stock size at an ambient, A. */
export function ampacity(sizeMm2: number, ambientC: number): number {
  return tableAmpacity(sizeMm2) * ambientFactor(ambientC);
}

/**
 * Conductor temperature at a steady current, °C: the rise goes as I², and at I_z it reaches the
 * insulation's limit. Above I_z it is held there, where `wire-ampacity` speaks instead.
 */
export function conductorTemperature(ampere: number, ampacityA: number, ambientC: number): number {
  const load = ampacityA > 0 ? Math.min(1, Math.abs(ampere) / ampacityA) : 1;
  return ambientC + (INSULATION_MAX_C - ambientC) * load * load;
}
