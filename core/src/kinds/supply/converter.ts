import { z } from 'zod';
import { idSchema, positive } from '../../document/index.ts';
import { ITSELF } from '../signal/fed-by.ts';
import { type SupplyFacets, supplyBase, threeStates } from './kind.ts';
import { VEHICLE_COLOURS, vehicle } from './vehicle.ts';

/**
 * What makes its voltage from another one and shares its minus with the vehicle: a direct-current converter, or the load output
 * of a solar controller. Electronics inside bound what it gives, also into a short.
 */
const schema = z.strictObject({
  ...supplyBase,
  kind: z.literal('converter'),
  nominalV: z.literal([5, 6, 12, 24, 36, 48]),
  of: z.enum(['converter', 'solar']),
  /** What it gives for good, A. */
  ratedA: positive.max(500),
  /** The job whose one load it is: it is fed there, and dead while that is off. */
  ofJob: idSchema.optional(),
});
export type ConverterSupply = z.infer<typeof schema>;
type NominalV = ConverterSupply['nominalV'];

const round = (value: number): number => Number(value.toPrecision(6));
/** It regulates to about three in a hundred (from memory). */
const converted = (nominalV: NominalV) => ({
  key: `converter-${nominalV}`,
  text: `${nominalV} V from a converter, minus in common`,
  begin: () => ({
    kind: 'converter' as const,
    nominalV,
    of: 'converter' as const,
    lowestV: round(nominalV * 0.97),
    restV: nominalV,
    highestV: round(nominalV * 1.03),
    internalOhm: round(nominalV / 400),
    ratedA: 10,
  }),
  is: (supply: ConverterSupply) => supply.nominalV === nominalV && supply.of === 'converter',
});
/** Its battery's voltage, from where it takes the loads off to where it has charged (from memory, lead). */
const solar = (nominalV: 12 | 24) => ({
  key: `solar-${nominalV}`,
  text: `${nominalV} V load output of a solar controller`,
  begin: () => ({
    kind: 'converter' as const,
    nominalV,
    of: 'solar' as const,
    lowestV: (nominalV / 12) * 11.1,
    restV: (nominalV / 12) * 12.7,
    highestV: (nominalV / 12) * 14.6,
    internalOhm: 0.03,
    ratedA: 10,
  }),
  is: (supply: ConverterSupply) => supply.nominalV === nominalV && supply.of === 'solar',
});

export const converter = {
  ...vehicle,
  kind: 'converter',
  title: 'converter or solar controller',
  called: ({ of }) => (of === 'solar' ? 'solar controller' : 'converter'),
  schema,
  variants: [...([5, 6, 12, 24, 36, 48] as const).map(converted), solar(12), solar(24)],
  fields: [
    { type: 'number', path: ['ratedA'], label: 'It gives at most', unit: 'A', least: 1e-6, most: 500 },
    { type: 'reference', path: ['ofJob'], label: 'It is the load of', to: 'converting job', unset: ITSELF },
    {
      type: 'note',
      path: ['ratedA'],
      label:
        'What feeds it has a fuse and wire of its own: say that as a job, with it as electronics, and it is dead while that is off. It gives hardly more into a short.',
    },
  ],
  ofJob: ({ ofJob }) => (ofJob === ITSELF ? undefined : ofJob),
  ratedA: ({ ratedA }) => ratedA,
  shutsOff: () => true,
  storedAh: () => null,
  crankA: () => 0,
  states: threeStates('low', 'as rated', 'high'),
  letter: 'T',
  part: ({ id: supply, nominalV, ratedA, internalOhm, of }) => ({ kind: 'converter', spec: { supply, nominalV, ratedA, internalOhm, of } }),
  colours: () => VEHICLE_COLOURS,
} as const satisfies SupplyFacets<'converter', ConverterSupply>;
