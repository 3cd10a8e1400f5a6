import { formatQuantity, terminal } from '../../quantity/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { SELF } from '../fed.ts';
import { AS_A_DEVICE, ON_HEADER, type PartKind, branchId } from './kind.ts';

export interface BoardDeviceSpec {
  /** Level of its own inputs and outputs, V. */
  readonly levelV: number;
  /** What it takes from the board's rail at most, A, and the volts of that. */
  readonly takesA: number;
  readonly railV: number;
}

/** A small module on a board's rail, that talks with the board: a radio, a display. Its data pins are parts of their own. */
export const boardDevice: PartKind<'board-device', BoardDeviceSpec> = {
  kind: 'board-device',
  plays: null,
  title: 'module on a board’s rail',
  beside: true,
  terminalStyle: ON_HEADER,
  pins: () => ['+', '-'],
  unread: () => [{ key: SELF, as: 'electronics' }],
  model({ id, spec: { railV, takesA } }, into) {
    const [a, b] = [terminal(id, '+'), terminal(id, '-')];
    into.branch({ kind: 'resistor', id: branchId(id, SELF), a, b, ohm: () => railV / takesA });
  },
  drawn: ({ id, tag, name }) => [{ key: SELF, from: '+', to: '-', symbol: 'fed', branch: branchId(id, SELF), labels: [tag, name] }],
  bearsAirC: () => 70,
  price: () => SMALL_PRICES['board module'],
  faults: () => [],
  asWires: () => AS_A_DEVICE,
  listed: ({ name, spec: { levelV, railV, takesA } }) =>
    `${name}: module fed with ${railV} V, inputs and outputs of ${levelV} V, takes at most ${formatQuantity(takesA, 'A')}`,
};
