/** A clause over signals, as a document holds it. */
import { z } from 'zod';
import { idSchema as id } from './atoms.ts';

export type When =
  /** With no condition: stands alone, and inside nothing. */
  | { op: 'always' }
  | { op: 'signal'; signal: string }
  | { op: 'not'; of: When }
  | { op: 'and'; of: When[] }
  | { op: 'or'; of: When[] }
  /** On from when `set` holds until `reset` holds; with both, off. */
  | { op: 'held'; set: When; reset: When }
  /** Changes over each time that `of` comes on. */
  | { op: 'toggle'; of: When }
  /** Follows `of`, on after `onS` seconds and off after `offS`. */
  | { op: 'delay'; of: When; onS: number; offS: number };

/** Deeper nesting than anyone could read; keeps a hostile file from exhausting the stack. */
export const WHEN_MAX_DEPTH = 24;

const seconds = z.number().min(0).max(3600);
const terms = () =>
  [
    z.strictObject({ op: z.literal('signal'), signal: id }),
    z.strictObject({ op: z.literal('not'), of: whenSchema }),
    z.strictObject({ op: z.literal('and'), of: z.array(whenSchema).min(2).max(40) }),
    z.strictObject({ op: z.literal('or'), of: z.array(whenSchema).min(2).max(40) }),
    z.strictObject({ op: z.literal('held'), set: whenSchema, reset: whenSchema }),
    z.strictObject({ op: z.literal('toggle'), of: whenSchema }),
    z.strictObject({ op: z.literal('delay'), of: whenSchema, onS: seconds, offS: seconds }),
  ] as const;
export const whenSchema: z.ZodType<When> = z.lazy(() => z.discriminatedUnion('op', terms())) as z.ZodType<When>;
/** What works a job: a clause, or nothing at all. */
export const conditionSchema: z.ZodType<When> = z.lazy(() =>
  z.discriminatedUnion('op', [z.strictObject({ op: z.literal('always') }), ...terms()]),
) as z.ZodType<When>;
