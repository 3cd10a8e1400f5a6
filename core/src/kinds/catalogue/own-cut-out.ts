import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { THERMAL_FUSE, THERMAL_FUSE_SOURCE, type Source, ofPart } from '../../reference/index.ts';
import { BROKEN_VOLTS, BROKEN_VOLT_FIELDS, PRICE_FIELD, type OwnCard, brokenVoltWords, ownBase } from './own-card.ts';
import type { OwnParts } from './shelf.ts';

const RESETS = ['never', 'by hand', 'by itself'] as const;
const RESETS_TEXT: Readonly<Record<(typeof RESETS)[number], string>> = {
  never: 'thermal fuse: never',
  'by hand': 'cut-out with a knob: by hand',
  'by itself': 'cut-out that closes by itself when it has cooled',
};

export const ownCutOutSchema = z.strictObject({
  ...ownBase,
  form: z.literal('cut-out'),
  opensAtC: z.number().min(40).max(450),
  /** What closes it again. */
  resets: z.enum(RESETS),
  /** What it carries and breaks, A. */
  ratedA: positive.max(200),
  ...BROKEN_VOLTS,
});
export type OwnCutOut = z.infer<typeof ownCutOutSchema>;

/** The weakest that is sold with nothing printed on it but its temperature (from memory), A. */
const WEAKEST_A = 10;

export const cutOutCard = {
  form: 'cut-out',
  title: 'thermal fuse or cut-out',
  schema: ownCutOutSchema,
  fields: [
    { type: 'number', path: ['opensAtC'], label: 'Opens at', unit: '°C', least: 40, most: 450, help: 'where it may sit' },
    {
      type: 'choice',
      path: ['resets'],
      label: 'Closes again',
      choices: RESETS.map((value) => ({ value, text: RESETS_TEXT[value] })),
      help: 'whether the heat can come back by itself',
    },
    { type: 'number', path: ['ratedA'], label: 'Rating', unit: 'A', least: 0.1, most: 200, help: 'what it carries, and can end' },
    ...BROKEN_VOLT_FIELDS,
    PRICE_FIELD,
  ],
  usual: {
    ratedA: () => ({ ratedA: WEAKEST_A }),
    acV: () => ({ acV: THERMAL_FUSE.acV }),
    dcV: () => ({ dcV: THERMAL_FUSE.dcV }),
  },
  begin: (id, name) => ({
    ...{ id, name, form: 'cut-out', opensAtC: 150, resets: 'never', price: 0, assumed: ['ratedA', 'acV', 'dcV'] },
    ...{ ratedA: WEAKEST_A, acV: THERMAL_FUSE.acV, dcV: THERMAL_FUSE.dcV },
  }),
  words: ({ opensAtC, resets, ratedA, ...volts }) =>
    `opens at ${opensAtC} °C, ${ratedA} A, ${brokenVoltWords(volts)}, closes again ${resets}`,
} as const satisfies OwnCard<OwnCutOut>;

/** What opens in a heater's line when it gets too hot: the usual one, or a person's own. */
export interface ThermalCutOut extends Pick<OwnCutOut, 'opensAtC' | 'resets' | 'ratedA' | 'acV' | 'dcV'> {
  /** Null for the usual one, that is bought by its temperature. */
  readonly own: { readonly id: string; readonly name: string; readonly price: number } | null;
  /** Of its ratings. */
  readonly source: Source;
}

/** What a job says of it: a part of the project's own, or the usual one that opens at so much. */
export function thermalCutOutOf(
  { parts }: OwnParts,
  said: { readonly opensAtC: number; readonly part?: string | undefined },
): ThermalCutOut {
  const own = parts.find((part): part is OwnCutOut => part.form === 'cut-out' && part.id === said.part);
  if (!own) return { ...THERMAL_FUSE, opensAtC: said.opensAtC, resets: 'never', own: null, source: THERMAL_FUSE_SOURCE };
  const { id, name, price, opensAtC, resets, ratedA, acV, dcV } = own;
  return { opensAtC, resets, ratedA, acV, dcV, own: { id, name, price }, source: ofPart(name) };
}
