import { terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import type { ThermalCutOut } from '../catalogue/own-cut-out.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { type PartKind, branchId } from './kind.ts';

export interface ThermalFuseSpec {
  readonly cutOut: ThermalCutOut;
}

/** Opens when it gets too hot, once and for all or until it is reset; crimped or screwed, never soldered. */
export const thermalFuse: PartKind<'thermal-fuse', ThermalFuseSpec, 'thermal cut-out'> = {
  kind: 'thermal-fuse',
  plays: 'thermal cut-out',
  title: 'thermal fuse',
  inLine: true,
  terminalStyle: 'high-temperature crimp',
  takesMm2: () => TERMINAL_MOST_MM2.blade,
  pins: () => ['1', '2'],
  model({ id }, into) {
    into.branch({ kind: 'resistor', id: branchId(id, 'link'), a: terminal(id, '1'), b: terminal(id, '2'), ohm: () => 0.004 });
  },
  drawn: ({ id, tag, spec }) => [
    { key: 'link', from: '1', to: '2', symbol: 'thermal-fuse', branch: branchId(id, 'link'), labels: [tag, `${spec.cutOut.opensAtC} °C`] },
  ],
  price: ({ spec }) => (spec.cutOut.own ? spec.cutOut.own.price || null : SMALL_PRICES['thermal fuse']),
  spare: ({ cutOut }) => (cutOut.resets === 'never' ? 1 : 0),
  faults: () => [],
  listed({ spec: { cutOut } }) {
    const { opensAtC, ratedA, acV, own } = cutOut;
    return own ? `${own.name}, opens at ${opensAtC} °C` : `Thermal fuse, opens at ${opensAtC} °C, ${ratedA} A ${acV} V~`;
  },
};
