import { MOST_ON_A_STUD, TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import type { PartKind } from './kind.ts';

export interface DistributionStudSpec {
  /** How many fuses hang on it. */
  readonly fuses: number;
}

/** Where the thick wire from a battery ends, and the fuses of several jobs begin. */
export const distributionStud: PartKind<'distribution-stud', DistributionStudSpec> = {
  kind: 'distribution-stud',
  plays: null,
  title: 'distribution stud',
  terminalStyle: 'M8 ring',
  takesMm2: () => TERMINAL_MOST_MM2.ring,
  pins: () => ['1'],
  model: () => undefined,
  drawn: () => [],
  price: ({ spec }) => SMALL_PRICES[isBar(spec) ? 'distribution bar' : 'distribution stud'],
  fusesHang: true,
  faults: () => [],
  endName: ({ tag }) => tag,
  listed: ({ spec }) =>
    isBar(spec) ? `Insulated distribution bar with a cover, ${spec.fuses + 1} studs M8` : 'Insulated distribution stud M8 with a cover',
};

/** Whether the wire that feeds it and what hangs on it are more than one stud takes. */
const isBar = ({ fuses }: DistributionStudSpec): boolean => fuses + 1 > MOST_ON_A_STUD;
