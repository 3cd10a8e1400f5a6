import { z } from 'zod';
import { positive } from '../../document/index.ts';
import type { Connector } from '../../reference/index.ts';
import { PRICE_FIELD, type OwnCard, ownBase } from './own-card.ts';

/** How what parts a wire is built, as far as it is judged by that. */
const BUILT = ['block', 'ceramic', 'quick', 'sealed'] as const satisfies readonly Connector['built'][];
type Built = (typeof BUILT)[number];
const BUILT_TEXT: Readonly<Record<Built, string>> = {
  block: 'terminal block, of plastic',
  ceramic: 'terminal block, of ceramic',
  quick: 'plug and socket, open',
  sealed: 'plug and socket, sealed',
};

export const ownConnectorSchema = z.strictObject({
  ...ownBase,
  form: z.literal('connector'),
  built: z.enum(BUILT),
  /** What a pole carries for good, A. */
  ratedA: positive.max(1000),
  /** What it is made for, V. */
  mostV: positive.max(1500),
  /** Largest wire that a pole takes, mm². */
  mostMm2: positive.max(120),
  /** What its material bears, °C. */
  mostC: z.number().min(20).max(1000),
});
export type OwnConnector = z.infer<typeof ownConnectorSchema>;

/** The weakest of its kind that is sold, with nothing printed on it; and what a sound pole of it has, Ω (from memory). */
const USUAL: Readonly<Record<Built, Pick<OwnConnector, 'ratedA' | 'mostV' | 'mostMm2' | 'mostC'>>> = {
  block: { ratedA: 6, mostV: 250, mostMm2: 1.5, mostC: 85 },
  ceramic: { ratedA: 10, mostV: 250, mostMm2: 2.5, mostC: 200 },
  quick: { ratedA: 10, mostV: 32, mostMm2: 1.5, mostC: 70 },
  sealed: { ratedA: 10, mostV: 32, mostMm2: 1.5, mostC: 85 },
};
const OHM: Readonly<Record<Built, number>> = { block: 0.001, ceramic: 0.001, quick: 0.002, sealed: 0.005 };

export const connectorCard = {
  form: 'connector',
  title: 'terminal block or connector',
  schema: ownConnectorSchema,
  fields: [
    {
      type: 'choice',
      path: ['built'],
      label: 'It is a',
      choices: BUILT.map((value) => ({ value, text: BUILT_TEXT[value] })),
      help: 'whether it is pulled apart, and what the wet does to it',
    },
    {
      type: 'number',
      path: ['ratedA'],
      label: 'A pole bears',
      unit: 'A',
      least: 0.1,
      most: 1000,
      help: 'its current, and the fuse before it',
    },
    { type: 'number', path: ['mostV'], label: 'Made for', unit: 'V', least: 1, most: 1500, help: 'whether it may carry the mains' },
    {
      type: 'number',
      path: ['mostMm2'],
      label: 'Takes wire up to',
      unit: 'mm²',
      least: 0.1,
      most: 120,
      help: 'which wire goes under its screw, or into its contact',
    },
    { type: 'number', path: ['mostC'], label: 'Bears', unit: '°C', least: 20, most: 1000, help: 'what it carries where it is hot' },
    PRICE_FIELD,
  ],
  usual: {
    ratedA: ({ built }) => ({ ratedA: USUAL[built].ratedA }),
    mostV: ({ built }) => ({ mostV: USUAL[built].mostV }),
    mostMm2: ({ built }) => ({ mostMm2: USUAL[built].mostMm2 }),
    mostC: ({ built }) => ({ mostC: USUAL[built].mostC }),
  },
  begin: (id, name) => ({
    ...{ id, name, form: 'connector', built: 'block', price: 0, assumed: ['ratedA', 'mostV', 'mostMm2', 'mostC'] },
    ...USUAL.block,
  }),
  words: ({ built, ratedA, mostV, mostMm2, mostC }) =>
    `${BUILT_TEXT[built]}, ${ratedA} A a pole, ${mostV} V, wire up to ${mostMm2} mm², ${mostC} °C`,
} as const satisfies OwnCard<OwnConnector>;

/** As the catalogue's own are told. */
export const ownConnector = ({ id, name, built, ratedA, mostV, mostMm2, mostC, price }: OwnConnector) => ({
  ...{ id, name, built, ratedA, mostV, mostMm2, mostC, price },
  ...{ sealed: built === 'sealed', ohm: OHM[built] },
});
