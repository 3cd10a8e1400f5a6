import { terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { type PartKind, branchId } from './kind.ts';

export interface ThermalFuseSpec {
  readonly opensAtC: number;
}

/** Opens once and for all when it gets too hot; crimped or screwed, never soldered. */
export const thermalFuse: PartKind<'thermal-fuse', ThermalFuseSpec> = {
  kind: 'thermal-fuse',
  plays: null,
  title: 'thermal fuse',
  inLine: true,
  terminalStyle: 'high-temperature crimp',
  takesMm2: () => TERMINAL_MOST_MM2.blade,
  pins: () => ['1', '2'],
  model({ id }, into) {
    into.branch({ kind: 'resistor', id: branchId(id, 'link'), a: terminal(id, '1'), b: terminal(id, '2'), ohm: () => 0.004 });
  },
  drawn: ({ id, tag, spec }) => [
    { key: 'link', from: '1', to: '2', symbol: 'thermal-fuse', branch: branchId(id, 'link'), labels: [tag, `${spec.opensAtC} °C`] },
  ],
  price: () => SMALL_PRICES['thermal fuse'],
  spare: () => 1,
  faults: () => [],
  listed: ({ spec }) => `Thermal fuse, opens at ${spec.opensAtC} °C`,
};
