/** What two documents say differently, in the words of their own fields: for a person who has to choose between them. */
import { patchesBetween } from './patch.ts';

export interface Difference {
  /** Where, from the whole to the part: “jobs › Dew heaters › fuse”. */
  readonly where: string;
  /** What stands there, short; empty where nothing does. */
  readonly before: string;
  readonly after: string;
}

/** Longer values are cut: a whole job that is new is named, not printed. */
const MOST_LETTERS = 80;

/** Each field that differs, of lists each entry by its id. */
export function differencesOf(before: unknown, after: unknown): Difference[] {
  const [a, b] = [byId(before), byId(after)];
  return patchesBetween(a, b).map(({ path }) => ({
    where: path.map((key, at) => named(key, valueAt(b, path.slice(0, at + 1)) ?? valueAt(a, path.slice(0, at + 1)))).join(' › '),
    before: short(valueAt(a, path)),
    after: short(valueAt(b, path)),
  }));
}

type Keyed = Record<string, unknown>;
const isRecord = (value: unknown): value is Keyed => typeof value === 'object' && value !== null && !Array.isArray(value);
const isNamed = (value: unknown): value is Keyed & { id: string } => isRecord(value) && typeof value.id === 'string';

/** Lists whose entries have ids as records by id: one that was added before the others moves none of them. */
function byId(value: unknown): unknown {
  if (Array.isArray(value)) {
    const isList = value.length > 0 && value.every(isNamed) && new Set(value.map(({ id }) => id)).size === value.length;
    return isList ? Object.fromEntries(value.map((entry) => [entry.id, byId(entry)])) : value.length === 0 ? {} : value.map(byId);
  }
  return isRecord(value) ? Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, byId(inner)])) : value;
}

function valueAt(value: unknown, path: readonly (string | number)[]): unknown {
  return path.reduce<unknown>(
    (inner, key) => (isRecord(inner) ? inner[key] : Array.isArray(inner) ? (inner as unknown[])[Number(key)] : undefined),
    value,
  );
}

const named = (key: string | number, value: unknown): string =>
  typeof key === 'number' ? String(key + 1) : isNamed(value) && typeof value.name === 'string' && value.name !== '' ? value.name : key;

function short(value: unknown): string {
  if (value === undefined || value === null || value === '') return '';
  if (isNamed(value)) return typeof value.name === 'string' && value.name !== '' ? value.name : value.id;
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  const letters = [...text];
  return letters.length > MOST_LETTERS ? `${letters.slice(0, MOST_LETTERS).join('')}…` : text;
}
