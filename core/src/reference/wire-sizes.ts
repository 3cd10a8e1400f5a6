/**
 * Wire as it is sold: by section in mm², or by gauge. A size is its section in mm² everywhere; no section belongs to
 * both series, so that the number itself says how it is sold.
 */
import { awgAreaMm2, awgName, nearestAwg } from './awg.ts';
import { fromMemory, type Source } from './source.ts';
import { CLASS5_OHM_PER_KM, CLASS5_SOURCE } from './class5-conductors.ts';
import { COPPER_RESISTIVITY_OHM_M } from './copper.ts';

export const WIRE_SERIES_IDS = ['metric', 'awg'] as const;
export type WireSeriesId = (typeof WIRE_SERIES_IDS)[number];

/** Gauges that are sold: the even ones, and those of the thick end. */
export const SOLD_AWG: readonly number[] = [22, 20, 18, 16, 14, 12, 10, 8, 6, 4, 2, 1, 0, -1, -2, -3];

/** Section of a sold gauge as it is written, mm²: three figures of what ASTM B258 gives. */
export const awgMm2 = (awg: number): number => Number(awgAreaMm2(awg).toPrecision(3));

const AWG_BY_MM2: ReadonlyMap<number, number> = new Map(SOLD_AWG.map((awg) => [awgMm2(awg), awg]));

/** The gauge that a section is sold as; undefined for one that is sold in mm². */
export const gaugeOf = (sizeMm2: number): number | undefined => AWG_BY_MM2.get(sizeMm2);

/** The thinnest gauge that is sold and no thinner than a section, but for the tolerance of drawing (from memory: 3 %). */
export const soldAwg = (areaMm2: number): number =>
  SOLD_AWG.find((awg) => awgAreaMm2(awg) >= 0.97 * areaMm2) ?? SOLD_AWG[SOLD_AWG.length - 1]!;

/** A size as it is asked for in a shop: `2.5 mm²`, `14 AWG`. */
export function soldName(sizeMm2: number): string {
  const gauge = gaugeOf(sizeMm2);
  return gauge === undefined ? `${sizeMm2} mm²` : awgName(gauge);
}

/** The same, with the other way of naming it to compare, as every wire is shown: `2.5 mm² (≈13 AWG)`, `14 AWG (2.08 mm²)`. */
export function sizeName(sizeMm2: number): string {
  const beside = gaugeOf(sizeMm2) === undefined ? `≈${awgName(nearestAwg(sizeMm2))}` : `${sizeMm2} mm²`;
  return `${soldName(sizeMm2)} (${beside})`;
}

/** Sections of each series, mm², rising. */
export const WIRE_SERIES: Readonly<Record<WireSeriesId, readonly number[]>> = {
  metric: [0.35, 0.5, 0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50, 70, 95],
  awg: [...AWG_BY_MM2.keys()],
};
/** Every section that is sold, mm². */
export const WIRE_SIZES_MM2: readonly number[] = Object.values(WIRE_SERIES).flat();

export const seriesOf = (sizeMm2: number): WireSeriesId => (AWG_BY_MM2.has(sizeMm2) ? 'awg' : 'metric');

/** Thinnest wire that sizing takes of itself, mm², in each series, and what a person may allow instead. */
export const THINNEST_IDS = ['usual', 'harness', 'signal'] as const;
export type ThinnestId = (typeof THINNEST_IDS)[number];
const THINNEST_MM2: Readonly<Record<WireSeriesId, Readonly<Record<ThinnestId, number>>>> = {
  metric: { usual: 1, harness: 0.5, signal: 0.35 },
  awg: { usual: awgMm2(18), harness: awgMm2(20), signal: awgMm2(22) },
};

/** What sizing chooses from, mm², rising. */
export const sizesFrom = (series: WireSeriesId, thinnest: ThinnestId): readonly number[] =>
  WIRE_SERIES[series].filter((size) => size >= THINNEST_MM2[series][thinnest]);

/** The size of a series that is no thicker than a section; its thinnest where none is. */
export const noThicker = (series: WireSeriesId, sizeMm2: number): number =>
  WIRE_SERIES[series].findLast((size) => size <= sizeMm2) ?? WIRE_SERIES[series][0]!;

/** The size of a series that is no thinner than a section; its thickest where none is. */
export const noThinner = (series: WireSeriesId, sizeMm2: number): number =>
  WIRE_SERIES[series].find((size) => size >= sizeMm2) ?? WIRE_SERIES[series][WIRE_SERIES[series].length - 1]!;

const AWG_OHM_SOURCE = fromMemory('ASTM B258 sections; fine strands lie up to 5 % longer (ASTM B172, B174)', 'awg');
const THIN_OHM_SOURCE = fromMemory('ISO 6722-1, table of resistances', 'class5');
/** How much longer a fine strand is than its wire. */
const STRAND_LAY = 1.05;

const OHM_PER_M: ReadonlyMap<number, number> = new Map([
  // Thinner than the standard of flexible conductors lists; that of road vehicles does.
  [0.35, 0.0544],
  ...CLASS5_OHM_PER_KM.map(([size, ohmPerKm]) => [size, ohmPerKm / 1000] as const),
  ...WIRE_SERIES.awg.map((size) => [size, (COPPER_RESISTIVITY_OHM_M * 1e6 * STRAND_LAY) / size] as const),
]);

/** Ω/m at 20 °C of a size that is sold; undefined for any other. */
export const wireOhmPerM = (sizeMm2: number): number | undefined => OHM_PER_M.get(sizeMm2);
/** Where that comes from, and where it does for a whole series. */
export const wireOhmSource = (sizeMm2: number): Source => (sizeMm2 === 0.35 ? THIN_OHM_SOURCE : seriesOhmSource(seriesOf(sizeMm2)));
export const seriesOhmSource = (series: WireSeriesId): Source => (series === 'awg' ? AWG_OHM_SOURCE : CLASS5_SOURCE);
