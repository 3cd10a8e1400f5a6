import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { type SupplyFacets, crankedV, supplyBase, threeStates } from './kind.ts';
import { VEHICLE_COLOURS, vehicle } from './vehicle.ts';

/** System voltages that batteries are put together for, V. */
const NOMINAL_V = [6, 12, 24, 36, 48, 72, 96] as const;
type NominalV = (typeof NOMINAL_V)[number];
export const CHEMISTRIES = ['flooded', 'agm', 'lithium'] as const;
type Chemistry = (typeof CHEMISTRIES)[number];

const schema = z.strictObject({
  ...supplyBase,
  kind: z.literal('battery'),
  nominalV: z.literal([...NOMINAL_V]),
  /** What its cells are of: lead with liquid or bound acid, lithium iron phosphate with its own protection. */
  chemistry: z.enum(CHEMISTRIES).default('flooded'),
  /** What it gives over twenty hours, Ah. */
  capacityAh: positive.max(5000),
  /** What the starter on it takes while it turns an engine over, A; 0 where none hangs on it. */
  crankA: z.number().min(0).max(3000),
});
export type BatterySupply = z.infer<typeof schema>;

/** What a battery of 75 Ah gives current through, and what a flooded one takes charge through, Ω at 12 V: from memory, to be measured. */
const GIVES_OHM: Readonly<Record<Chemistry, number>> = { flooded: 0.006, agm: 0.004, lithium: 0.003 };
const TAKES_OHM = 0.09;
/** Flat, at rest and charging, V at 12 V: common practice; of lithium iron phosphate four cells from 2.8 to 3.6 V. */
const LEVELS: Readonly<Record<Chemistry, readonly [lowestV: number, restV: number, highestV: number]>> = {
  flooded: [10.5, 12.7, 14.8],
  agm: [10.5, 12.9, 14.7],
  lithium: [11.2, 13.3, 14.4],
};
const NAMES: Readonly<Record<Chemistry, string>> = { flooded: 'battery', agm: 'AGM battery', lithium: 'lithium battery' };

const round = (value: number): number => Number(value.toPrecision(6));
function variant(nominalV: NominalV, chemistry: Chemistry, second = false) {
  const times = nominalV / 12;
  const [lowestV, restV, highestV] = LEVELS[chemistry].map((level) => round(level * times)) as [number, number, number];
  const internalOhm = second ? TAKES_OHM : round(GIVES_OHM[chemistry] * times);
  const after = second ? '-second' : chemistry === 'flooded' ? '' : `-${chemistry}`;
  return {
    key: `battery-${nominalV}${after}`,
    text: `${nominalV} V ${NAMES[chemistry]}${second ? ', charged beside another' : ''}`,
    begin: () => ({ kind: 'battery' as const, nominalV, chemistry, lowestV, restV, highestV, internalOhm, capacityAh: 75, crankA: 0 }),
    is: (supply: BatterySupply) =>
      supply.nominalV === nominalV &&
      (second ? supply.internalOhm === internalOhm : chemistry === 'flooded' || supply.chemistry === chemistry),
  };
}

export const battery = {
  ...vehicle,
  kind: 'battery',
  cells: ({ chemistry }: BatterySupply) => (chemistry === 'lithium' ? 'lithium' : 'lead'),
  title: 'battery',
  called: () => 'battery',
  schema,
  // The plain ones last: every battery is one of those, whatever it is besides.
  variants: [
    variant(12, 'flooded', true),
    variant(24, 'flooded', true),
    ...([12, 24] as const).map((volt) => variant(volt, 'agm')),
    ...([12, 24, 36, 48, 72] as const).map((volt) => variant(volt, 'lithium')),
    ...[12, 24, ...NOMINAL_V.filter((volt) => volt !== 12 && volt !== 24)].map((volt) => variant(volt as NominalV, 'flooded')),
  ],
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
