import { z } from 'zod';
import { limitA } from '../../document/index.ts';
import type { Unit } from '../../quantity/index.ts';
import { FED_FIELDS, fedBySchema, fedReferences } from './fed-by.ts';
import { MADE_FOR_FIELD, madeForSchema } from './made-for.ts';
import { type SignalFacets, signalBase } from './kind.ts';
import { DELAY_FIELD, TWO_LEVELS, levelWord, sameLevels } from './levels.ts';
import { CONTACT_LIMIT, OUTPUT_FIELD } from './words.ts';

/** What such a sensor may watch beside temperature, voltage and pressure: unit, and the most that anyone would set it to. */
export const WATCHED = {
  speed: { title: 'Speed', unit: 'km/h', most: 400 },
  turns: { title: 'Turns a minute', unit: 'rpm', most: 30_000 },
  level: { title: 'Level', unit: '%', most: 100 },
  humidity: { title: 'Humidity of air', unit: '%', most: 100 },
  light: { title: 'Light', unit: 'lx', most: 120_000 },
  distance: { title: 'Distance', unit: 'm', most: 100 },
  flow: { title: 'Flow', unit: 'l/min', most: 10_000 },
  current: { title: 'Current', unit: 'A', most: 1000 },
} as const satisfies Readonly<Record<string, { readonly title: string; readonly unit: Unit; readonly most: number }>>;
export type Watched = keyof typeof WATCHED;
const WATCHED_IDS = Object.keys(WATCHED) as [Watched, ...Watched[]];

/** Whatever is measured: above the largest of all of them nobody sets a sensor. */
const reading = z.number().min(0).max(120_000);

/** A sensor with electronics and two levels of what it measures. */
const schema = z.strictObject({
  ...signalBase,
  nature: z.literal('quantity'),
  limitA,
  madeFor: madeForSchema,
  ...fedBySchema,
  output: z.enum(['contact', 'ground']),
  of: z.enum(WATCHED_IDS),
  /** Where it moves, in the unit of what it watches. */
  closesAt: reading,
  opensAt: reading,
  delayS: z.number().min(0).max(3600),
});
export type QuantitySignal = z.infer<typeof schema>;

const levelsFor = (path: string, label: string) =>
  WATCHED_IDS.map((id) => ({
    type: 'number' as const,
    path: [path],
    label,
    unit: WATCHED[id].unit,
    least: 0,
    most: WATCHED[id].most,
    asked: ({ of }: QuantitySignal) => of === id,
  }));
/** Steps of a slider from one end to the other. */
const STEPS = 200;

export const quantity = {
  ...TWO_LEVELS,
  nature: 'quantity',
  title: 'a sensor of speed, level, light or the like with two levels',
  short: 'two levels',
  schema,
  fields: [
    { type: 'choice', path: ['of'], label: 'It watches', choices: WATCHED_IDS.map((value) => ({ value, text: WATCHED[value].title })) },
    ...levelsFor('closesAt', 'Closes at'),
    ...levelsFor('opensAt', 'Opens at'),
    DELAY_FIELD,
    OUTPUT_FIELD,
    CONTACT_LIMIT,
    MADE_FOR_FIELD,
    ...FED_FIELDS,
  ],
  begin: (base, supply) => ({
    ...base,
    nature: 'quantity',
    fedBy: supply,
    limitA: 2,
    madeFor: 'asked',
    output: 'contact',
    of: 'level',
    closesAt: 80,
    opensAt: 70,
    delayS: 0,
  }),
  state: ({ closesAt, opensAt }, on) => levelWord(closesAt, opensAt, on),
  levels({ of, closesAt, opensAt, delayS }) {
    const { unit, most } = WATCHED[of];
    const [low, high] = [Math.min(closesAt, opensAt), Math.max(closesAt, opensAt)];
    const reach = Math.max(0.3 * high, high - low);
    const ends = { least: Math.max(0, low - reach), most: Math.min(most, high + reach) };
    return { unit, closesAt, opensAt, delayS, supply: null, ...ends, step: (ends.most - ends.least) / STEPS };
  },
  part: ({ limitA: most, output, of, closesAt, opensAt, delayS }) => ({
    kind: 'threshold',
    spec: { limitA: most, output, watches: WATCHED[of].title, unit: WATCHED[of].unit, inCircuit: false, closesAt, opensAt, delayS },
  }),
  wrong: ({ of, closesAt, opensAt }) => [
    ...sameLevels(closesAt, opensAt, 'opensAt'),
    ...(['closesAt', 'opensAt'] as const)
      .filter((path) => (path === 'closesAt' ? closesAt : opensAt) > WATCHED[of].most)
      .map((path) => ({ path, message: `is above ${WATCHED[of].most} ${WATCHED[of].unit}` })),
  ],
  references: (signal) => ({ supplies: fedReferences(signal), controllers: [] }),
  // A vehicle that drives, a machine that turns: somebody is there. A tank fills by itself.
  wakes: ({ of }) => of === 'speed' || of === 'turns',
} as const satisfies SignalFacets<'quantity', QuantitySignal>;
