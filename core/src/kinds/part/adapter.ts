import { terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { type PartKind, branchId } from './kind.ts';

export interface AdapterSpec {
  readonly supply: string;
  readonly nominalV: number;
  readonly current: 'dc' | 'ac';
  readonly ratedA: number;
  readonly internalOhm: number;
}

/** An isolated supply of extra-low voltage; what feeds it is no part of the circuit. */
export const adapter: PartKind<'adapter', AdapterSpec> = {
  kind: 'adapter',
  plays: null,
  title: 'isolated supply',
  terminalStyle: 'screw clamp, ferrule',
  takesMm2: () => TERMINAL_MOST_MM2.clamp,
  pins: () => ['+', '-'],
  model({ id, spec }, into) {
    into.branch({
      kind: 'source',
      id: branchId(id, 'output'),
      a: terminal(id, '+'),
      b: terminal(id, '-'),
      volt: (conditions) => conditions.volt(spec.supply),
      ohm: () => spec.internalOhm,
    });
  },
  drawn: () => [],
  rail: () => ({ pin: '+', side: 'supply', label: '+' }),
  faults: () => [],
  minus: { pin: '-', isolated: true },
  listed: ({ spec: { nominalV, current, ratedA } }) => `Isolated supply ${nominalV} V ${current === 'ac' ? '~' : '⎓'}, ${ratedA} A`,
};
