/**
 * Ampacity by insulation and code: a table each, read for every size that is sold. Adding a family is an entry
 * here over its table's file.
 */
import { CORD_AMPACITY, CORD_AMPACITY_SOURCE, GAUGE_CORD_AMPACITY, GAUGE_CORD_SOURCE } from './flexible-cords.ts';
import { NEC_AMPACITY, NEC_AMPACITY_SOURCE, NEC_COLUMNS_C, NEC_SMALL_CONDUCTOR_A } from './nec-ampacity.ts';
import { type Source, fromMemory } from './source.ts';
import { AMPACITY_BY_AWG, AMPACITY_SOURCE, THIN_AMPACITY } from './vehicle-ampacity.ts';
import { type ThinnestId, WIRE_SIZES_MM2, type WireSeriesId, awgMm2, seriesOf, sizesFrom } from './wire-sizes.ts';

export const WIRE_FAMILY_IDS = ['vehicle', 'vehicle-85', 'nec-60', 'nec-75', 'nec-90', 'cord', 'glass'] as const;
export type WireFamilyId = (typeof WIRE_FAMILY_IDS)[number];

export interface WireFamily {
  readonly id: WireFamilyId;
  readonly title: string;
  /** Most that the insulation bears, and the air at which the table holds, °C. */
  readonly insulationC: number;
  readonly referenceC: number;
  readonly source: Source;
  /** Most voltage that its insulation is made for, V, where that is less than the mains: wire of vehicles. */
  readonly mostV?: number;
  /** Code whose other factors go with it, where it has its own. */
  readonly code?: 'NEC';
  /** Ampacity by section at the reference air, [mm², A], rising. */
  readonly rows: readonly (readonly [sizeMm2: number, ampere: number])[];
  /** A table of its own for what is sold by gauge, where its code has one. */
  readonly byGauge?: { readonly rows: WireFamily['rows']; readonly source: Source };
}

function family(made: WireFamily): WireFamily & { readonly stock: ReadonlyMap<number, number> } {
  const rowsOf = (size: number) => (seriesOf(size) === 'awg' && made.byGauge ? made.byGauge.rows : made.rows);
  return { ...made, stock: new Map(WIRE_SIZES_MM2.map((size) => [size, between(rowsOf(size), size)])) };
}

/** Straight line between the rows on log axes (ampacity goes as a power of the section), rounded down; NaN outside. */
function between(rows: WireFamily['rows'], sizeMm2: number): number {
  for (let row = 1; row < rows.length; row++) {
    const [areaBelow, below] = rows[row - 1]!;
    const [areaAbove, above] = rows[row]!;
    // A hair of slack so that a gauge's own section finds its own row despite rounding.
    if (sizeMm2 < areaBelow * 0.9999 || sizeMm2 > areaAbove * 1.0001) continue;
    const share = Math.log(sizeMm2 / areaBelow) / Math.log(areaAbove / areaBelow);
    return Math.floor(below * (above / below) ** share + 1e-6);
  }
  return NaN;
}

const byGauge = (rows: readonly (readonly [awg: number, ampere: number])[]) => rows.map(([awg, ampere]) => [awgMm2(awg), ampere] as const);
const VEHICLE_ROWS = [...THIN_AMPACITY, ...byGauge(AMPACITY_BY_AWG)];
const GAUGE_CORDS = { rows: byGauge(GAUGE_CORD_AMPACITY), source: GAUGE_CORD_SOURCE };
const air30 = { referenceC: 30 } as const;

/** The usual class of road vehicles’ cables (ISO 6722-1: 60 V; its other class is 600 V). */
const VEHICLE_WIRE_V = 60;

const FAMILIES = [
  family({
    ...air30,
    id: 'vehicle',
    title: 'vehicle and boat practice, 105 °C insulation',
    insulationC: 105,
    mostV: VEHICLE_WIRE_V,
    source: AMPACITY_SOURCE,
    rows: VEHICLE_ROWS,
  }),
  // Ordinary vehicle wire: the same copper, warmed by as much less as its insulation bears less.
  family({
    ...air30,
    id: 'vehicle-85',
    title: 'vehicle practice, ordinary insulation, 85 °C',
    insulationC: 85,
    mostV: VEHICLE_WIRE_V,
    source: fromMemory('boat and vehicle practice at 105 °C, scaled to 85 °C by its rise', 'vehicle-ampacity'),
    rows: VEHICLE_ROWS.map(([size, ampere]) => [size, Math.floor(ampere * Math.sqrt((85 - 30) / (105 - 30)))] as const),
  }),
  ...NEC_COLUMNS_C.map((column, at) =>
    family({
      ...air30,
      id: `nec-${column}`,
      title: `NEC 310.16, ${column} °C insulation`,
      insulationC: column,
      source: NEC_AMPACITY_SOURCE,
      code: 'NEC',
      // Small gauges may not be protected above a limit of their own (240.4(D)): here they bear no more than that.
      rows: byGauge(NEC_AMPACITY.map((row) => [row[0], Math.min(row[at + 1]!, NEC_SMALL_CONDUCTOR_A.get(row[0]) ?? Infinity)] as const)),
    }),
  ),
  family({
    ...air30,
    id: 'cord',
    title: 'flexible cord, 60 °C insulation',
    insulationC: 60,
    source: CORD_AMPACITY_SOURCE,
    rows: CORD_AMPACITY,
    byGauge: GAUGE_CORDS,
  }),
  // No more than a cord of its section, so that what ends on it is not cooked by the wire itself.
  family({
    referenceC: 250,
    id: 'glass',
    title: 'glass-fibre insulation, 350 °C, with the currents of a cord',
    insulationC: 350,
    source: CORD_AMPACITY_SOURCE,
    rows: CORD_AMPACITY,
    byGauge: GAUGE_CORDS,
  }),
];
const BY_ID = new Map(FAMILIES.map((made) => [made.id, made]));

export const WIRE_FAMILIES: readonly WireFamily[] = FAMILIES;
export const wireFamily = (id: WireFamilyId): WireFamily => BY_ID.get(id)!;

/** Where the ampacity of a size comes from. */
export function ampacitySource(id: WireFamilyId, sizeMm2: number): Source {
  const { source, byGauge: own } = BY_ID.get(id)!;
  return own && seriesOf(sizeMm2) === 'awg' ? own.source : source;
}

const stocks = new Map<string, readonly number[]>();
/** What sizing chooses from: the sizes of a series that the family's table covers, from the thinnest that may be, mm². */
export function stockOf(id: WireFamilyId, series: WireSeriesId, thinnest: ThinnestId): readonly number[] {
  const key = `${id} ${series} ${thinnest}`;
  const known = stocks.get(key) ?? sizesFrom(series, thinnest).filter((size) => !Number.isNaN(tableAmpacity(id, size)));
  stocks.set(key, known);
  return known;
}

/** Those of a stock that a person keeps to, and what is thicker than all of these; the stock where none of it is kept. */
export function keptTo(stock: readonly number[], only: readonly number[]): readonly number[] {
  const most = Math.max(...only);
  const kept = only.length === 0 ? stock : stock.filter((size) => size > most || only.includes(size));
  return kept.length > 0 ? kept : stock;
}

/** Ampacity of a section at the reference air, A; NaN outside the family's table. */
export function tableAmpacity(id: WireFamilyId, sizeMm2: number): number {
  const made = BY_ID.get(id)!;
  return made.stock.get(sizeMm2) ?? between(made.rows, sizeMm2);
}

/** Factor for other air than the table's: √((T_max − T_a)/(T_max − T_ref)); 0 at or above T_max. */
export function ambientFactor(id: WireFamilyId, airC: number): number {
  const { insulationC, referenceC } = BY_ID.get(id)!;
  const room = (insulationC - airC) / (insulationC - referenceC);
  return room <= 0 ? 0 : Math.sqrt(id === 'glass' ? Math.min(1, room) : room);
}

/** How a stretch of wire lies: its code family, the air around it, and what its bundle leaves of its ampacity. */
export interface Laid {
  readonly family: WireFamilyId;
  readonly airC: number;
  readonly bundleFactor: number;
}

/** The same, with the sizes that may be chosen for it, mm², rising. */
export interface LaidFrom extends Laid {
  readonly stockMm2: readonly number[];
  /** Those of them that a person keeps to, as far as they will do. */
  readonly keptMm2: readonly number[];
}

/** Ampacity I_z of a section as it lies, A; 0 outside the family's table, which allows nothing. */
export function ampacityAsLaid(sizeMm2: number, { family: id, airC, bundleFactor }: Laid): number {
  const table = tableAmpacity(id, sizeMm2);
  return Number.isNaN(table) ? 0 : table * ambientFactor(id, airC) * bundleFactor;
}

/** Ampacity of a single wire in air by vehicle practice, A. */
export const looseInAir = (sizeMm2: number, airC: number): number => ampacityAsLaid(sizeMm2, { family: 'vehicle', airC, bundleFactor: 1 });

/**
 * Conductor temperature at a steady current, °C: the rise goes as I², and at I_z it reaches the
 * insulation's limit. Above I_z it is held there, where `wire-ampacity` speaks instead.
 */
export function conductorTemperature(ampere: number, ampacityA: number, laid: Pick<Laid, 'family' | 'airC'>): number {
  const { insulationC } = BY_ID.get(laid.family)!;
  const load = ampacityA > 0 ? Math.min(1, Math.abs(ampere) / ampacityA) : 1;
  return laid.airC + Math.max(0, insulationC - laid.airC) * load * load;
}
