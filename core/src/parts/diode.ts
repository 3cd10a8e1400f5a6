import { terminal } from '../circuit/terminal.ts';
import { branchId, type PartKind } from './kind.ts';

export interface DiodeSpec {
  readonly name: string;
  readonly reverseV: number;
  readonly forwardA: number;
}

/** Silicon rectifier at a few hundred mA: knee and slope of its straight-line model (from memory). */
const FORWARD_V = 0.75;
const FORWARD_OHM = 0.2;

export const diode: PartKind<'diode', DiodeSpec> = {
  kind: 'diode',
  title: 'diode',
  terminalStyle: 'soldered in the socket',
  pins: () => ['A', 'K'],
  model({ id }, into) {
    into.branch({
      kind: 'diode',
      id: branchId(id, 'junction'),
      a: terminal(id, 'A'),
      b: terminal(id, 'K'),
      forwardV: FORWARD_V,
      ohm: () => FORWARD_OHM,
    });
  },
  // Drawn band up: across a coil the cathode is on the supply's side.
  drawn: ({ id, tag }) => [{ key: 'junction', from: 'K', to: 'A', symbol: 'diode', branch: branchId(id, 'junction'), labels: [tag] }],
  listed: ({ spec }) => `${spec.name}, ${spec.reverseV} V, ${spec.forwardA} A`,
};
