import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { type SupplyFacets, supplyBase, threeStates } from './kind.ts';
import { VEHICLE_COLOURS, vehicle } from './vehicle.ts';

/**
 * A generator that an engine turns, with its regulator: it holds its voltage up to what it is rated for, stores nothing,
 * and is not there while the engine stands.
 */
const schema = z.strictObject({
  ...supplyBase,
  kind: z.literal('alternator'),
  nominalV: z.union([z.literal(12), z.literal(24)]),
  /** What it gives for good, warm and at road speed, A. */
  ratedA: positive.max(500),
});
export type AlternatorSupply = z.infer<typeof schema>;

/** Regulated levels of lead–acid systems, idling with everything on to cold and charging: common practice. */
const variant = (nominalV: 12 | 24, lowestV: number, restV: number, highestV: number) => ({
  key: `alternator-${nominalV}`,
  text: `${nominalV} V alternator that charges`,
  begin: () => ({ kind: 'alternator' as const, nominalV, lowestV, restV, highestV, internalOhm: 0.02, ratedA: 70 }),
  is: (supply: AlternatorSupply) => supply.nominalV === nominalV,
});

export const alternator = {
  ...vehicle,
  kind: 'alternator',
  title: 'alternator that charges',
  called: () => 'alternator',
  schema,
  variants: [variant(12, 13.2, 14.2, 14.8), variant(24, 26.4, 28.4, 29.6)],
  fields: [
    { type: 'number', path: ['ratedA'], label: 'It gives at most', unit: 'A', least: 1e-6, most: 500 },
    { type: 'note', path: ['ratedA'], label: 'It gives nothing while its engine stands: what must run then hangs on a battery.' },
  ],
  ratedA: ({ ratedA }) => ratedA,
  storedAh: () => null,
  crankA: () => 0,
  states: threeStates('idling', 'running', 'at its most'),
  letter: 'G',
  part: ({ id: supply, nominalV, internalOhm }) => ({ kind: 'battery', spec: { supply, nominalV, internalOhm } }),
  colours: () => VEHICLE_COLOURS,
} as const satisfies SupplyFacets<'alternator', AlternatorSupply>;
