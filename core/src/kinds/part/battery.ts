import { terminal } from '../../quantity/index.ts';
import { type PartKind, branchId } from './kind.ts';

export interface BatterySpec {
  readonly supply: string;
  readonly nominalV: number;
  readonly internalOhm: number;
}

export const battery: PartKind<'battery', BatterySpec> = {
  kind: 'battery',
  plays: null,
  title: 'battery',
  terminalStyle: 'M8 ring',
  pins: () => ['+', '-'],
  model({ id, spec }, into) {
    into.branch({
      kind: 'source',
      id: branchId(id, 'cell'),
      a: terminal(id, '+'),
      b: terminal(id, '-'),
      volt: (conditions) => conditions.volt(spec.supply),
      ohm: () => spec.internalOhm,
    });
  },
  // A rail where it feeds; where it is charged, a load between its posts.
  drawn: ({ id, tag, name }) => [{ key: 'cell', from: '+', to: '-', symbol: 'battery', branch: branchId(id, 'cell'), labels: [tag, name] }],
  rail: () => ({ pin: '+', side: 'supply', label: '30' }),
  faults: () => [],
  minus: { pin: '-', isolated: false },
  endName: ({ name }, pin) => `${name} ${pin === '-' ? '−' : pin}`,
  listed: () => null,
};
