import { terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import type { ControllerType } from '../catalogue/controllers.ts';
import { type PartKind, branchId } from './kind.ts';

export interface ControllerSpec {
  readonly type: ControllerType;
  /** What its 5 V rail may give beside the board itself, A. */
  readonly railA: number;
}

/** Resistance of a 5 V rail behind a port or a regulator, Ω (from memory). */
const RAIL_OHM = 0.2;

/** A board with a 5 V rail; its pins are parts of their own. */
export const controller: PartKind<'controller', ControllerSpec, 'board'> = {
  kind: 'controller',
  plays: 'board',
  title: 'controller board',
  terminalStyle: 'pin header',
  takesMm2: () => TERMINAL_MOST_MM2.clamp,
  pins: () => ['5V', 'GND'],
  model({ id }, into) {
    into.branch({
      kind: 'source',
      id: branchId(id, 'rail'),
      a: terminal(id, '5V'),
      b: terminal(id, 'GND'),
      volt: () => 5,
      ohm: () => RAIL_OHM,
    });
  },
  drawn: () => [],
  rail: () => ({ pin: '5V', side: 'supply', label: '5 V' }),
  bearsAirC: () => 70,
  price: ({ spec: { type } }) => type.price,
  faults: () => [],
  listed: ({ spec: { type } }) => type.name,
};
