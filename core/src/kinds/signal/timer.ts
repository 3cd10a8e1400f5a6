import { z } from 'zod';
import { limitA } from '../../document/index.ts';
import { formatTime } from '../../quantity/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { FED_FIELDS, fedBySchema, fedReferences } from './fed-by.ts';
import { MADE_FOR_FIELD, madeForSchema } from './made-for.ts';
import { OWN_CONTACT, type SignalFacets, signalBase } from './kind.ts';
import { CONTACT_LIMIT } from './words.ts';

/** Shortest and longest part of a round that repeat-cycle relays are set to, s: 0.1 s to 100 h (from memory). */
export const TIMER_PART_S = { least: 0.1, most: 360_000 } as const;
const part = z.number().min(TIMER_PART_S.least).max(TIMER_PART_S.most);

/** Minutes of a day as a clock shows them. */
export const clockTime = (minute: number): string =>
  `${String(Math.floor(minute / 60) % 24).padStart(2, '0')}:${String(Math.round(minute) % 60).padStart(2, '0')}`;

/** A time relay in one piece that turns its contact on and off by itself, for as long as it is fed. */
const schema = z.strictObject({
  ...signalBase,
  nature: z.literal('timer'),
  limitA,
  madeFor: madeForSchema,
  ...fedBySchema,
  /** How long its contact is made and how long it is open in each round, s. */
  onS: part,
  offS: part,
  /** What a round begins with where its supply comes. */
  first: z.enum(['on', 'off']),
  /** Minute of the day at which it comes on: a time switch whose clock runs on without power. Left out of one that counts from when it is fed. */
  onAtMin: z.number().int().min(0).max(1439).optional(),
});
export type TimerSignal = z.infer<typeof schema>;

const time = (path: string, label: string) => ({ type: 'number', path: [path], label, unit: 's', ...TIMER_PART_S }) as const;

/** What goes by the hours of a day is off for the rest of it, and begins as its clock says. */
const countsByItself = ({ onAtMin }: TimerSignal): boolean => onAtMin === undefined;

export const timer = {
  ...OWN_CONTACT,
  nature: 'timer',
  title: 'a time relay that repeats: on for a while, off for a while',
  short: 'time relay',
  schema,
  fields: [
    time('onS', 'On for'),
    { ...time('offS', 'Off for'), asked: countsByItself },
    {
      type: 'number',
      path: ['onAtMin'],
      label: 'Comes on, minutes after midnight',
      least: 0,
      most: 1439,
      whole: true,
      asked: (signal: TimerSignal) => !countsByItself(signal),
    },
    {
      type: 'choice',
      path: ['first'],
      label: 'It begins',
      asked: countsByItself,
      choices: [
        { value: 'on', text: 'with being on' },
        { value: 'off', text: 'with being off' },
      ],
    },
    CONTACT_LIMIT,
    MADE_FOR_FIELD,
    ...FED_FIELDS,
  ],
  // It counts all the time.
  begin: (base, supply) => ({
    ...base,
    nature: 'timer',
    fedBy: supply,
    limitA: 5,
    madeFor: 'asked',
    onS: 10,
    offS: 50,
    first: 'on',
  }),
  state: (_, on) => (on ? 'is on' : 'is off'),
  rest: () => null,
  momentary: () => false,
  part: ({ limitA: most, onS, offS, first, onAtMin }) => ({
    kind: 'switch',
    spec: {
      limitA: most,
      action: 'maintained',
      rest: 'open',
      sold: {
        words:
          onAtMin === undefined
            ? `Time relay that repeats, ${formatTime(onS)} on and ${formatTime(offS)} off, begins ${first}`
            : `Time switch for every day, its clock with a reserve, set to on at ${clockTime(onAtMin)} and off at ${clockTime(onAtMin + onS / 60)}`,
        price: SMALL_PRICES['repeating relay'],
      },
    },
  }),
  references: (signal) => ({ supplies: fedReferences(signal), controllers: [] }),
  afterCut: ({ first, onAtMin }) => (onAtMin === undefined ? first : 'by its clock'),
  wakes: () => false,
  // A clock goes round in a day, however long of it is said.
  roundS: ({ onS, offS, onAtMin }) => (onAtMin === undefined ? onS + offS : 86_400),
} as const satisfies SignalFacets<'timer', TimerSignal>;
