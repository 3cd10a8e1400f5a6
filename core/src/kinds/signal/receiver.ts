import { z } from 'zod';
import { limitA } from '../../document/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { FED_FIELDS, fedBySchema, fedReferences } from './fed-by.ts';
import { MADE_FOR_FIELD, madeForSchema } from './made-for.ts';
import { OWN_CONTACT, type SignalFacets, signalBase } from './kind.ts';
import { AFTER_CUT, CONTACT_LIMIT } from './words.ts';

/** A radio receiver or phone link with a dry contact, and how it stands after a power cut. */
const schema = z.strictObject({
  ...signalBase,
  nature: z.literal('receiver'),
  limitA,
  madeFor: madeForSchema,
  ...fedBySchema,
  afterCut: z.enum(AFTER_CUT),
});
export type ReceiverSignal = z.infer<typeof schema>;
const SOLD = { words: 'Radio receiver or phone link with a contact', price: SMALL_PRICES.receiver };

export const receiver = {
  ...OWN_CONTACT,
  nature: 'receiver',
  title: 'a radio receiver or phone link',
  short: 'radio',
  schema,
  fields: [
    {
      type: 'choice',
      path: ['afterCut'],
      label: 'After a power cut it is',
      choices: [
        { value: 'off', text: 'off' },
        { value: 'on', text: 'on' },
        { value: 'as it was', text: 'as it was' },
        { value: 'unknown', text: 'nobody knows' },
      ],
    },
    CONTACT_LIMIT,
    MADE_FOR_FIELD,
    ...FED_FIELDS,
  ],
  // It listens all the time.
  begin: (base, supply) => ({ ...base, nature: 'receiver', fedBy: supply, limitA: 5, madeFor: 'asked', afterCut: 'off' }),
  state: (_, on) => (on ? 'is on' : 'is off'),
  rest: () => null,
  momentary: () => false,
  part: ({ limitA: most }) => ({ kind: 'switch', spec: { limitA: most, action: 'maintained', rest: 'open', sold: SOLD } }),
  references: (signal) => ({ supplies: fedReferences(signal), controllers: [] }),
  afterCut: ({ afterCut }) => afterCut,
  wakes: () => false,
  roundS: () => null,
} as const satisfies SignalFacets<'receiver', ReceiverSignal>;
