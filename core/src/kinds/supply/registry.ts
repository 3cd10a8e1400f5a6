/** Kinds of supply. Adding one is a file with all its facets and a line here; a facet that is missing does not compile. */
import { z } from 'zod';
import type { Field } from '../../document/index.ts';
import { adapter } from './adapter.ts';
import { alternator } from './alternator.ts';
import { battery } from './battery.ts';
import { converter } from './converter.ts';
import type { CurrentKind, SupplyFacets } from './kind.ts';
import { mains } from './mains.ts';

const REGISTRY = { battery, alternator, converter, mains, adapter } as const;

export type SupplyKind = keyof typeof REGISTRY;
type Schemas = { [K in SupplyKind]: (typeof REGISTRY)[K]['schema'] };
export type SupplyOf<K extends SupplyKind> = z.infer<Schemas[K]>;
export const SUPPLIES: { readonly [K in SupplyKind]: SupplyFacets<K, SupplyOf<K>> } = REGISTRY;

const { battery: first, ...others } = REGISTRY;
export const supplySchema = z.discriminatedUnion('kind', [
  first.schema,
  ...(Object.values(others).map(({ schema }) => schema) as Exclude<Schemas[SupplyKind], typeof first.schema>[]),
]);
export type Supply = z.infer<typeof supplySchema>;

/** The facets of a supply's kind. The cast is sound: a supply's kind names the entry made for it. */
export const supplyFacets = (supply: Pick<Supply, 'kind'>): SupplyFacets<SupplyKind, Supply> =>
  SUPPLIES[supply.kind] as unknown as SupplyFacets<SupplyKind, Supply>;

export const currentOf = (supply: Supply): CurrentKind => supplyFacets(supply).current(supply);
/** What anything on it has to bear, V: what is made for a network bears its tolerance; a vehicle's is told by its charging voltage. */
export const borneV = (supply: Supply): number => (currentOf(supply) === 'ac' ? supply.nominalV : supply.highestV);
export const borneAt = (supply: Supply): string => (currentOf(supply) === 'ac' ? 'nominalV' : 'highestV');
export const isMains = (supply: Supply): boolean => supplyFacets(supply).isMains;
export const isTwoHot = (supply: Supply): boolean => supplyFacets(supply).isTwoHot(supply);
/** Whether its current comes back through the vehicle. */
export const isOnVehicle = (supply: Supply): boolean => supplyFacets(supply).onVehicle;
/** Whether it can be drained. */
export const isStored = (supply: Supply): boolean => supplyFacets(supply).storedAh(supply) !== null;
export const conductorColours = (supply: Supply) => supplyFacets(supply).colours(supply);

/** Every supply that one can choose, by kind. */
export const SUPPLY_VARIANTS = Object.values(SUPPLIES as Record<string, { variants: readonly unknown[] }>).flatMap(
  ({ variants }) => variants,
) as readonly {
  readonly key: string;
  readonly text: string;
  begin(): Omit<Supply, 'id' | 'name' | 'place'>;
}[];
/** Which of those a supply is; the first of its kind where none fits. */
export function variantOf(supply: Supply): string {
  const { variants } = supplyFacets(supply);
  return (variants.find((variant) => variant.is(supply)) ?? variants[0]!).key;
}
/** A supply of its variant as the app fills it in; empty where it is of none. */
export const supplyBegun = (supply: Supply): object =>
  supplyFacets(supply)
    .variants.find((variant) => variant.is(supply))
    ?.begin() ?? {};
export function asVariant({ id, name, place }: Pick<Supply, 'id' | 'name' | 'place'>, key: string): Supply {
  return { id, name, place, ...SUPPLY_VARIANTS.find((variant) => variant.key === key)!.begin() } as Supply;
}

/** Fields of a supply: its voltages in their order, and what its kind adds. */
export function supplyFields(supply: Supply): readonly Field<Supply>[] {
  const { restV, lowestV, highestV } = supply;
  const { fields, internalLabel } = supplyFacets(supply);
  const volts = (path: string, label: string, least: number, most: number): Field<Supply> => ({
    type: 'number',
    path: [path],
    label,
    unit: 'V',
    least,
    most,
  });
  return [
    volts('lowestV', 'Lowest in use', 1e-6, restV),
    volts('restV', 'At rest', lowestV, highestV),
    volts('highestV', 'Highest', restV, 400),
    { type: 'number', path: ['internalOhm'], label: internalLabel, unit: 'Ω', least: 1e-6, most: 100 },
    ...fields,
    { type: 'reference', path: ['place'], label: 'Place', to: 'place' },
  ];
}

/** Above these a part that one can touch must be out of reach: IEC 60364-4-41, V. */
export const TOUCH_V: Readonly<Record<CurrentKind, number>> = { ac: 50, dc: 120 };

/** The same supply with nothing said of what feeds it. */
export const fedElsewhere = (supply: Supply): Supply => {
  const { ofJob: _, ...rest } = supply as Supply & { readonly ofJob?: string };
  return rest as Supply;
};
