import { chargeLevels } from '../../reference/index.ts';
import { type Signal, levelsOf } from './registry.ts';

/** Where a sensor of temperature begins: a fan’s switch (common practice), °C. */
const BEGUN_C = { closesAt: 92, opensAt: 84 };

/** A signal as it was changed; one that watches another quantity begins with that quantity's levels, of the supply that it has, or of this one. */
export function withItsLevels(
  before: Signal,
  after: Signal,
  supplies: readonly { readonly id: string; readonly nominalV: number; readonly restV: number }[],
): Signal {
  const quantity = (of: Signal) => levelsOf(of)?.unit ?? '';
  if (quantity(before) === quantity(after) || !('watches' in after)) return after;
  const supply = supplies.find(({ id }) => id === levelsOf(after)?.supply) ?? supplies[0]!;
  const levels = quantity(after) === 'V' ? chargeLevels(supply.nominalV, supply.restV) : BEGUN_C;
  const watches =
    after.watches.quantity === 'voltage' ? { quantity: 'voltage' as const, supply: supply.id } : { quantity: 'temperature' as const };
  return { ...after, watches, ...levels };
}
