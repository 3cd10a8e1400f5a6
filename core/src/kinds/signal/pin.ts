import { z } from 'zod';
import { idSchema, positive } from '../../document/index.ts';
import { NO_CONTACT, type SignalFacets, signalBase } from './kind.ts';
import { limitField } from './words.ts';

/** A controller's output, as an ideal source to ground. */
const schema = z.strictObject({
  ...signalBase,
  nature: z.literal('pin'),
  volt: z.union([z.literal(3.3), z.literal(5)]),
  limitA: positive.max(2),
  /** The board that it is a pin of, and its name there; null for one that is not described further. */
  controller: idSchema.nullable().default(null),
  gpio: z.string().max(12).default(''),
});
export type PinSignal = z.infer<typeof schema>;

export const pin = {
  nature: 'pin',
  title: 'a controller’s pin',
  short: 'pin',
  schema,
  fields: [
    {
      type: 'choice',
      path: ['volt'],
      label: 'High is',
      choices: [
        { value: 5, text: '5 V' },
        { value: 3.3, text: '3.3 V' },
      ],
      asked: ({ controller }) => controller === null,
    },
    limitField('It may give', 2),
  ],
  begin: (base) => ({ ...base, nature: 'pin', volt: 5, limitA: 0.02, controller: null, gpio: '' }),
  state: (_, on) => (on ? 'is high' : 'is low'),
  form: () => 'output',
  ...NO_CONTACT,
  references: ({ controller }) => ({ supplies: [], controllers: controller === null ? [] : [{ path: 'controller', id: controller }] }),
  wakes: () => false,
  roundS: () => null,
} as const satisfies SignalFacets<'pin', PinSignal>;
