/** Kinds of load. Adding one is a file with all its facets and a line here; a facet that is missing does not compile. */
import { z } from 'zod';
import type { Surge } from '../../reference/index.ts';
import { battery } from './battery.ts';
import { electronics } from './electronics.ts';
import { filament } from './filament.ts';
import { heatLamp } from './heat-lamp.ts';
import { heater } from './heater.ts';
import type { LoadFacets } from './kind.ts';
import { led } from './led.ts';
import { motor } from './motor.ts';
import { outlet } from './outlet.ts';
import { solenoid } from './solenoid.ts';
import { transformer } from './transformer.ts';
import { variableTransformer } from './variable-transformer.ts';

const REGISTRY = {
  heater,
  filament,
  'heat-lamp': heatLamp,
  led,
  motor,
  solenoid,
  electronics,
  transformer,
  'variable-transformer': variableTransformer,
  outlet,
  battery,
} as const;

export type LoadKind = keyof typeof REGISTRY;
export const LOADS: { readonly [K in LoadKind]: LoadFacets<K> } = REGISTRY;
export const LOAD_KINDS = Object.keys(REGISTRY) as LoadKind[];

/** Those that are a line of like units. */
export const UNIT_KINDS = LOAD_KINDS.filter((kind): kind is UnitLoad['kind'] => LOADS[kind].takes.as !== 'source');

const { heater: first, ...others } = REGISTRY;
type Schemas = { [K in LoadKind]: (typeof REGISTRY)[K]['schema'] };
type AnySchema = Schemas[LoadKind];
export const loadSchema = z.discriminatedUnion('kind', [
  first.schema,
  ...(Object.values(others).map(({ schema }) => schema) as Exclude<AnySchema, typeof first.schema>[]),
]);
export type Load = z.infer<typeof loadSchema>;
export type LoadOf<K extends LoadKind> = Extract<Load, { kind: K }>;
/** A line of like units: all that is no source itself. */
export type UnitLoad = Exclude<Load, { kind: 'battery' }>;

export const loadFacets = (load: Pick<Load, 'kind'>): LoadFacets<LoadKind> => LOADS[load.kind];

/** Whether a line is charged, and so a source of its own. */
export const isCharged = (load: Load): load is LoadOf<'battery'> => LOADS[load.kind].takes.as === 'source';

/** What is said of a kind's start: what has none stays as it is. */
export const surgeOf = (kind: LoadKind): Surge => LOADS[kind].surge ?? { least: 1, most: 1, leastS: 0, mostS: 0, why: 'no surge' };

/** Whether several of a kind share a voltage in series, by what each lets through. */
export const goesInSeries = (kind: LoadKind): boolean => LOADS[kind].fields.some(({ path }) => path[0] === 'series');

/** A line of another kind in the place of one: what both have stays. */
export function asKind(load: Load, kind: UnitLoad['kind']): UnitLoad {
  const { id, name, plate, place, important, earth, count, series, ownCutOut, suppressed, suppressor } = load;
  const kept = { id, name, plate, place, important, earth, count, ownCutOut, suppressed, ...(suppressor ? { suppressor } : {}) };
  return { ...kept, series: goesInSeries(kind) ? series : 1, kind } as UnitLoad;
}

/** A battery to charge in the place of a line. */
export function asCharged(
  { id, important, earth, ownCutOut, suppressed }: Load,
  supply: { readonly id: string; readonly name: string; readonly place: string; readonly nominalV: number },
): Load {
  const { name, place, nominalV } = supply;
  return {
    id,
    important,
    earth,
    ownCutOut,
    suppressed,
    series: 1,
    kind: 'battery',
    count: 1,
    supply: supply.id,
    name,
    place,
    plate: { unit: 'A', value: 20, ratedV: nominalV },
  };
}
