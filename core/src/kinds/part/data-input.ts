import { terminal } from '../../quantity/index.ts';
import { ON_HEADER, type PartKind, branchId } from './kind.ts';

export interface DataInputSpec {
  /** As its board prints it: D0, RX. */
  readonly label: string;
}

/** What the input of a board or a module takes, as a resistance (from memory), Ω. */
const INPUT_OHM = 1e6;

/** Where a data line ends. */
export const dataInput: PartKind<'data-input', DataInputSpec> = {
  kind: 'data-input',
  plays: null,
  title: 'data input',
  beside: true,
  lineEnds: ['in', '-'],
  terminalStyle: ON_HEADER,
  pins: () => ['in', '-'],
  unread: () => [{ key: 'input', as: 'electronics' }],
  model({ id }, into) {
    into.branch({ kind: 'resistor', id: branchId(id, 'input'), a: terminal(id, 'in'), b: terminal(id, '-'), ohm: () => INPUT_OHM });
  },
  drawn: ({ id, tag, spec: { label } }) => [
    { key: 'input', from: 'in', to: '-', symbol: 'fed', branch: branchId(id, 'input'), labels: [tag, label] },
  ],
  endName: ({ name }) => name,
  faults: () => [],
  asWires: () => 0,
  listed: () => null,
};
