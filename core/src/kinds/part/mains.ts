import { terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { type PartKind, branchId } from './kind.ts';

export interface MainsSpec {
  readonly supply: string;
  readonly nominalV: number;
  /** Loop back to the transformer, Ω. */
  readonly loopOhm: number;
  /** Line and neutral, or two hot conductors with the neutral halfway. */
  readonly twoHot: boolean;
}

/** Neutral and earth are one at the origin of the installation (TN); what is between them here, Ω (from memory). */
const BOND_OHM = 0.1;

/** An outlet or a panel: line, neutral and earth, or two hot conductors, neutral and earth. Effective values; the second hot is minus the first. */
export const mains: PartKind<'mains', MainsSpec> = {
  kind: 'mains',
  plays: null,
  title: 'mains supply',
  earthPin: 'PE',
  terminalStyle: 'screw clamp, ferrule',
  takesMm2: () => TERMINAL_MOST_MM2.heavy,
  pins: ({ twoHot }) => ['L', ...(twoHot ? ['L2'] : []), 'N', 'PE'],
  model({ id, spec }, into) {
    const at = (pin: string) => terminal(id, pin);
    const half = spec.twoHot ? 0.5 : 1;
    const source = (key: string, a: string, b: string) =>
      into.branch({
        kind: 'source',
        id: branchId(id, key),
        a: at(a),
        b: at(b),
        volt: (conditions) => half * conditions.volt(spec.supply),
        ohm: () => half * spec.loopOhm,
      });
    source('line', 'L', 'N');
    if (spec.twoHot) source('line2', 'N', 'L2');
    into.branch({ kind: 'resistor', id: branchId(id, 'bond'), a: at('N'), b: at('PE'), ohm: () => BOND_OHM });
  },
  drawn: () => [],
  rail: () => ({ pin: 'L', side: 'supply', label: 'L' }),
  faults: () => [],
  listed: () => null,
};
