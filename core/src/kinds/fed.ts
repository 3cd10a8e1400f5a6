/** A switch or a sensor with electronics of its own: two more pins, and what it takes all the time. */
import { terminal } from '../quantity/index.ts';
import type { ModelBuilder } from './primitives.ts';
import { type DrawnElement, branchId } from './part/kind.ts';

export interface FedSpec {
  readonly supply: string;
  /** Pins that it is fed by: `+` and `-`, or `L` and `N`. */
  readonly pins: readonly [out: string, back: string];
  /** What it takes at the nominal voltage of its supply, as a resistance, Ω. */
  readonly ohm: number;
}
/** Of a part with `fed`; nothing where it has none. */
export interface MaybeFed {
  readonly fed?: FedSpec;
}
export const SELF = 'self';

export const fedPins = ({ fed }: MaybeFed): readonly string[] => fed?.pins ?? [];
export function modelFed(id: string, { fed }: MaybeFed, into: ModelBuilder): void {
  if (fed)
    into.branch({
      kind: 'resistor',
      id: branchId(id, SELF),
      a: terminal(id, fed.pins[0]),
      b: terminal(id, fed.pins[1]),
      ohm: () => fed.ohm,
    });
}
export function drawnFed({ id, tag, name, spec: { fed } }: { id: string; tag: string; name: string; spec: MaybeFed }): DrawnElement[] {
  if (!fed) return [];
  const [from, to] = fed.pins;
  return [{ key: SELF, from, to, symbol: 'fed', branch: branchId(id, SELF), labels: [tag, name] }];
}
export const fedWords = ({ fed }: MaybeFed): string => (fed ? `, fed by ${fed.pins.join(' and ')}` : '');
