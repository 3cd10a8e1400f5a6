import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { PROTECTION_LIMITS, PROTECTION_NAMES, type Protection, type ProtectionLimit, ofPart } from '../../reference/index.ts';
import { BROKEN_VOLTS, BROKEN_VOLT_FIELDS, PRICE_FIELD, type OwnCard, brokenVoltWords, ownBase } from './own-card.ts';

/** How it opens: what its band or its curve is taken from. A fuse in a plug is no part that one types. */
const BUILT = [
  'blade',
  'breaker',
  'self-resetting',
  'high-breaking',
  'cartridge',
  'breaker-b',
  'breaker-c',
  'breaker-d',
] as const satisfies readonly Protection[];

export const ownGuardSchema = z.strictObject({
  ...ownBase,
  form: z.literal('guard'),
  builtAs: z.enum(BUILT),
  ratingA: positive.max(1000),
  ...BROKEN_VOLTS,
  /** Breaking capacity at that voltage, A. */
  breaksA: positive.max(200_000),
});
export type OwnGuard = z.infer<typeof ownGuardSchema>;

const usual = ({ builtAs }: Pick<OwnGuard, 'builtAs'>) => {
  const { dcV, acV, breaksA } = PROTECTION_LIMITS[builtAs];
  return { dcV: dcV ?? 0, acV: acV ?? 0, breaksA };
};

export const guardCard = {
  form: 'guard',
  title: 'fuse or breaker',
  schema: ownGuardSchema,
  fields: [
    {
      type: 'choice',
      path: ['builtAs'],
      label: 'It opens like a',
      choices: BUILT.map((value) => ({ value, text: PROTECTION_NAMES[value] })),
      help: 'when it opens',
    },
    { type: 'number', path: ['ratingA'], label: 'Rating', unit: 'A', least: 0.1, most: 1000, help: 'what may hang on it' },
    ...BROKEN_VOLT_FIELDS,
    { type: 'number', path: ['breaksA'], label: 'Breaks up to', unit: 'A', least: 1, most: 200_000, help: 'which short it ends' },
    PRICE_FIELD,
  ],
  usual: {
    dcV: (part) => ({ dcV: usual(part).dcV }),
    acV: (part) => ({ acV: usual(part).acV }),
    breaksA: (part) => ({ breaksA: usual(part).breaksA }),
  },
  begin: (id, name) => ({
    ...{ id, name, form: 'guard', builtAs: 'blade', ratingA: 10, price: 0, assumed: ['dcV', 'acV', 'breaksA'] },
    ...usual({ builtAs: 'blade' }),
  }),
  words: ({ ratingA, builtAs, breaksA, ...volts }) =>
    `${ratingA} A, opens like a ${PROTECTION_NAMES[builtAs]}, ${brokenVoltWords(volts)}, breaks ${breaksA} A`,
} as const satisfies OwnCard<OwnGuard>;

/** What it breaks, as its label says. */
export const limitsOfGuard = ({ name, dcV, acV, breaksA }: OwnGuard): ProtectionLimit => ({
  dcV: dcV > 0 ? dcV : null,
  acV: acV > 0 ? acV : null,
  breaksA,
  source: ofPart(name),
});
