import { z } from 'zod';
import { REST, limitA } from '../../document/index.ts';
import { MADE_FOR_FIELD, madeForSchema } from './made-for.ts';
import { NO_REFERENCES, type SignalFacets, signalBase } from './kind.ts';
import { CONTACT_LIMIT, REST_FIELD, trippedWord } from './words.ts';

/** A sensor with one terminal and its body on ground: thermostat, pressure, door. */
const schema = z.strictObject({ ...signalBase, nature: z.literal('ground-switch'), limitA, madeFor: madeForSchema, rest: z.enum(REST) });
export type GroundSwitchSignal = z.infer<typeof schema>;

export const groundSwitch = {
  nature: 'ground-switch',
  title: 'a sensor that switches to ground',
  short: 'to ground',
  schema,
  fields: [REST_FIELD, CONTACT_LIMIT, MADE_FOR_FIELD],
  begin: (base) => ({ ...base, nature: 'ground-switch', limitA: 2, madeFor: 'asked', rest: 'open' }),
  state: ({ rest }, on) => (rest === 'closed' ? trippedWord(on) : on ? 'is closed' : 'is open'),
  form: () => 'ground',
  conductsWhen: ({ rest }) => rest === 'open',
  rest: ({ rest }) => rest,
  momentary: () => false,
  levels: () => null,
  part: ({ limitA: most, rest }) => ({ kind: 'ground-switch', spec: { limitA: most, rest } }),
  wrong: () => [],
  references: () => NO_REFERENCES,
  afterCut: () => null,
  wakes: () => false,
  roundS: () => null,
} as const satisfies SignalFacets<'ground-switch', GroundSwitchSignal>;
