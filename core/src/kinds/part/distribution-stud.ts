import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import type { PartKind } from './kind.ts';

export interface DistributionStudSpec {
  /** Fuses that hang on it, each by a lead of its holder. */
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
  price: () => SMALL_PRICES['distribution stud'],
  faults: () => [],
  endName: ({ tag }) => tag,
  listed: ({ spec: { fuses } }) => `Insulated distribution stud M8 with a cover, and ${fuses} M8 rings for the leads of fuse holders`,
};
