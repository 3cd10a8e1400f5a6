import { type PartKind, branchId } from './kind.ts';
import { modelSource } from '../source.ts';

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
  model: (part, into) => modelSource('cell', part, into),
  // A rail where it feeds; where it is charged, a load between its posts.
  drawn: ({ id, tag, name }) => [{ key: 'cell', from: '+', to: '-', symbol: 'battery', branch: branchId(id, 'cell'), labels: [tag, name] }],
  rail: () => ({ pin: '+', side: 'supply', label: '30' }),
  faults: () => [],
  minus: { pin: '-', isolated: false },
  endName: ({ name }, pin) => `${name} ${pin === '-' ? '−' : pin}`,
  listed: () => null,
};
