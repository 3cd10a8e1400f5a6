import { z } from 'zod';
import { idSchema, limitA } from '../../document/index.ts';
import { OWN_CONTACT, NO_REFERENCES, type SignalFacets, signalBase } from './kind.ts';
import { MADE_FOR_FIELD, madeForSchema } from './made-for.ts';
import { CONTACT_LIMIT } from './words.ts';

/** What the small contacts of a contactor bear (from memory: 10 A of heat, 6 A of a coil at 230 V). */
const USUAL_A = 6;

/** A contact that another job's contactor or relay moves beside those of its load: on while that is in, whether or not anything feeds what it switches. */
const schema = z.strictObject({
  ...signalBase,
  nature: z.literal('auxiliary'),
  /** The job whose contactor or relay moves it; its place is that one's. */
  ofJob: idSchema,
  limitA,
  madeFor: madeForSchema,
});
export type AuxiliarySignal = z.infer<typeof schema>;

export const auxiliary = {
  ...OWN_CONTACT,
  nature: 'auxiliary',
  title: 'an auxiliary contact of another job’s contactor or relay',
  short: 'auxiliary',
  schema,
  fields: [CONTACT_LIMIT, MADE_FOR_FIELD],
  begin: (base) => ({ ...base, nature: 'auxiliary', ofJob: base.id, limitA: USUAL_A, madeFor: 'asked' }),
  state: (_, on) => (on ? 'is in' : 'is out'),
  // A block has contacts that make and contacts that break, and a pole a throw of each kind.
  bothWays: true,
  ofJob: ({ ofJob }) => ofJob,
  ofJobWords: (job) =>
    `It is a small contact on the contactor of ${job}, or the second pole of its relay: in while that is, at its place, whatever feeds its main contacts.`,
  isOfJobs: true,
  rest: () => null,
  momentary: () => false,
  part: () => null,
  references: () => NO_REFERENCES,
  afterCut: () => null,
  wakes: () => true,
  roundS: () => null,
} as const satisfies SignalFacets<'auxiliary', AuxiliarySignal>;
