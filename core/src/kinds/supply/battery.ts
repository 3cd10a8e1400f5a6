import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { type SupplyFacets, supplyBase } from './kind.ts';
import { VEHICLE_COLOURS, vehicle } from './vehicle.ts';

const schema = z.strictObject({
  ...supplyBase,
  kind: z.literal('battery'),
  nominalV: z.union([z.literal(12), z.literal(24)]),
  /** What it gives over twenty hours, Ah. */
  capacityAh: positive.max(5000),
  /** What the starter on it takes while it turns an engine over, A; 0 where none hangs on it. */
  crankA: z.number().min(0).max(3000),
});
export type BatterySupply = z.infer<typeof schema>;

/** Lead–acid, flat to charging: common practice. */
const variant = (nominalV: 12 | 24, lowestV: number, restV: number, highestV: number) => ({
  key: `battery-${nominalV}`,
  text: `${nominalV} V battery`,
  begin: () => ({ kind: 'battery' as const, nominalV, lowestV, restV, highestV, internalOhm: 0.006, capacityAh: 75, crankA: 0 }),
  is: (supply: BatterySupply) => supply.nominalV === nominalV,
});

export const battery = {
  ...vehicle,
  kind: 'battery',
  title: 'battery',
  schema,
  variants: [variant(12, 10.5, 12.7, 14.8), variant(24, 21, 25.4, 29.6)],
  fields: [
    { type: 'number', path: ['capacityAh'], label: 'Capacity', unit: 'Ah', least: 1e-6, most: 5000 },
    { type: 'number', path: ['crankA'], label: 'Its starter takes (0: none)', unit: 'A', least: 0, most: 3000 },
  ],
  ratedA: () => null,
  storedAh: ({ capacityAh }) => capacityAh,
  crankA: ({ crankA }) => crankA,
  letter: 'B',
  part: ({ id: supply, nominalV, internalOhm }) => ({ kind: 'battery', spec: { supply, nominalV, internalOhm } }),
  colours: () => VEHICLE_COLOURS,
} as const satisfies SupplyFacets<'battery', BatterySupply>;
