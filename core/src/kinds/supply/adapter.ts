import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { type CurrentKind, type SupplyFacets, supplyBase, threeStates } from './kind.ts';
import { VEHICLE_COLOURS } from './vehicle.ts';

/** An isolated supply of extra-low voltage: a plug-top supply, or a transformer where it is alternating. */
const schema = z.strictObject({
  ...supplyBase,
  kind: z.literal('adapter'),
  nominalV: z.union([z.literal(5), z.literal(12), z.literal(24)]),
  current: z.enum(['dc', 'ac']),
  ratedA: positive.max(200),
});
export type AdapterSupply = z.infer<typeof schema>;

const variant = (nominalV: 5 | 12 | 24, current: CurrentKind, text: string) => ({
  key: `adapter-${nominalV}${current === 'ac' ? '-ac' : ''}`,
  text,
  begin: () => ({
    kind: 'adapter' as const,
    nominalV,
    current,
    ratedA: 2,
    restV: nominalV,
    lowestV: Number((nominalV * 0.95).toFixed(2)),
    highestV: Number((nominalV * 1.05).toFixed(2)),
    internalOhm: 0.1,
  }),
  is: (supply: AdapterSupply) => supply.nominalV === nominalV && supply.current === current,
});

export const adapter = {
  kind: 'adapter',
  title: 'isolated supply',
  schema,
  variants: [
    variant(5, 'dc', '5 V ⎓ isolated supply'),
    variant(12, 'dc', '12 V ⎓ isolated supply'),
    variant(24, 'dc', '24 V ⎓ isolated supply'),
    variant(24, 'ac', '24 V ~ isolating transformer'),
  ],
  fields: [{ type: 'number', path: ['ratedA'], label: 'It gives at most', unit: 'A', least: 1e-6, most: 200 }],
  internalLabel: 'Internal resistance',
  current: ({ current }) => current,
  isMains: false,
  isTwoHot: () => false,
  residualProtection: () => null,
  reversible: () => false,
  onVehicle: false,
  pins: () => ['+', '-'],
  ratedA: ({ ratedA }) => ratedA,
  storedAh: () => null,
  crankA: () => 0,
  states: threeStates('low', 'as rated', 'high'),
  letter: 'T',
  part: ({ id: supply, nominalV, current, ratedA, internalOhm }) => ({
    kind: 'adapter',
    spec: { supply, nominalV, current, ratedA, internalOhm },
  }),
  colours: () => ({ ...VEHICLE_COLOURS, back: 'BK' }),
  join: 'Connect',
} as const satisfies SupplyFacets<'adapter', AdapterSupply>;
