import { SMALL_PRICES } from '../catalogue/prices.ts';
import type { PartKind } from './kind.ts';

/** A crimped splice or a stud where several wires of one job meet. */
export const splice: PartKind<'splice', Record<string, never>> = {
  kind: 'splice',
  plays: null,
  title: 'splice',
  terminalStyle: 'crimped splice',
  pins: () => ['1'],
  model: () => undefined,
  drawn: () => [],
  price: () => SMALL_PRICES.splice,
  faults: () => [],
  madeWithWires: true,
  endName: ({ tag }) => tag,
  listed: () => 'Crimped splice, sealed',
};
