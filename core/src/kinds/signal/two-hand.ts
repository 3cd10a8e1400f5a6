import { z } from 'zod';
import { limitA } from '../../document/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { FED_FIELDS, fedBySchema, fedReferences } from './fed-by.ts';
import { MADE_FOR_FIELD, madeForSchema } from './made-for.ts';
import { OWN_CONTACT, type SignalFacets, signalBase } from './kind.ts';
import { CONTACT_LIMIT } from './words.ts';

/** Two buttons and the relay that watches them, in one piece: its contact closes only while each hand is on its own button. */
const schema = z.strictObject({ ...signalBase, nature: z.literal('two-hand'), limitA, madeFor: madeForSchema, ...fedBySchema });
export type TwoHandSignal = z.infer<typeof schema>;

/** Type III of ISO 13851 (from memory): both within half a second, and both let go before it closes again. */
const SOLD = {
  words: 'Two-hand station with its relay, type III C of ISO 13851: both buttons within 0.5 s, both let go in between',
  price: SMALL_PRICES['two-hand station'],
};

export const twoHand = {
  ...OWN_CONTACT,
  nature: 'two-hand',
  title: 'a two-hand station: both buttons within half a second',
  short: 'two-hand',
  schema,
  fields: [
    CONTACT_LIMIT,
    MADE_FOR_FIELD,
    ...FED_FIELDS,
    {
      type: 'note',
      path: ['limitA'],
      label: 'One button that is taped down keeps its contact open. How far it stands from what moves: ISO 13855.',
    },
  ],
  begin: (base, supply) => ({ ...base, nature: 'two-hand', fedBy: supply, limitA: 3, madeFor: 'asked' }),
  state: (_, on) => (on ? 'is held by both hands' : 'is let go'),
  rest: () => 'open',
  momentary: () => true,
  part: ({ limitA: most }) => ({ kind: 'switch', spec: { limitA: most, action: 'momentary', rest: 'open', sold: SOLD } }),
  references: (signal) => ({ supplies: fedReferences(signal), controllers: [] }),
  afterCut: () => null,
  wakes: () => true,
  roundS: () => null,
} as const satisfies SignalFacets<'two-hand', TwoHandSignal>;
