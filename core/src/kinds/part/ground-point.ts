import { terminal } from '../../quantity/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { type PartKind, branchId } from './kind.ts';

export interface GroundPointSpec {
  /** The stud, and the vehicle's metal from there to the battery's negative post, Ω. */
  readonly ohm: number;
}

/** A ground stud; pin 31 is the far end of the vehicle's metal, at the battery. */
export const groundPoint: PartKind<'ground-point', GroundPointSpec, 'ground'> = {
  kind: 'ground-point',
  plays: 'ground',
  title: 'ground point',
  inLine: true,
  terminalStyle: 'M6 ring',
  pins: () => ['G', '31'],
  model({ id, spec }, into) {
    into.branch({ kind: 'resistor', id: branchId(id, 'metal'), a: terminal(id, 'G'), b: terminal(id, '31'), ohm: () => spec.ohm });
  },
  drawn: () => [],
  rail: () => ({ pin: 'G', side: 'return', label: '31', end: '31' }),
  price: () => SMALL_PRICES['ground stud'],
  // One stud for all that comes back at its place.
  faults: ({ tag }) => [{ key: 'metal', kind: 'bad return', words: `the ground stud ${tag} is off`, fault: 'open', weight: 2 }],
  endName: ({ tag }) => tag,
  listed: () => 'Ground stud M6 with toothed washer, on clean bare metal',
};
