import { terminal } from '../../quantity/index.ts';
import { ON_HEADER, type PartKind, branchId } from './kind.ts';
import { PIN_OHM } from './pin.ts';

export interface DataPinSpec {
  /** What it has while it waits: a serial line rests high, V. */
  readonly levelV: number;
  /** As its board prints it: D1, TX. */
  readonly label: string;
}

/** The output of a data line, as it stands while nothing is sent. */
export const dataPin: PartKind<'data-pin', DataPinSpec> = {
  kind: 'data-pin',
  plays: null,
  title: 'data output',
  beside: true,
  terminalStyle: ON_HEADER,
  pins: () => ['out', '-'],
  model({ id, spec: { levelV } }, into) {
    const [a, b] = [terminal(id, 'out'), terminal(id, '-')];
    into.branch({ kind: 'source', id: branchId(id, 'level'), a, b, volt: () => levelV, ohm: () => PIN_OHM });
  },
  drawn: () => [],
  endName: ({ name }) => name,
  rail: ({ label }) => ({ pin: 'out', side: 'feed', label }),
  faults: () => [],
  asWires: () => 0,
  listed: () => null,
};
