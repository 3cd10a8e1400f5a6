import { z } from 'zod';
import { idSchema, limitA, positive } from '../../document/index.ts';
import { stockFuseAtLeast } from '../../reference/index.ts';
import { NO_CONTACT, type SignalFacets, signalBase } from './kind.ts';
import { limitField } from './words.ts';

/** Existing wiring, its fuse and the key switch between the battery and the tap (from memory), Ω. */
export const FEED_OHM = 0.05;

/** Least fuse that a circuit of a vehicle is taken to have where nobody said, A (common practice: 10 to 20). */
const USUAL_FUSE_A = 15;
/** The fuse that the vehicle gave it, A: what was read off it, or what is usual and not less than what one may take. */
export const feedFuseA = ({ fuseA, limitA: taken }: Pick<FeedSignal, 'fuseA' | 'limitA'>): number =>
  fuseA ?? stockFuseAtLeast(Math.max(taken, USUAL_FUSE_A)) ?? taken;

/** A feed that is live when on: key-on or an existing circuit. */
const schema = z.strictObject({
  ...signalBase,
  nature: z.literal('feed'),
  supply: idSchema,
  /** What one may take from it, A. */
  limitA,
  /** The fuse that the vehicle gave it, A; left out where nobody looked. */
  fuseA: positive.max(500).optional(),
  keyOn: z.boolean(),
  /** Existing wiring from the battery to here, a resistor wire in it, as measured, Ω; left out where it is as usual. */
  ownOhm: positive.max(1000).optional(),
  /** Live just while the engine is cranked. */
  starter: z.boolean(),
  /** Whether its vehicle dims it by switching fast, or watches its current; a filter at the tap mends the first. */
  pulsed: z.boolean(),
  filtered: z.boolean(),
  /** The job whose contact makes it live: then it is no circuit of the vehicle, and its supply and place are that job's. */
  ofJob: idSchema.optional(),
});
export type FeedSignal = z.infer<typeof schema>;

/** What is asked of a circuit of the vehicle, and of no other. */
const existing = ({ ofJob }: FeedSignal): boolean => ofJob === undefined;

export const feed = {
  nature: 'feed',
  title: 'an existing live feed',
  short: 'feed',
  schema,
  fields: [
    { type: 'reference', path: ['supply'], label: 'Fed from', to: 'supply', asked: existing },
    { type: 'tick', path: ['keyOn'], label: 'dies with the key', asked: existing },
    { type: 'tick', path: ['starter'], label: 'live just while the engine is cranked', asked: existing },
    { type: 'tick', path: ['pulsed'], label: 'dimmed by pulses, or watched by the vehicle', asked: existing },
    { type: 'tick', path: ['filtered'], label: 'with a filter at the tap', asked: ({ pulsed }) => pulsed },
    { ...limitField('One may take from it', 200), asked: existing },
    { type: 'number', path: ['fuseA'], label: 'Its own fuse', unit: 'A', least: 0.5, most: 500, unset: USUAL_FUSE_A, asked: existing },
    {
      type: 'number',
      path: ['ownOhm'],
      label: 'Its own wire up to here',
      unit: 'Ω',
      least: 1e-4,
      most: 1000,
      unset: FEED_OHM,
      asked: existing,
    },
  ],
  begin: (base, supply) => ({ ...base, nature: 'feed', supply, limitA: 5, keyOn: true, starter: false, pulsed: false, filtered: false }),
  state: (_, on) => (on ? 'is on' : 'is off'),
  form: () => 'feed',
  ofJob: ({ ofJob }) => ofJob,
  ofJobWords: (job) => `It is what the contact of ${job} switches: live while that is, at its place and of its supply, behind its fuse.`,
  ...NO_CONTACT,
  references: ({ supply }) => ({ supplies: [{ path: 'supply', id: supply }], controllers: [] }),
  wakes: () => true,
  roundS: () => null,
} as const satisfies SignalFacets<'feed', FeedSignal>;
