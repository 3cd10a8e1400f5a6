import { z } from 'zod';
import { REST, limitA } from '../../document/index.ts';
import { FED_FIELDS, fedBySchema, fedReferences, isFed } from './fed-by.ts';
import { MADE_FOR_FIELD, madeForSchema } from './made-for.ts';
import { type SignalFacets, signalBase } from './kind.ts';
import { CONTACT_LIMIT, REST_FIELD, trippedWord } from './words.ts';

/** A dry contact under a hand. *On* means operated: pressed, tripped; what its contact does then depends on its rest. */
const schema = z.strictObject({
  ...signalBase,
  nature: z.literal('switch'),
  limitA,
  madeFor: madeForSchema,
  ...fedBySchema,
  action: z.enum(['maintained', 'momentary']),
  rest: z.enum(REST),
});
export type SwitchSignal = z.infer<typeof schema>;

export const dashSwitch = {
  nature: 'switch',
  title: 'a switch or button with two terminals',
  short: 'switch',
  schema,
  fields: [
    {
      type: 'choice',
      path: ['action'],
      label: 'Operated',
      choices: [
        { value: 'maintained', text: 'and stays' },
        { value: 'momentary', text: 'only while it is held' },
      ],
    },
    REST_FIELD,
    CONTACT_LIMIT,
    MADE_FOR_FIELD,
    ...FED_FIELDS,
  ],
  begin: (base) => ({ ...base, nature: 'switch', limitA: 10, madeFor: 'asked', action: 'maintained', rest: 'open' }),
  state(signal, on) {
    const { action, rest } = signal;
    // Nobody presses what sees or hears by itself.
    if (action === 'momentary' && !isFed(signal)) return on ? 'is pressed' : 'is released';
    return rest === 'closed' ? trippedWord(on) : on ? 'is on' : 'is off';
  },
  form: () => 'contact',
  conductsWhen: ({ rest }) => rest === 'open',
  rest: ({ rest }) => rest,
  momentary: ({ action }) => action === 'momentary',
  levels: () => null,
  part: ({ limitA: most, action, rest }) => ({ kind: 'switch', spec: { limitA: most, action, rest } }),
  wrong: () => [],
  references: (signal) => ({ supplies: fedReferences(signal), controllers: [] }),
  afterCut: () => null,
  wakes: ({ action }) => action === 'momentary',
  roundS: () => null,
} as const satisfies SignalFacets<'switch', SwitchSignal>;
