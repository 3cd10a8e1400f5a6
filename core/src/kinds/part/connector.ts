import { terminal } from '../../quantity/index.ts';
import { BAD_JOINT_OHM, CONNECTORS, type ConnectorId } from '../../reference/index.ts';
import { CONNECTOR_PRICES } from '../catalogue/prices.ts';
import { type PartKind, branchId } from './kind.ts';

export interface ConnectorSpec {
  readonly type: ConnectorId;
}

/** What a wire can be parted at. */
export const connector: PartKind<'connector', ConnectorSpec, 'connector'> = {
  kind: 'connector',
  plays: 'connector',
  title: 'connector',
  inLine: true,
  terminalStyle: 'contact of its connector',
  takesMm2: ({ type }) => CONNECTORS[type].mostMm2,
  bearsAirC: ({ type }) => CONNECTORS[type].mostC,
  pins: () => ['1', '2'],
  model({ id, spec }, into) {
    const { ohm } = CONNECTORS[spec.type];
    into.branch({ kind: 'resistor', id: branchId(id, 'pair'), a: terminal(id, '1'), b: terminal(id, '2'), ohm: () => ohm });
  },
  drawn: ({ id, tag, spec }) => [
    {
      key: 'pair',
      from: '1',
      to: '2',
      symbol: 'connector',
      branch: branchId(id, 'pair'),
      labels: [tag, CONNECTORS[spec.type].name],
    },
  ],
  price: ({ spec }) => CONNECTOR_PRICES[spec.type],
  faults: ({ tag }) => [
    {
      key: 'pair',
      kind: 'broken wire',
      words: `${tag} is not plugged together, or a contact of it is pushed out`,
      fault: 'open',
      weight: 1.5,
    },
    { key: 'pair', kind: 'bad crimp', words: `contacts of ${tag} are corroded or loose`, fault: { extraOhm: BAD_JOINT_OHM }, weight: 1.5 },
  ],
  handEdits: () => [{ text: 'Leave it unplugged', does: 'leave-out' }],
  listed: ({ spec }) => `${CONNECTORS[spec.type].name}, both halves with their contacts`,
};
