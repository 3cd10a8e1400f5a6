import { CONNECTORS, SPLICE_MOST_C } from '../../reference/index.ts';
import { CONNECTOR_PRICES, SMALL_PRICES } from '../catalogue/prices.ts';
import type { PartKind } from './kind.ts';

export interface SpliceSpec {
  /** Where a sleeve softens: under the screws of a ceramic block, and not crimped. */
  readonly inCeramic: boolean;
}
const CERAMIC = 'ceramic-57';

/** Where several wires of one job meet. */
export const splice: PartKind<'splice', SpliceSpec> = {
  kind: 'splice',
  plays: null,
  title: 'splice',
  terminalStyle: 'crimped splice',
  screwed: ({ inCeramic }) => inCeramic,
  takesMm2: ({ inCeramic }) => (inCeramic ? CONNECTORS[CERAMIC].mostMm2 : Infinity),
  bearsAirC: ({ inCeramic }) => (inCeramic ? CONNECTORS[CERAMIC].mostC : SPLICE_MOST_C),
  pins: () => ['1'],
  model: () => undefined,
  drawn: () => [],
  price: ({ spec }) => (spec.inCeramic ? CONNECTOR_PRICES[CERAMIC] : SMALL_PRICES.splice),
  faults: () => [],
  madeWithWires: true,
  hangsInWires: ({ inCeramic }) => !inCeramic,
  endName: ({ tag }) => tag,
  listed: ({ spec }) => (spec.inCeramic ? `${CONNECTORS[CERAMIC].name}, a pole` : 'Crimped splice, sealed'),
};
