import { formatQuantity, terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { type PartKind, branchId } from './kind.ts';

export interface ResistorSpec {
  readonly ohm: number;
  /** Power that it must bear, W. */
  readonly watt: number;
  /** Has a thermal fuse on it. */
  readonly endsItself?: true;
  /** Inside the relay whose coil it is across: bought with it. */
  readonly inside?: true;
}

/** What a small resistor bears, W. */
export const SMALL_W = 0.25;

/** A wire-wound resistor that slows a motor or dims a lamp. */
export const resistor: PartKind<'resistor', ResistorSpec> = {
  kind: 'resistor',
  plays: null,
  title: 'resistor',
  terminalStyle: ({ watt }) => (watt < SMALL_W ? 'soldered, in sleeve' : '6.3 mm blade receptacle'),
  takesMm2: () => TERMINAL_MOST_MM2.blade,
  pins: () => ['1', '2'],
  model({ id, spec }, into) {
    into.branch({ kind: 'resistor', id: branchId(id, 'wire'), a: terminal(id, '1'), b: terminal(id, '2'), ohm: () => spec.ohm });
  },
  drawn: ({ id, tag, spec }) => [
    { key: 'wire', from: '1', to: '2', symbol: 'resistor', branch: branchId(id, 'wire'), labels: [tag, formatQuantity(spec.ohm, 'Ω')] },
  ],
  price: ({ spec }) => (spec.inside ? 0 : SMALL_PRICES[spec.watt < SMALL_W ? 'resistor' : 'wire-wound resistor']),
  faults: ({ tag }) => [{ key: 'wire', kind: 'driver dead', words: `${tag} is broken`, fault: 'open', weight: 0.5 }],
  listed: ({ spec }) =>
    spec.inside
      ? null
      : spec.watt < SMALL_W
        ? `Resistor ${formatQuantity(spec.ohm, 'Ω')}, 5 %, ${SMALL_W} W`
        : `Wire-wound resistor ${formatQuantity(spec.ohm, 'Ω')}, at least ${formatQuantity(2 * spec.watt, 'W')}, ${spec.endsItself ? 'with a thermal fuse on it, ' : ''}in moving air`,
};
