import { CONNECTORS, CONNECTOR_IDS, type Connector } from '../../reference/index.ts';
import { ownConnector } from './own-connector.ts';
import { CONNECTOR_PRICES } from './prices.ts';
import type { OwnParts } from './shelf.ts';

/** What a wire may be parted at, a pole of it. */
export interface ConnectorType extends Connector {
  readonly id: string;
  readonly price: number;
}
const OF_SHELF: readonly ConnectorType[] = CONNECTOR_IDS.map((id) => ({ id, ...CONNECTORS[id], price: CONNECTOR_PRICES[id] }));

/** The shelf's, and those that the project brings along. */
export const connectorsOf = ({ parts }: OwnParts): readonly ConnectorType[] => [
  ...OF_SHELF,
  ...parts.flatMap((part) => (part.form === 'connector' ? [ownConnector(part)] : [])),
];
/** Undefined where the project knows none of that name: its document is refused before it is wired. */
export const connectorOf = (design: OwnParts, id: string): ConnectorType | undefined => connectorsOf(design).find((one) => one.id === id);
