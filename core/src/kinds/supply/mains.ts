import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { type SupplyFacets, supplyBase, threeStates } from './kind.ts';

/** Line, neutral and earth at 120 V or 230 V; at 240 V two hot conductors with the neutral halfway. */
const schema = z.strictObject({
  ...supplyBase,
  kind: z.literal('mains'),
  nominalV: z.union([z.literal(120), z.literal(230), z.literal(240)]),
  /** What its outlet or its branch gives for good, A; the least that is usual where nobody said. */
  ratedA: positive.max(400).default(13),
  /** Whether residual-current protection stands before it. */
  rcd: z.boolean(),
  /** A plug that goes in either way round leaves line and neutral to chance. */
  reversible: z.boolean().default(false),
});
export type MainsSupply = z.infer<typeof schema>;

/** The smallest outlet that is usual: a fused plug of 13 A, 15 A in North America, 20 A between two hot conductors (common practice), A. */
const ASSUMED_A = { 230: 13, 120: 15, 240: 20 } as const;

/** EN 50160: ±10 % at 230 V; ANSI C84.1 range B, about ±5 %, in North America. */
const variant = (nominalV: 120 | 230 | 240, text: string, share: number, internalOhm: number) => ({
  key: `mains-${nominalV}`,
  text,
  begin: () => ({
    kind: 'mains' as const,
    nominalV,
    restV: nominalV,
    lowestV: Math.round(nominalV * (1 - share)),
    highestV: Math.round(nominalV * (1 + share)),
    internalOhm,
    ratedA: ASSUMED_A[nominalV],
    rcd: true,
    reversible: false,
  }),
  is: (supply: MainsSupply) => supply.nominalV === nominalV,
});

const isTwoHot = ({ nominalV }: MainsSupply): boolean => nominalV === 240;

export const mains = {
  kind: 'mains',
  title: 'mains',
  called: () => 'wall outlet',
  schema,
  variants: [
    variant(230, '230 V mains: line, neutral, earth', 0.1, 0.4),
    variant(120, '120 V mains: line, neutral, earth', 0.05, 0.2),
    variant(240, '240 V between two hot conductors', 0.05, 0.2),
  ],
  fields: [
    { type: 'number', path: ['ratedA'], label: 'Outlet or branch gives', unit: 'A', least: 1, most: 400 },
    { type: 'tick', path: ['rcd'], label: 'behind residual-current protection' },
    { type: 'tick', path: ['reversible'], label: 'its plug goes in either way round' },
    {
      type: 'note',
      path: ['rcd'],
      label: 'Mains work: your local code comes first, and in some places it is reserved to licensed people.',
    },
  ],
  internalLabel: 'Loop resistance',
  current: () => 'ac',
  isMains: true,
  isTwoHot,
  residualProtection: ({ rcd }) => rcd,
  cells: () => null,
  // 60 Hz in North America, 50 Hz where 230 V is usual (common practice).
  usualHz: ({ nominalV }) => (nominalV === 230 ? 50 : 60),
  fusedPlugs: ({ nominalV }) => nominalV === 230,
  reversible: ({ reversible }) => reversible,
  onVehicle: false,
  pins: (supply) => ['L', isTwoHot(supply) ? 'L2' : 'N'],
  ratedA: ({ ratedA }) => ratedA,
  shutsOff: () => false,
  storedAh: () => null,
  crankA: () => 0,
  states: threeStates('low', 'as usual', 'high'),
  letter: 'L',
  part: (supply) => ({
    kind: 'mains',
    spec: { supply: supply.id, nominalV: supply.nominalV, loopOhm: supply.internalOhm, twoHot: isTwoHot(supply) },
  }),
  // IEC 60445, and North American practice at 120 V and 240 V.
  colours: (supply) =>
    supply.nominalV === 230
      ? { out: 'BN', switched: 'BN', back: 'BU', earth: 'GN/YE' }
      : { out: 'BK', switched: 'BK', back: isTwoHot(supply) ? 'RD' : 'WH', earth: 'GN' },
  join: 'Plug in',
} as const satisfies SupplyFacets<'mains', MainsSupply>;
