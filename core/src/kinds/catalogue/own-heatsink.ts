import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { PRICE_FIELD, type OwnCard, ownBase } from './own-card.ts';
import type { HeatsinkType } from './heatsinks.ts';

export const ownHeatsinkSchema = z.strictObject({
  ...ownBase,
  form: z.literal('heatsink'),
  /** To still air, as it is mounted, K/W. */
  kPerW: positive.max(100),
});
export type OwnHeatsink = z.infer<typeof ownHeatsinkSchema>;

/** A small plate: what nobody measured takes little heat (from memory). */
const USUAL_K_PER_W = 3.5;

export const heatsinkCard = {
  form: 'heatsink',
  title: 'heatsink of a solid-state relay',
  schema: ownHeatsinkSchema,
  fields: [
    { type: 'number', path: ['kPerW'], label: 'To still air, K/W', least: 0.01, most: 100, help: 'how hot the relay on it gets' },
    PRICE_FIELD,
  ],
  usual: { kPerW: () => ({ kPerW: USUAL_K_PER_W }) },
  begin: (id, name) => ({ id, name, form: 'heatsink', kPerW: USUAL_K_PER_W, assumed: ['kPerW'], price: 0 }),
  words: ({ kPerW }) => `${kPerW} K/W`,
} as const satisfies OwnCard<OwnHeatsink>;

export const ownHeatsink = ({ id, name, kPerW, price }: OwnHeatsink): HeatsinkType => ({ id, name, kPerW, price });
