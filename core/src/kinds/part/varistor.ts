import { terminal } from '../../quantity/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { type PartKind, branchId } from './kind.ts';

export interface VaristorSpec {
  /** Highest alternating voltage that it stands for good, V; of direct current it stands about 1.3 times that. */
  readonly acV: number;
}

/** It clamps at about this many times its alternating voltage (from memory). */
const CLAMPS = 2.6;

/** Across a load whose current has to go somewhere when it is switched off, either way round. */
export const varistor: PartKind<'varistor', VaristorSpec> = {
  kind: 'varistor',
  plays: null,
  title: 'varistor',
  terminalStyle: 'soldered across the load',
  pins: () => ['1', '2'],
  // Below what it clamps at it takes nothing to speak of, as a diode that blocks.
  model({ id, spec }, into) {
    into.branch({
      kind: 'diode',
      id: branchId(id, 'clamp'),
      a: terminal(id, '1'),
      b: terminal(id, '2'),
      forwardV: CLAMPS * spec.acV,
      ohm: () => 1,
    });
  },
  drawn: ({ id, tag, spec }) => [
    { key: 'clamp', from: '1', to: '2', symbol: 'varistor', branch: branchId(id, 'clamp'), labels: [tag, `${spec.acV} V~`] },
  ],
  price: () => SMALL_PRICES.varistor,
  // One that has taken too much fails as a short.
  faults: ({ tag }) => [{ key: 'clamp', kind: 'short', words: `${tag} is shorted`, fault: 'closed', weight: 0.3 }],
  handEdits: () => [{ text: 'Leave it out', does: 'leave-out' }],
  listed: ({ spec }) => `Varistor for ${spec.acV} V~, 10 mm disc, in sleeving`,
};
