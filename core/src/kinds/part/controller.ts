import { formatQuantity, terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import type { ControllerType } from '../catalogue/controllers.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { LINK_OHM, type MaybeFed, aliveId, drawnFed, fedPins, modelFed } from '../fed.ts';
import { AS_A_DEVICE, ON_HEADER, type PartKind, branchId } from './kind.ts';

export interface ControllerSpec extends MaybeFed {
  readonly type: ControllerType;
  /** What its 5 V rail may give beside the board itself, A. */
  readonly railA: number;
}

/** A board's own rail, V. */
export const RAIL_V = 5;
/** Resistance of a 5 V rail behind a port or a regulator, Ω (from memory). */
const RAIL_OHM = 0.2;

/** A board with a 5 V rail; its pins are parts of their own. */
export const controller: PartKind<'controller', ControllerSpec, 'board'> = {
  kind: 'controller',
  plays: 'board',
  title: 'controller board',
  terminalStyle: ON_HEADER,
  takesMm2: () => TERMINAL_MOST_MM2.clamp,
  pins: (spec) => ['5V', 'GND', ...fedPins(spec).slice(0, 1)],
  hidden: ({ fed }) => (fed ? ['regulator'] : []),
  model({ id, spec }, into) {
    modelFed(id, spec, into);
    const rail = terminal(id, spec.fed ? 'regulator' : '5V');
    into.branch({
      kind: 'source',
      id: branchId(id, 'rail'),
      a: rail,
      b: terminal(id, 'GND'),
      volt: () => RAIL_V,
      ohm: () => RAIL_OHM,
    });
    if (spec.fed)
      into.branch({
        kind: 'switch',
        id: branchId(id, 'regulator'),
        a: rail,
        b: terminal(id, '5V'),
        ohm: () => LINK_OHM,
        follows: aliveId(id),
        closedWhen: true,
      });
  },
  drawn: ({ id, tag, name, spec }) => drawnFed({ id, tag, name, spec }),
  rail: () => ({ pin: '5V', side: 'supply', label: '5 V' }),
  bearsAirC: () => 70,
  price: ({ spec: { type } }) => type.price,
  faults: () => [],
  asWires: () => AS_A_DEVICE,
  listed: ({ spec: { type } }) => type.name,
  // Without them nothing runs it once it is off the bench.
  boughtWith: ({ type, fed }) =>
    fed
      ? []
      : [
          {
            description: `USB cable, and a 5 V supply with such a port for ${formatQuantity(type.portA, 'A')} or more`,
            price: SMALL_PRICES['port supply'],
          },
        ],
};
