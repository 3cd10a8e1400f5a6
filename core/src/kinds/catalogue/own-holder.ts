import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { type Protection, builtAs } from '../../reference/index.ts';
import { PRICE_FIELD, type OwnCard, ownBase } from './own-card.ts';

/** Fuses that stand in a holder which is bought by itself. */
export const HELD = ['blade', 'bolt', 'high-breaking', 'cartridge'] as const;
export type Held = (typeof HELD)[number];
export const HELD_NAMES: Readonly<Record<Held, string>> = {
  blade: 'blade fuses',
  bolt: 'bolt-down strip fuses',
  'high-breaking': 'battery fuses, class T',
  cartridge: 'cartridge fuses, 5 × 20 mm',
};

/** Whether a fuse of some rating stands in a holder of that kind: a large one of those that begin as blades is bolted down. */
export const mayStand = (protection: Protection, held: Held): boolean =>
  [0, Infinity].some((ratingA) => builtAs(protection, ratingA) === held);

export const ownHolderSchema = z.strictObject({
  ...ownBase,
  form: z.literal('holder'),
  takes: z.enum(HELD),
  /** Largest fuse that its maker allows in it, A. */
  ratingA: positive.max(1000),
  /** The lead that is moulded into it, mm²; 0 where the wire goes under screws or into it. */
  leadMm2: z.number().min(0).max(120),
});
export type OwnHolder = z.infer<typeof ownHolderSchema>;

/** The weakest of its kind that is sold, with no print on it (from memory). */
const USUAL: Readonly<Record<Held, Pick<OwnHolder, 'ratingA' | 'leadMm2'>>> = {
  blade: { ratingA: 15, leadMm2: 1.5 },
  bolt: { ratingA: 100, leadMm2: 0 },
  'high-breaking': { ratingA: 200, leadMm2: 0 },
  cartridge: { ratingA: 6.3, leadMm2: 0 },
};

export const holderCard = {
  form: 'holder',
  title: 'fuse holder',
  schema: ownHolderSchema,
  fields: [
    {
      type: 'choice',
      path: ['takes'],
      label: 'It takes',
      choices: HELD.map((value) => ({ value, text: HELD_NAMES[value] })),
      help: 'which fuses are offered it',
    },
    { type: 'number', path: ['ratingA'], label: 'Fuse in it, at most', unit: 'A', least: 0.1, most: 1000, help: 'the largest fuse in it' },
    {
      type: 'number',
      path: ['leadMm2'],
      label: 'Its own leads',
      unit: 'mm²',
      least: 0,
      most: 120,
      help: 'the largest fuse that they bear; 0: it has none',
    },
    PRICE_FIELD,
  ],
  usual: {
    ratingA: ({ takes }) => ({ ratingA: USUAL[takes].ratingA }),
    leadMm2: ({ takes }) => ({ leadMm2: USUAL[takes].leadMm2 }),
  },
  begin: (id, name) => ({
    ...{ id, name, form: 'holder', takes: 'blade', price: 0, assumed: ['ratingA', 'leadMm2'] },
    ...USUAL.blade,
  }),
  words: ({ takes, ratingA, leadMm2 }) => `for ${HELD_NAMES[takes]} up to ${ratingA} A${leadMm2 > 0 ? `, leads of ${leadMm2} mm²` : ''}`,
} as const satisfies OwnCard<OwnHolder>;
