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
