import { terminal } from '../quantity/index.ts';
import type { ModelBuilder } from './primitives.ts';
import { branchId } from './part/kind.ts';

/** Between the two pins of a supply of direct current, or of an isolated one: its voltage behind its own resistance; from a point inside it to its minus where `plus` is one. */
export function modelSource(
  key: string,
  { id, spec }: { readonly id: string; readonly spec: { readonly supply: string; readonly internalOhm: number } },
  into: ModelBuilder,
  plus = '+',
): void {
  into.branch({
    kind: 'source',
    id: branchId(id, key),
    a: terminal(id, plus),
    b: terminal(id, '-'),
    volt: (conditions) => conditions.volt(spec.supply),
    ohm: () => spec.internalOhm,
  });
}
