import { adapter } from './adapter.ts';
import { bar } from './bar.ts';
import { battery } from './battery.ts';
import { controller } from './controller.ts';
import { dashSwitch } from './switch.ts';
import { diode } from './diode.ts';
import { feed } from './feed.ts';
import { fuse } from './fuse.ts';
import { groundPoint } from './ground-point.ts';
import { groundSwitch } from './ground-switch.ts';
import { load } from './load.ts';
import { mains } from './mains.ts';
import { moduleInput } from './module-input.ts';
import { pin } from './pin.ts';
import { relay } from './relay.ts';
import { resistor } from './resistor.ts';
import { returnBus } from './return-bus.ts';
import { splice } from './splice.ts';
import { tapFilter } from './tap-filter.ts';
import { thermalFuse } from './thermal-fuse.ts';
import { threshold } from './threshold.ts';
import { transistor } from './transistor.ts';
import type { Part, PartKind } from './kind.ts';

const KINDS = [
  adapter,
  bar,
  battery,
  controller,
  dashSwitch,
  diode,
  feed,
  fuse,
  groundPoint,
  groundSwitch,
  load,
  mains,
  moduleInput,
  pin,
  relay,
  resistor,
  returnBus,
  splice,
  tapFilter,
  thermalFuse,
  threshold,
  transistor,
] as const;

type PartOfKind<K> = K extends PartKind<infer Kind, infer Spec> ? Part<Kind, Spec> : never;
export type AnyPart = PartOfKind<(typeof KINDS)[number]>;
export type PartKindName = AnyPart['kind'];
export type PartOf<Kind extends PartKindName> = Extract<AnyPart, { kind: Kind }>;

const BY_NAME = new Map<string, unknown>(KINDS.map((kind) => [kind.kind, kind]));

/** The behaviour of a part's kind. The cast is sound: a part's kind names the entry made for its spec. */
export function kindOf(part: AnyPart): PartKind<PartKindName, AnyPart['spec']> {
  return BY_NAME.get(part.kind) as PartKind<PartKindName, AnyPart['spec']>;
}

export function isKind<Kind extends PartKindName>(part: AnyPart | undefined, kind: Kind): part is PartOf<Kind> {
  return part?.kind === kind;
}
