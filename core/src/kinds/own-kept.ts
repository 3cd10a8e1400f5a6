/**
 * Loads, signals and supplies that a person keeps on their shelf: what a project has as an entry of its own. A project takes a
 * copy in, which is then its own.
 */
import { z } from 'zod';
import { applyPatches, type Field, idSchema } from '../document/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { ownBase } from './catalogue/own-card.ts';
import { LOADS, type Load, UNIT_KINDS, type UnitLoad, asKind, isCharged, loadFacets, loadSchema } from './load/registry.ts';
import { SIGNALS, type Signal, alarmContactOf, asNature, signalFacets, signalSchema } from './signal/registry.ts';
import { ITSELF } from './signal/fed-by.ts';
import {
  type Supply,
  SUPPLY_VARIANTS,
  asVariant,
  fedElsewhere,
  supplyFacets,
  supplyFields,
  supplySchema,
  variantOf,
} from './supply/registry.ts';

/** Stands where a project has an id of its own: the entry's, its place's, a supply's. */
const ON_SHELF = 'shelf';
const shelfId = idSchema.refine((id) => id === ON_SHELF, `is “${ON_SHELF}” of what belongs to no project`);

export const ownLoadSchema = z.strictObject({
  ...ownBase,
  form: z.literal('load'),
  load: loadSchema.refine((load) => !isCharged(load), 'is a battery: it is kept as a supply').refine(isLoose, `has ids of a project`),
});
export const ownSignalSchema = z.strictObject({
  ...ownBase,
  form: z.literal('signal'),
  signal: signalSchema
    .refine((signal) => SHELF_NATURES.includes(signal.nature), 'is a wire or a pin of something: there is nothing to keep')
    .refine(
      (signal) =>
        isLoose(signal) &&
        signalFacets(signal)
          .references(signal)
          .supplies.every(({ id }) => id === ON_SHELF) &&
        alarmContactOf(signal) === null,
      {
        message: 'has ids of a project',
      },
    )
    .refine((signal) => signalFacets(signal).wrong(signal).length === 0, {
      message: 'cannot be: its levels or contacts contradict each other',
    }),
});
export const ownSupplySchema = z.strictObject({
  ...ownBase,
  form: z.literal('supply'),
  supply: supplySchema
    .refine((supply) => isLoose(supply) && supplyFacets(supply).ofJob?.(supply) === undefined, 'has ids of a project')
    .refine(({ lowestV, restV, highestV }) => lowestV <= restV && restV <= highestV, 'rests between its lowest and its highest voltage'),
});
function isLoose({ id, place }: { readonly id: string; readonly place: string }): boolean {
  return shelfId.safeParse(id).success && place === ON_SHELF;
}
export type OwnLoad = z.infer<typeof ownLoadSchema>;
export type OwnSignal = z.infer<typeof ownSignalSchema>;
export type OwnSupply = z.infer<typeof ownSupplySchema>;
export type OwnKept = OwnLoad | OwnSignal | OwnSupply;

/** Natures that are a thing of their own: neither a wire that is there, nor a pin of a board. */
export const SHELF_NATURES = (Object.keys(SIGNALS) as Signal['nature'][]).filter((nature) => {
  const begun = asNature({ id: ON_SHELF, name: ON_SHELF, place: ON_SHELF, usual: false }, nature, ON_SHELF);
  return signalFacets(begun).form(begun) !== 'feed' && signalFacets(begun).isOfJobs !== true && !('controller' in begun);
});

type Entry = Load | Signal | Supply;
/** The entry that a kept part is a copy of. */
export const keptEntry = (part: OwnKept): Entry => (part as unknown as Record<string, Entry>)[part.form]!;

/** What is asked of it: the fields of its kind, without those that name something of a project, or the name, which is the part's own. */
export function keptFields(part: OwnKept): readonly Field<never>[] {
  const fields = FAMILIES[part.form].fields(keptEntry(part) as never) as readonly Field<never>[];
  return fields.filter(({ type, path }) => type !== 'reference' && path[0] !== 'name');
}

interface Family<E extends Entry> {
  readonly title: string;
  /** Kinds that it may be of, and which of them it is. */
  readonly kinds: readonly { readonly value: string; readonly text: string }[];
  kindOf(entry: E): string;
  asKind(entry: E, kind: string): E;
  begin(): E;
  fields(entry: E): readonly Field<never>[];
  words(entry: E): string;
}
const bare = { id: ON_SHELF, name: ON_SHELF, place: ON_SHELF };
const FAMILIES: { load: Family<Load>; signal: Family<Signal>; supply: Family<Supply> } = {
  load: {
    title: 'load',
    kinds: UNIT_KINDS.map((kind) => ({ value: kind, text: LOADS[kind].title })),
    kindOf: ({ kind }) => kind,
    asKind: (load, kind) => asKind(load, kind as UnitLoad['kind']),
    begin: () => BEGUN_LOAD,
    fields: (load) => loadFacets(load).fields,
    words: (load) => `${loadFacets(load).title}, ${load.plate.value} ${load.plate.unit} at ${load.plate.ratedV} V`,
  },
  signal: {
    title: 'switch, sensor or receiver',
    kinds: SHELF_NATURES.map((nature) => ({ value: nature, text: SIGNALS[nature].title })),
    kindOf: ({ nature }) => nature,
    asKind: (signal, nature) => asNature(signal, nature as Signal['nature'], ON_SHELF),
    begin: () => asNature({ ...bare, usual: false }, SHELF_NATURES[0]!, ON_SHELF),
    fields: (signal) => signalFacets(signal).fields as readonly Field<never>[],
    words: (signal) => signalFacets(signal).title,
  },
  supply: {
    title: 'supply',
    kinds: SUPPLY_VARIANTS.map(({ key, text }) => ({ value: key, text })),
    kindOf: variantOf,
    asKind: asVariant,
    begin: () => asVariant(bare, SUPPLY_VARIANTS[0]!.key),
    fields: (supply) => supplyFields(supply) as readonly Field<never>[],
    words: (supply) =>
      `${SUPPLY_VARIANTS.find(({ key }) => key === variantOf(supply))!.text}, ${formatQuantity(supply.restV, 'V')} at rest`,
  },
};
const BEGUN_LOAD: Load = {
  ...{ ...bare, kind: UNIT_KINDS[0]!, count: 1, series: 1, important: false, earth: 'none', ownCutOut: false, suppressed: false },
  plate: { unit: 'W', value: 60, ratedV: 12 },
};

export const KEPT_FORMS = Object.keys(FAMILIES) as OwnKept['form'][];
export const keptTitle = (form: OwnKept['form']): string => FAMILIES[form].title;
export const keptKinds = ({ form }: OwnKept) => FAMILIES[form].kinds;
export const keptKind = (part: OwnKept): string => FAMILIES[part.form].kindOf(keptEntry(part) as never);
export const keptWords = (part: OwnKept): string => FAMILIES[part.form].words(keptEntry(part) as never);

const kept = (id: string, name: string, form: OwnKept['form'], entry: Entry, price = 0): OwnKept =>
  ({ id, name, form, [form]: { ...entry, ...bare, name }, assumed: [], price }) as unknown as OwnKept;
export const beginKept = (form: OwnKept['form'], id: string, name: string): OwnKept => kept(id, name, form, FAMILIES[form].begin());
/** The part with its entry, or its name, changed. */
export const withKept = (part: OwnKept, entry: Entry): OwnKept => kept(part.id, part.name, part.form, entry, part.price);
export const asKeptKind = (part: OwnKept, kind: string): OwnKept =>
  withKept(part, FAMILIES[part.form].asKind(keptEntry(part) as never, kind));

/** What a project has, as a part of the shelf; null for what is no thing of its own. */
export function keepOf(form: OwnKept['form'], id: string, entry: Entry): OwnKept | null {
  const loose =
    form === 'signal' ? onSupply(ofItself(entry as Signal), ON_SHELF) : form === 'supply' ? fedElsewhere(entry as Supply) : entry;
  const parsed = keptSchema.safeParse(kept(id, entry.name, form, loose));
  return parsed.success ? parsed.data : null;
}
/** A contact of something, as a sensor of its own. */
const ofItself = (signal: Signal): Signal =>
  (signalFacets(signal).references(signal).regulators ?? []).reduce(
    (now, { path }) => applyPatches(now, [{ path: path.split('.'), value: ITSELF }]),
    signal,
  );
/** What a signal watches or hangs on, made another one. */
const onSupply = (signal: Signal, supply: string): Signal =>
  signalFacets(signal)
    .references(signal)
    .supplies.reduce((now, { path }) => applyPatches(now, [{ path: path.split('.'), value: supply }]), signal);

/** A copy for a project, in the place of an entry of it. */
export const takenLoad = ({ load, name }: OwnLoad, { id, place, important }: Pick<Load, 'id' | 'place' | 'important'>): Load => ({
  ...load,
  ...{ id, place, important, name },
});
export const takenSignal = ({ signal, name }: OwnSignal, { id, place, supply }: { id: string; place: string; supply: string }): Signal =>
  onSupply({ ...signal, id, place, name }, supply);
export const takenSupply = ({ supply, name }: OwnSupply, { id, place }: { id: string; place: string }): Supply => ({
  ...supply,
  ...{ id, place, name },
});

export const keptSchema = z.discriminatedUnion('form', [ownLoadSchema, ownSignalSchema, ownSupplySchema]);
