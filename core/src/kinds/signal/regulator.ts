import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { THERMOCOUPLE_LEADS, THERMOCOUPLE_TYPES } from '../../reference/index.ts';
import { FED_FIELDS, fedBySchema, fedReferences } from './fed-by.ts';
import { NO_CONTACT, type SignalFacets, signalBase } from './kind.ts';
import { limitField } from './words.ts';

/** A temperature controller's drive output: on while it calls for heat. */
const schema = z.strictObject({
  ...signalBase,
  nature: z.literal('regulator'),
  volt: positive.max(24),
  limitA: positive.max(1),
  thermocouple: z.enum(THERMOCOUPLE_TYPES),
  /** Which way round its two wires are on the terminals. */
  polarity: z.enum(['right', 'swapped']),
  setC: z.number().min(0).max(1600),
  control: z.enum(['on-off', 'pid', 'phase-angle']),
  /** Length of one on–off cycle of a proportioned output, s. */
  cycleS: z.number().positive().max(600),
  /** The heated thing: heat that it takes, J/K, what it loses, W/K, and how far its sensor lags behind, s. */
  heatJPerK: positive.max(1e9),
  lossWPerK: positive.max(1e5),
  lagS: z.number().min(0).max(3600),
  ...fedBySchema,
});
export type RegulatorSignal = z.infer<typeof schema>;

export const regulator = {
  nature: 'regulator',
  title: 'a temperature controller’s drive output',
  short: 'temperature',
  schema,
  fields: [
    { type: 'number', path: ['setC'], label: 'Set to', unit: '°C', least: 0, most: 1600 },
    {
      type: 'choice',
      path: ['control'],
      label: 'Control',
      choices: [
        { value: 'on-off', text: 'on and off' },
        { value: 'pid', text: 'PID, in time' },
        { value: 'phase-angle', text: 'PID, phase angle' },
      ],
    },
    { type: 'number', path: ['cycleS'], label: 'Cycle', unit: 's', least: 1e-6, most: 600 },
    {
      type: 'choice',
      path: ['thermocouple'],
      label: 'Thermocouple',
      choices: THERMOCOUPLE_TYPES.map((type) => ({ value: type, text: `type ${type}` })),
    },
    {
      type: 'choice',
      path: ['polarity'],
      label: 'Its leads are',
      choices: [
        { value: 'right', text: 'right' },
        { value: 'swapped', text: 'swapped' },
      ],
    },
    { type: 'number', path: ['lagS'], label: 'Sensor lags', unit: 's', least: 0, most: 3600 },
    ...THERMOCOUPLE_TYPES.map((type) => ({
      type: 'note' as const,
      path: ['thermocouple'],
      label: `IEC ${THERMOCOUPLE_LEADS[type].iec}; ANSI ${THERMOCOUPLE_LEADS[type].ansi}; ${THERMOCOUPLE_LEADS[type].magnet}.`,
      asked: ({ thermocouple }: RegulatorSignal) => thermocouple === type,
    })),
    { type: 'number', path: ['heatJPerK'], label: 'The thing takes', unit: 'J/K', least: 1e-6, most: 1e9 },
    { type: 'number', path: ['lossWPerK'], label: 'and loses', unit: 'W/K', least: 1e-6, most: 1e5 },
    { type: 'number', path: ['volt'], label: 'Its output has', unit: 'V', least: 1e-6, most: 24 },
    limitField('It may give', 1),
    ...FED_FIELDS,
  ],
  begin: (base, supply) => ({
    ...base,
    nature: 'regulator',
    fedBy: supply,
    volt: 12,
    limitA: 0.03,
    thermocouple: 'K',
    polarity: 'right',
    setC: 180,
    control: 'pid',
    cycleS: 2,
    heatJPerK: 4000,
    lossWPerK: 6,
    lagS: 20,
  }),
  state: (_, on) => (on ? 'calls for heat' : 'is satisfied'),
  form: () => 'output',
  ...NO_CONTACT,
  references: (signal) => ({ supplies: fedReferences(signal), controllers: [] }),
  wakes: () => false,
  roundS: ({ cycleS }) => cycleS,
} as const satisfies SignalFacets<'regulator', RegulatorSignal>;
