/** What every part has that a person typed themselves, and how its card is made: one module a family answers all of it. */
import { z } from 'zod';
import { type Field, idSchema, nameSchema } from '../../document/index.ts';

/** Fields of every own part; `form` says of which family, and of the first one how it is built. */
export const ownBase = {
  id: idSchema,
  name: nameSchema,
  /** Fields that nobody typed: what is usual for its class stands in them. */
  assumed: z.array(z.string().max(40)).max(40).default([]),
  /** 0: not known, and in no sum. */
  price: z.number().min(0).max(1e5).default(0),
};

/** Of every card, the last one. */
export const PRICE_FIELD = { type: 'number', path: ['price'], label: 'Price', least: 0, most: 1e5, help: 'what the list costs' } as const;

/** Highest voltage of each kind of current that a thing breaks, V; 0 where it is not made for that. */
const volt = z.number().min(0).max(1500);
export const BROKEN_VOLTS = { dcV: volt, acV: volt };
export const BROKEN_VOLT_FIELDS = (
  [
    ['dcV', 'Direct'],
    ['acV', 'Alternating'],
  ] as const
).map(([field, current]) => ({
  type: 'number' as const,
  path: [field],
  label: `${current} current, at most`,
  unit: 'V' as const,
  least: 0,
  most: 1500,
  help: 'where it may stand; 0: nowhere',
}));
export const brokenVoltWords = ({ dcV, acV }: { readonly dcV: number; readonly acV: number }): string =>
  [...(dcV > 0 ? [`${dcV} V⎓`] : []), ...(acV > 0 ? [`${acV} V~`] : [])].join(' / ') || 'no voltage';

export interface OwnCard<P> {
  readonly form: string;
  /** In a list to choose from. */
  readonly title: string;
  readonly schema: z.ZodType<P>;
  /** In the order of its card, each with what it decides as its help. */
  readonly fields: readonly Field<P>[];
  /** A part before anybody typed what its label says. */
  begin(id: string, name: string): P;
  /** By path: what is usual there, given what is known of the part. */
  readonly usual: Readonly<Record<string, (part: P) => Partial<P>>>;
  /** What the shelf says of it in a line. */
  words(part: P): string;
}

/** The part with what is usual in every field that nobody typed: it follows what was typed. */
export const withUsualOf = <P extends { readonly assumed: readonly string[] }>(card: Pick<OwnCard<P>, 'usual'>, part: P): P =>
  Object.entries(card.usual).reduce(
    (known, [field, usual]) => (part.assumed.includes(field) ? { ...known, ...usual(known) } : known),
    part,
  );
