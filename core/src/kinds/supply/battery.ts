import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { type SupplyFacets, crankedV, supplyBase, threeStates } from './kind.ts';
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

/** What a battery of 75 Ah gives current through, and what it takes charge through, Ω: from memory, to be measured. */
const GIVES_OHM = 0.006;
const TAKES_OHM = 0.09;
type Volts = readonly [nominalV: 12 | 24, lowestV: number, restV: number, highestV: number];
/** Lead–acid, flat to charging: common practice. */
const TWELVE: Volts = [12, 10.5, 12.7, 14.8];
const TWENTY_FOUR: Volts = [24, 21, 25.4, 29.6];
const variant = ([nominalV, lowestV, restV, highestV]: Volts, internalOhm: number, after: string, words: string) => ({
  key: `battery-${nominalV}${after}`,
  text: `${nominalV} V battery${words}`,
  begin: () => ({ kind: 'battery' as const, nominalV, lowestV, restV, highestV, internalOhm, capacityAh: 75, crankA: 0 }),
  is: (supply: BatterySupply) => supply.nominalV === nominalV && (internalOhm === GIVES_OHM || supply.internalOhm === internalOhm),
});
const second = (volts: Volts) => variant(volts, TAKES_OHM, '-second', ', charged beside another');

export const battery = {
  ...vehicle,
  kind: 'battery',
  title: 'battery',
  schema,
  // The plain ones last: every battery is one of those, whatever it is besides.
  variants: [second(TWELVE), second(TWENTY_FOUR), variant(TWELVE, GIVES_OHM, '', ''), variant(TWENTY_FOUR, GIVES_OHM, '', '')],
  fields: [
    { type: 'number', path: ['capacityAh'], label: 'Capacity', unit: 'Ah', least: 1e-6, most: 5000 },
    { type: 'number', path: ['crankA'], label: 'Its starter takes (0: none)', unit: 'A', least: 0, most: 3000 },
  ],
  ratedA: () => null,
  storedAh: ({ capacityAh }) => capacityAh,
  crankA: ({ crankA }) => crankA,
  states: (supply) =>
    [
      ...(supply.crankA > 0 ? [{ words: 'cranking', volts: crankedV(supply, supply.crankA) }] : []),
      ...threeStates('nearly empty', 'at rest', 'being charged')(supply),
    ].toSorted((a, b) => a.volts - b.volts),
  letter: 'B',
  part: ({ id: supply, nominalV, internalOhm }) => ({ kind: 'battery', spec: { supply, nominalV, internalOhm } }),
  colours: () => VEHICLE_COLOURS,
} as const satisfies SupplyFacets<'battery', BatterySupply>;
