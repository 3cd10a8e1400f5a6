/** Changes to a document as data, so that a nudge can be shown, applied and undone. */
export interface Patch {
  /** Keys from the document's root; the last may be a new key of a record. */
  readonly path: readonly (string | number)[];
  /** The new value; undefined removes the key. */
  readonly value: unknown;
}

/** A copy of `document` with the patches applied in order; untouched branches are shared. */
export function applyPatches<T>(document: T, patches: readonly Patch[]): T {
  return patches.reduce((current, patch) => put(current, patch.path, patch.value) as T, document);
}

function put(target: unknown, path: readonly (string | number)[], value: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return value;
  if (Array.isArray(target)) {
    if (typeof key !== 'number' || key < 0 || key > target.length) throw new Error(`No item ${String(key)} to patch`);
    const copy = [...(target as unknown[])];
    if (rest.length === 0 && value === undefined) copy.splice(key, 1);
    else copy[key] = put(copy[key], rest, value);
    return copy;
  }
  if (typeof target !== 'object' || target === null) throw new Error(`Nothing to patch at ${String(key)}`);
  const copy: Record<string, unknown> = { ...target };
  if (rest.length === 0 && value === undefined) delete copy[key];
  else copy[String(key)] = put(copy[key], rest, value);
  return copy;
}

/** What turns `before` into `after`, as few patches as their shared branches allow; a list of another length goes whole. */
export function patchesBetween(before: unknown, after: unknown): Patch[] {
  const patches: Patch[] = [];
  const walk = (a: unknown, b: unknown, path: readonly (string | number)[]): void => {
    if (Object.is(a, b)) return;
    if (Array.isArray(a) && Array.isArray(b) && a.length === b.length)
      return b.forEach((item: unknown, at) => walk((a as unknown[])[at], item, [...path, at]));
    if (isRecord(a) && isRecord(b)) {
      for (const key of Object.keys(a)) if (!(key in b)) patches.push({ path: [...path, key], value: undefined });
      for (const key of Object.keys(b)) if (key in a || b[key] !== undefined) walk(a[key], b[key], [...path, key]);
      return;
    }
    patches.push({ path, value: b });
  };
  walk(before, after, []);
  return patches;
}

export const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Whether two documents say the same, whatever the order of their keys. */
export const sameDocument = (a: unknown, b: unknown): boolean => patchesBetween(a, b).length === 0;
