import { LOADS, type UnitLoad } from '../load/registry.ts';
import { formatQuantity, terminal } from '../../quantity/index.ts';
import { type PartKind, branchId } from './kind.ts';

export interface LoadSpec {
  readonly loadKind: UnitLoad['kind'];
  /** Load line of the job that this unit belongs to. */
  readonly line: string;
  readonly ohm: number;
  readonly ratedV: number;
  /** Down to which it keeps its power, V; left out of what takes what its resistance lets through. */
  readonly dropsOutV?: number;
  /** Of a converter that feeds more of the project: what it makes, in words. */
  readonly gives?: string;
  /** Whether it has metal that one can touch, and so a terminal for earth. */
  readonly metal: boolean;
}

const isOutlet = ({ loadKind }: LoadSpec): boolean => LOADS[loadKind].anythingPlugsIn;

/** A load of half the power has twice the resistance. */
const HALF_POWER_OHM = 2;

export const load: PartKind<'load', LoadSpec, 'load'> = {
  kind: 'load',
  plays: 'load',
  title: 'load',
  terminalStyle: 'its own lead',
  hasLeads: (spec) => !isOutlet(spec),
  screwed: isOutlet,
  // A device on a strap (NEC 314.16(B)(4)).
  asWires: (spec) => (isOutlet(spec) ? 2 : 0),
  boughtForGuard: isOutlet,
  pins: ({ metal }) => ['+', '-', ...(metal ? ['PE'] : [])],
  model({ id, spec }, into) {
    const ends = { id: branchId(id, 'load'), a: terminal(id, '+'), b: terminal(id, '-'), ohm: () => spec.ohm };
    if (spec.dropsOutV !== undefined) into.branch({ ...ends, kind: 'power', watt: spec.ratedV ** 2 / spec.ohm, dropsOutV: spec.dropsOutV });
    else into.branch({ ...ends, kind: 'resistor' });
  },
  drawn: ({ id, name, spec }) => [
    {
      key: 'load',
      from: '+',
      to: '-',
      symbol: spec.loadKind,
      branch: branchId(id, 'load'),
      labels: [name, `${formatQuantity(spec.ratedV / spec.ohm, 'A')} at ${spec.ratedV} V`],
    },
  ],
  endName: ({ tag, name }, pin) => `${tag} ${name} ${pin === '-' ? '−' : pin}`,
  faults: ({ tag, name }) => [{ key: 'load', kind: 'load burnt out', words: `${tag} ${name} is burnt out`, fault: 'open', weight: 2 }],
  misbuilt: ({ tag, name, spec }) =>
    LOADS[spec.loadKind].turns
      ? []
      : [
          {
            key: 'other-load',
            kind: 'wrong part',
            words: `${tag} ${name} is one of half the power`,
            weight: 0.7,
            spec: { ohm: spec.ohm * HALF_POWER_OHM },
          },
        ],
  listed: ({ name, spec }) =>
    isOutlet(spec)
      ? `Socket outlet${spec.metal ? ' with earth' : ''} (${name}), ${spec.ratedV} V`
      : `${name}, ${spec.gives === undefined ? '' : `direct-current converter to ${spec.gives}, from `}${spec.ratedV} V, ${formatQuantity(spec.ratedV ** 2 / spec.ohm, 'W')}${
          LOADS[spec.loadKind].secondary === 'joined'
            ? `: its slider for at least ${formatQuantity(spec.ratedV / spec.ohm, 'A')} at any setting, and a fuse for it`
            : ''
        }`,
};
