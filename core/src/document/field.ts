/**
 * A field of an editor: where it stands in its value, what it is called, and what it takes. Editors are made from
 * lists of these, so that label, unit, limits and help are written once, beside the schema that they belong to.
 */
import type { Unit } from '../quantity/index.ts';

interface Common<T> {
  /** Keys from the value on. */
  readonly path: readonly string[];
  readonly label: string;
  /** What a person may want to know before they answer. */
  readonly help?: string;
  /** Whether it is asked at all; always where it is left out. */
  readonly asked?: (value: T) => boolean;
}

export interface Choice {
  readonly value: string | number;
  readonly text: string;
}

/** What of the project a choice is made from. */
export type Reference = 'place' | 'supply' | 'other-supply' | 'feeding' | 'temperature controller' | 'converting job';

export type Field<T> = Common<T> &
  /** Words; `optional` where none is an answer too. */
  (
    | { readonly type: 'text'; readonly optional?: boolean }
    /** `times` turns what is typed into what is kept: 1000 where kPa are typed and Pa are kept. */
    | {
        readonly type: 'number';
        readonly unit?: Unit | 'kPa' | 'J/K' | 'W/K';
        readonly least: number;
        readonly most: number;
        readonly whole?: boolean;
        readonly times?: number;
        readonly unset?: number;
      }
    /** `unset`: which of them it is where nothing stands. */
    | { readonly type: 'choice'; readonly choices: readonly Choice[]; readonly unset?: string | number }
    | { readonly type: 'tick' }
    | { readonly type: 'reference'; readonly to: Reference; readonly unset?: string }
    /** A line of words in its place; no question. */
    | { readonly type: 'note' }
  );

/** What stands at a field's path; undefined where nothing does. */
export function fieldValue(value: object, path: readonly string[]): unknown {
  return path.reduce<unknown>(
    (at, key) => (typeof at === 'object' && at !== null ? (at as Record<string, unknown>)[key] : undefined),
    value,
  );
}
