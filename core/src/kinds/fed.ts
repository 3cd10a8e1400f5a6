/** A switch or a sensor with electronics of its own: two more pins, and what it takes all the time. */
import { type Terminal, terminal } from '../quantity/index.ts';
import type { Branch, BranchId, ModelBuilder } from './primitives.ts';
import { type DrawnElement, branchId, keyOf } from './part/kind.ts';

export interface FedSpec {
  readonly supply: string;
  /** Pins that it is fed by: `+` and `-`, or `L` and `N`. */
  readonly pins: readonly [out: string, back: string];
  /** What it takes at the nominal voltage of its supply, as a resistance, Ω. */
  readonly ohm: number;
  /** What it is made for, V. */
  readonly nominalV: number;
  /** In words, what it is to be made for. */
  readonly madeFor: string;
}
/** Of a part with `fed`; nothing where it has none. */
export interface MaybeFed {
  readonly fed?: FedSpec;
  /** A sensor of what it is in, that says whether that is fed; left out of what is in nothing, or in what needs no supply. */
  readonly alive?: string;
}
/** What feeds the electronics of a part, whatever its kind; undefined where nothing of it needs that. */
export const fedOf = ({ spec }: { readonly spec: object }): FedSpec | undefined => ('fed' in spec ? (spec as MaybeFed).fed : undefined);
export const SELF = 'self';

const innerOf = (pole: string): string => `inner ${pole}`;
export const hiddenOf = ({ fed, alive, poles }: MaybeFed & { readonly poles: number }): readonly string[] =>
  fed || alive !== undefined ? Array.from({ length: poles }, (_, at) => innerOf(`pole${at + 1}`)) : [];
export const fedPins = ({ fed }: MaybeFed): readonly string[] => fed?.pins ?? [];
/** Shares of its usual current from which it works, and below which it is dead (from memory). */
const [WORKS, DIES] = [0.6, 0.5];
/** Of a contact inside it that says nothing of its own resistance, Ω. */
export const LINK_OHM = 1e-4;

export const aliveId = (id: string): BranchId => branchId(id, 'alive');

/** Its electronics between its two pins, and whether they have what they need. */
export function modelFed(id: string, { fed }: MaybeFed, into: ModelBuilder): void {
  if (!fed) return;
  const [a, b] = fed.pins.map((pin) => terminal(id, pin)) as [Terminal, Terminal];
  into.branch({ kind: 'resistor', id: branchId(id, SELF), a, b, ohm: () => fed.ohm });
  const [closesAtA, opensAtA] = [WORKS, DIES].map((share) => (share * fed.nominalV) / fed.ohm) as [number, number];
  into.sensor({ kind: 'current', id: aliveId(id), branch: branchId(id, SELF), closesAtA, opensAtA });
}

/** A pole as its electronics move it: dead, it stands as it rests. Without any it is `pole` alone. */
export function modelPole(id: string, { fed, alive }: MaybeFed, pole: Switching, rest: 'open' | 'closed', into: ModelBuilder): void {
  const follows = alive ?? (fed && aliveId(id));
  if (follows === undefined) return into.branch(pole);
  const inner = terminal(id, innerOf(keyOf(pole.id)));
  const link = { kind: 'switch', id: branchId(id, `${keyOf(pole.id)} alive`), ohm: () => LINK_OHM, follows } as const;
  if (rest === 'closed') {
    into.branch(pole);
    return into.branch({ ...link, a: pole.a, b: pole.b, closedWhen: false });
  }
  into.branch({ ...pole, b: inner });
  into.branch({ ...link, a: inner, b: pole.b, closedWhen: true });
}
type Switching = Extract<Branch, { kind: 'switch' }>;

export function drawnFed({ id, tag, name, spec: { fed } }: { id: string; tag: string; name: string; spec: MaybeFed }): DrawnElement[] {
  if (!fed) return [];
  const [from, to] = fed.pins;
  return [{ key: SELF, from, to, symbol: 'fed', branch: branchId(id, SELF), labels: [tag, name] }];
}
export const fedWords = ({ fed }: MaybeFed): string => (fed ? `, fed by ${fed.pins.join(' and ')} with ${fed.madeFor}` : '');
