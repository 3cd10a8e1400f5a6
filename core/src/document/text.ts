/** What is text: no control characters but tab and line ends, no half of a pair without the other. Nothing keeps the rest. */

// eslint-disable-next-line no-control-regex -- it is they that are looked for
const NONE = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ud800-\udfff]/u;
// eslint-disable-next-line no-control-regex -- the same, all of them
const EACH = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ud800-\udfff]/gu;

/** Whether a string holds a character that no text has. */
export const isUnreadable = (text: string): boolean => NONE.test(text);

/** The same value with such characters taken out of every text in it, keys and all; itself where there are none. */
export function readable<T>(value: T): T {
  if (typeof value === 'string') return (isUnreadable(value) ? value.replace(EACH, '') : value) as T;
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) {
    const copy = value.map((entry: unknown) => readable(entry));
    return copy.some((entry, at) => entry !== value[at]) ? (copy as T) : value;
  }
  const entries = Object.entries(value);
  const copy = entries.map(([key, inner]) => [readable(key), readable(inner)] as const);
  return copy.some(([key, inner], at) => key !== entries[at]![0] || inner !== entries[at]![1]) ? (Object.fromEntries(copy) as T) : value;
}
