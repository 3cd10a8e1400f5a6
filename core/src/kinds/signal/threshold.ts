import { z } from 'zod';
import { idSchema, limitA } from '../../document/index.ts';
import { FED_FIELDS, ITSELF, fedBySchema, fedReferences } from './fed-by.ts';
import { MADE_FOR_FIELD, madeForSchema } from './made-for.ts';
import { type SignalBase, type SignalFacets, signalBase } from './kind.ts';
import { DELAY_FIELD, TWO_LEVELS, levelWord, sameLevels } from './levels.ts';
import { CONTACT_LIMIT, OUTPUT_FIELD } from './words.ts';
import { chargeLevels } from '../../reference/index.ts';

/** A switch that follows a voltage or a temperature (°C at its place) between two levels. */
const schema = z.strictObject({
  ...signalBase,
  nature: z.literal('threshold'),
  limitA,
  madeFor: madeForSchema,
  ...fedBySchema,
  output: z.enum(['contact', 'ground']),
  watches: z.discriminatedUnion('quantity', [
    z.strictObject({ quantity: z.literal('temperature') }),
    z.strictObject({ quantity: z.literal('voltage'), supply: idSchema }),
  ]),
  closesAt: z.number().min(-60).max(1700),
  opensAt: z.number().min(-60).max(1700),
  delayS: z.number().min(0).max(3600),
  /** A temperature controller whose alarm contact it is; left out or `itself` of a sensor of its own. */
  alarmOf: idSchema.optional(),
});
export type ThresholdSignal = z.infer<typeof schema>;

/** The temperature controller that it is the alarm contact of; null of a sensor of its own. */
export const alarmOf = ({ watches, alarmOf: of }: Pick<ThresholdSignal, 'watches' | 'alarmOf'>): string | null =>
  watches.quantity !== 'temperature' || of === undefined || of === ITSELF ? null : of;
const volts = ({ watches }: ThresholdSignal) => watches.quantity === 'voltage';
const level = (path: string, label: string, unit: 'V' | '°C', asked: (signal: ThresholdSignal) => boolean) =>
  ({ type: 'number', path: [path], label, unit, least: -60, most: 1700, asked }) as const;

export const threshold = {
  ...TWO_LEVELS,
  nature: 'threshold',
  title: 'a sensor with two levels of temperature or voltage',
  short: 'two levels',
  schema,
  fields: [
    {
      type: 'choice',
      path: ['watches', 'quantity'],
      label: 'It watches',
      choices: [
        { value: 'temperature', text: 'the temperature at its place' },
        { value: 'voltage', text: 'the voltage of a supply' },
      ],
    },
    { type: 'reference', path: ['watches', 'supply'], label: 'Supply', to: 'supply', asked: volts },
    level('closesAt', 'Closes at', 'V', volts),
    level('closesAt', 'Closes at', '°C', (signal) => !volts(signal)),
    level('opensAt', 'Opens at', 'V', volts),
    level('opensAt', 'Opens at', '°C', (signal) => !volts(signal)),
    {
      type: 'reference',
      path: ['alarmOf'],
      label: 'Alarm contact of',
      to: 'temperature controller',
      unset: ITSELF,
      asked: (signal) => !volts(signal),
    },
    DELAY_FIELD,
    OUTPUT_FIELD,
    CONTACT_LIMIT,
    MADE_FOR_FIELD,
    // What watches a voltage is fed by it, and an alarm contact by its controller.
    ...FED_FIELDS.map((field) => ({
      ...field,
      asked: (signal: ThresholdSignal) => !volts(signal) && alarmOf(signal) === null && ('asked' in field ? field.asked(signal) : true),
    })),
  ],
  begin: (base) => ({
    ...base,
    nature: 'threshold',
    limitA: 2,
    madeFor: 'asked',
    output: 'contact',
    watches: { quantity: 'temperature' },
    closesAt: 92,
    opensAt: 84,
    delayS: 0,
  }),
  state: (signal, on) => (alarmOf(signal) === null ? levelWord(signal.closesAt, signal.opensAt, on) : on ? 'is closed' : 'is open'),
  levels({ watches, closesAt, opensAt, delayS }) {
    const [low, high] = [Math.min(closesAt, opensAt), Math.max(closesAt, opensAt)];
    const reach = Math.max(10, 0.3 * (high - low + 40));
    return watches.quantity === 'voltage'
      ? { unit: 'V', closesAt, opensAt, delayS, supply: watches.supply, least: low - 2, most: high + 2, step: 0.05 }
      : { unit: '°C', closesAt, opensAt, delayS, supply: null, least: Math.floor(low - reach), most: Math.ceil(high + reach), step: 1 };
  },
  part: ({ limitA: most, output, watches, closesAt, opensAt, delayS }) => ({
    kind: 'threshold',
    spec: {
      limitA: most,
      output,
      watches: watches.quantity === 'voltage' ? 'Voltage' : 'Temperature',
      unit: watches.quantity === 'voltage' ? 'V' : '°C',
      inCircuit: watches.quantity === 'voltage',
      closesAt,
      opensAt,
      delayS,
    },
  }),
  wrong: (signal) => [
    ...sameLevels(signal.closesAt, signal.opensAt, 'opensAt'),
    ...(alarmOf(signal) !== null && signal.output === 'ground'
      ? [{ path: 'output', message: 'an alarm contact of a controller has two terminals' }]
      : []),
  ],
  references: (signal) => ({
    supplies: [
      ...(signal.watches.quantity === 'voltage' ? [{ path: 'watches.supply', id: signal.watches.supply }] : []),
      ...fedReferences(signal),
    ],
    controllers: [],
    regulators: [alarmOf(signal)].flatMap((id) => (id === null ? [] : [{ path: 'alarmOf', id }])),
  }),
  // Nothing charges a battery by itself: above what it has at rest, somebody's engine or charger is on.
  wakes: ({ watches, closesAt }, restV) => watches.quantity === 'voltage' && closesAt > restV(watches.supply),
} as const satisfies SignalFacets<'threshold', ThresholdSignal>;

/** A sensor that closes while a supply is charged; its levels are common practice for split charging. */
export const chargeSensor = (
  base: SignalBase,
  supply: { readonly id: string; readonly nominalV: number; readonly restV: number },
): ThresholdSignal => ({
  ...base,
  nature: 'threshold',
  limitA: 2,
  madeFor: 'asked',
  output: 'contact',
  watches: { quantity: 'voltage', supply: supply.id },
  ...chargeLevels(supply.nominalV, supply.restV),
  delayS: 5,
});
