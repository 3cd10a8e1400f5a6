import { adapter } from './adapter.ts';
import { auxiliary } from './auxiliary.ts';
import { boardDevice } from './board-device.ts';
import { bar } from './bar.ts';
import { battery } from './battery.ts';
import { boxTerminal } from './box-terminal.ts';
import { connector } from './connector.ts';
import { controller } from './controller.ts';
import { converter } from './converter.ts';
import { dashSwitch } from './switch.ts';
import { dataInput } from './data-input.ts';
import { dataPin } from './data-pin.ts';
import { diode } from './diode.ts';
import { distributionStud } from './distribution-stud.ts';
import { enclosure } from './enclosure.ts';
import { feed } from './feed.ts';
import { fuse } from './fuse.ts';
import { groundPoint } from './ground-point.ts';
import { groundSwitch } from './ground-switch.ts';
import { load } from './load.ts';
import { mains } from './mains.ts';
import { meter } from './meter.ts';
import { moduleInput } from './module-input.ts';
import { pin } from './pin.ts';
import { relay } from './relay.ts';
import { resistor } from './resistor.ts';
import { returnBus } from './return-bus.ts';
import { splice } from './splice.ts';
import { tapFilter } from './tap-filter.ts';
import { thermalFuse } from './thermal-fuse.ts';
import { thermocouple } from './thermocouple.ts';
import { threshold } from './threshold.ts';
import { transistor } from './transistor.ts';
import { varistor } from './varistor.ts';
import type { HandEdit, Part, PartKind, Role } from './kind.ts';

/** Kinds of part. Adding one is a file with all its facets and a line here; a facet that is missing does not compile. */
const REGISTRY = {
  adapter,
  auxiliary,
  bar,
  battery,
  'board-device': boardDevice,
  'box-terminal': boxTerminal,
  connector,
  controller,
  converter,
  'data-input': dataInput,
  'data-pin': dataPin,
  switch: dashSwitch,
  diode,
  'distribution-stud': distributionStud,
  enclosure,
  feed,
  fuse,
  'ground-point': groundPoint,
  'ground-switch': groundSwitch,
  load,
  mains,
  meter,
  'module-input': moduleInput,
  pin,
  relay,
  resistor,
  'return-bus': returnBus,
  splice,
  'tap-filter': tapFilter,
  'thermal-fuse': thermalFuse,
  thermocouple,
  threshold,
  transistor,
  varistor,
} as const;

type Registry = typeof REGISTRY;
export type PartKindName = keyof Registry;
type PartOfKind<K> = K extends PartKind<infer Kind, infer Spec, infer _Plays> ? Part<Kind, Spec> : never;
export type AnyPart = PartOfKind<Registry[PartKindName]>;
/** Those that play a role, with the specs of their kinds. */
export type PartPlaying<R extends Role> = {
  [K in PartKindName]: Registry[K] extends { readonly plays: R } ? PartOfKind<Registry[K]> : never;
}[PartKindName];

/** The behaviour of a part's kind. The cast is sound: a part's kind names the entry made for its spec. */
export function kindOf(part: AnyPart): PartKind<PartKindName, AnyPart['spec'], Role | null> {
  return REGISTRY[part.kind] as unknown as PartKind<PartKindName, AnyPart['spec'], Role | null>;
}

export function plays<R extends Role>(part: AnyPart | undefined, role: R): part is PartPlaying<R> {
  return part !== undefined && REGISTRY[part.kind].plays === role;
}

/** What a hand may do otherwise to a part. */
export const handEditsOf = (part: AnyPart): readonly HandEdit[] => kindOf(part).handEdits?.(part.spec) ?? [];
