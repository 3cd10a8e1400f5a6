import { terminal } from '../../quantity/index.ts';
import { BAD_JOINT_OHM, isBlock } from '../../reference/index.ts';
import type { ConnectorType } from '../catalogue/connectors.ts';
import { type PartKind, branchId } from './kind.ts';

export interface ConnectorSpec {
  readonly type: ConnectorType;
}

/** What a wire can be parted at. */
export const connector: PartKind<'connector', ConnectorSpec, 'connector'> = {
  kind: 'connector',
  plays: 'connector',
  title: 'connector',
  inLine: true,
  terminalStyle: 'contact of its connector',
  screwed: ({ type }) => isBlock(type),
  takesMm2: ({ type }) => type.mostMm2,
  bearsAirC: ({ type }) => type.mostC,
  pins: () => ['1', '2'],
  model({ id, spec }, into) {
    const { ohm } = spec.type;
    into.branch({ kind: 'resistor', id: branchId(id, 'pair'), a: terminal(id, '1'), b: terminal(id, '2'), ohm: () => ohm });
  },
  drawn: ({ id, tag, spec }) => [
    {
      key: 'pair',
      from: '1',
      to: '2',
      symbol: isBlock(spec.type) ? 'terminal-block' : 'connector',
      branch: branchId(id, 'pair'),
      labels: [tag, spec.type.name],
    },
  ],
  price: ({ spec }) => spec.type.price,
  faults: ({ tag, spec }) => [
    {
      key: 'pair',
      kind: 'broken wire',
      words: isBlock(spec.type) ? `a wire is out of ${tag}` : `${tag} is not plugged together, or a contact of it is pushed out`,
      fault: 'open',
      weight: 1.5,
    },
    {
      key: 'pair',
      kind: 'bad crimp',
      words: isBlock(spec.type) ? `a screw of ${tag} is loose` : `contacts of ${tag} are corroded or loose`,
      fault: { extraOhm: BAD_JOINT_OHM },
      weight: 1.5,
    },
  ],
  handEdits: ({ type }) => [{ text: isBlock(type) ? 'Leave a wire out of it' : 'Leave it unplugged', does: 'leave-out' }],
  asWires: () => 1,
  listed: ({ spec: { type } }) => `${type.name}, ${isBlock(type) ? 'a pole' : 'both halves with their contacts'}`,
};
