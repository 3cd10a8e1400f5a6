import { LOADS, type UnitLoad } from '../load/registry.ts';
import { formatQuantity, terminal } from '../../quantity/index.ts';
import { type PartKind, branchId } from './kind.ts';

export interface LoadSpec {
  readonly loadKind: UnitLoad['kind'];
  /** Load line of the job that this unit belongs to. */
  readonly line: string;
  readonly ohm: number;
  readonly ratedV: number;
  /** Whether it has metal that one can touch, and so a terminal for earth. */
  readonly metal: boolean;
}

export const load: PartKind<'load', LoadSpec> = {
  kind: 'load',
  title: 'load',
  terminalStyle: 'crimped splice',
  pins: ({ metal }) => ['+', '-', ...(metal ? ['PE'] : [])],
  model({ id, spec }, into) {
    const ends = { id: branchId(id, 'load'), a: terminal(id, '+'), b: terminal(id, '-'), ohm: () => spec.ohm };
    const { takes } = LOADS[spec.loadKind];
    if (takes.as === 'power')
      into.branch({ ...ends, kind: 'power', watt: spec.ratedV ** 2 / spec.ohm, dropsOutV: takes.dropsOutBelow * spec.ratedV });
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
  listed: ({ name, spec }) => `${name}, ${spec.ratedV} V, ${formatQuantity(spec.ratedV ** 2 / spec.ohm, 'W')}`,
};
