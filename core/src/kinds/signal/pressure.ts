import { z } from 'zod';
import { limitA } from '../../document/index.ts';
import { FED_FIELDS, fedBySchema, fedReferences } from './fed-by.ts';
import { MADE_FOR_FIELD, madeForSchema } from './made-for.ts';
import { type SignalFacets, signalBase } from './kind.ts';
import { DELAY_FIELD, TWO_LEVELS, levelWord, sameLevels } from './levels.ts';
import { CONTACT_LIMIT, OUTPUT_FIELD } from './words.ts';

/** Gauge pressure that a switch of a workshop or a vehicle may watch, Pa: from a little vacuum to 400 bar. */
const pressure = z.number().min(-1e5).max(4e7);

/** A pressure switch with two levels: oil, air, water, refrigerant. */
const schema = z.strictObject({
  ...signalBase,
  nature: z.literal('pressure'),
  limitA,
  madeFor: madeForSchema,
  ...fedBySchema,
  output: z.enum(['contact', 'ground']),
  /** Gauge pressures at which it moves, Pa. */
  closesAtPa: pressure,
  opensAtPa: pressure,
  delayS: z.number().min(0).max(3600),
});
export type PressureSignal = z.infer<typeof schema>;

const PA_A_KPA = 1000;
const level = (path: string, label: string) =>
  ({ type: 'number', path: [path], label, unit: 'kPa', least: -100, most: 40_000, times: PA_A_KPA }) as const;

export const pressureSwitch = {
  ...TWO_LEVELS,
  nature: 'pressure',
  title: 'a pressure switch with two levels',
  short: 'pressure',
  schema,
  fields: [
    level('closesAtPa', 'Closes at'),
    level('opensAtPa', 'Opens at'),
    DELAY_FIELD,
    OUTPUT_FIELD,
    CONTACT_LIMIT,
    MADE_FOR_FIELD,
    ...FED_FIELDS,
    { type: 'note', path: ['output'], label: 'Gauge pressure: 100 kPa is 1 bar above the air around it.' },
  ],
  // An oil pressure switch closes at about half a bar on the fall of an engine that stops; this one rises with it.
  begin: (base) => ({
    ...base,
    nature: 'pressure',
    limitA: 2,
    madeFor: 'asked',
    output: 'contact',
    closesAtPa: 60_000,
    opensAtPa: 40_000,
    delayS: 0,
  }),
  state: ({ closesAtPa, opensAtPa }, on) => levelWord(closesAtPa, opensAtPa, on),
  levels({ closesAtPa, opensAtPa, delayS }) {
    const [low, high] = [Math.min(closesAtPa, opensAtPa), Math.max(closesAtPa, opensAtPa)];
    const reach = Math.max(20_000, high - low);
    return {
      unit: 'Pa',
      closesAt: closesAtPa,
      opensAt: opensAtPa,
      delayS,
      supply: null,
      least: low - reach,
      most: high + reach,
      step: 1000,
    };
  },
  part: ({ limitA: most, output, closesAtPa, opensAtPa, delayS }) => ({
    kind: 'threshold',
    spec: { limitA: most, output, watches: 'Pressure', unit: 'Pa', inCircuit: false, closesAt: closesAtPa, opensAt: opensAtPa, delayS },
  }),
  wrong: ({ closesAtPa, opensAtPa }) => sameLevels(closesAtPa, opensAtPa, 'opensAtPa'),
  references: (signal) => ({ supplies: fedReferences(signal), controllers: [] }),
  wakes: () => false,
} as const satisfies SignalFacets<'pressure', PressureSignal>;
