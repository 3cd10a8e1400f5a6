import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { type CurrentKind, type SupplyFacets, supplyBase, threeStates } from './kind.ts';
import { VEHICLE_COLOURS } from './vehicle.ts';

/** What plug-top and bench supplies are sold for, V. */
const NOMINAL_V = [5, 6, 9, 12, 15, 24, 36, 48] as const;
/** An isolated supply of extra-low voltage: a plug-top or bench supply, or a transformer where it is alternating. */
const schema = z.strictObject({
  ...supplyBase,
  kind: z.literal('adapter'),
  nominalV: z.literal([...NOMINAL_V]),
  current: z.enum(['dc', 'ac']),
  ratedA: positive.max(200),
});
export type AdapterSupply = z.infer<typeof schema>;

/** Share of what a small one takes that it gives on (from memory). */
export const EFFICIENCY = 0.8;
/** The same of its volt-amperes: at a power factor of 0.6 (from memory). */
const GIVES_ON = EFFICIENCY * 0.6;

const variant = (nominalV: (typeof NOMINAL_V)[number], current: CurrentKind, text: string) => ({
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
  called: () => 'isolated supply',
  schema,
  variants: [
    ...NOMINAL_V.map((volt) => variant(volt, 'dc', `${volt} V ⎓ isolated supply`)),
    variant(24, 'ac', '24 V ~ isolating transformer'),
  ],
  fields: [{ type: 'number', path: ['ratedA'], label: 'It gives at most', unit: 'A', least: 1e-6, most: 200 }],
  internalLabel: 'Internal resistance',
  current: ({ current }) => current,
  isMains: false,
  isTwoHot: () => false,
  residualProtection: () => null,
  cells: () => null,
  reversible: () => false,
  onVehicle: false,
  takesOf: ({ nominalV, ratedA }, mainsV) => (nominalV * ratedA) / GIVES_ON / mainsV,
  pins: () => ['+', '-'],
  ratedA: ({ ratedA }) => ratedA,
  // A transformer bears a moment of more.
  shutsOff: ({ current }) => current === 'dc',
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
