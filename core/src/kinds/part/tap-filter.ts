import { terminal } from '../../quantity/index.ts';
import { SILICON_OHM, SILICON_V } from '../../reference/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { type PartKind, branchId } from './kind.ts';

export interface TapFilterSpec {
  /** Capacitor after the diode, F. */
  readonly farad: number;
}

/** A diode and a capacitor at the tap of a pulsed feed: what hangs behind them sees steady voltage. */
export const tapFilter: PartKind<'tap-filter', TapFilterSpec> = {
  kind: 'tap-filter',
  plays: null,
  title: 'filter at a tap',
  terminalStyle: 'its own lead',
  hasLeads: () => true,
  atTap: true,
  pins: () => ['in', 'out', '31'],
  // The capacitor carries no steady current.
  model({ id }, into) {
    const ends = { a: terminal(id, 'in'), b: terminal(id, 'out') };
    into.branch({ kind: 'diode', id: branchId(id, 'junction'), ...ends, forwardV: SILICON_V, ohm: () => SILICON_OHM });
  },
  drawn: ({ id, tag }) => [
    { key: 'junction', from: 'in', to: 'out', symbol: 'diode', branch: branchId(id, 'junction'), labels: [tag, 'with capacitor'] },
  ],
  price: () => SMALL_PRICES['tap filter'],
  faults: () => [],
  listed: ({ spec }) => `Tap filter: diode 400 V, 1 A and capacitor of at least ${Math.ceil(spec.farad * 1e6)} µF, 50 V`,
};
