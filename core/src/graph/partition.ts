/**
 * Which of n things are joined: the one union-find. Roots are stable: of two groups the first one's root stays.
 */
export interface Partition {
  find(item: number): number;
  /** Joins two groups; the root of `keep`'s is the root of both. */
  join(keep: number, other: number): void;
}

/** `restore` goes back to groups that were saved, or to none joined. */
export function partition(count: number): Partition & { save(): Int32Array; restore(saved: Int32Array | null): void } {
  const parent = new Int32Array(count);
  const restore = (saved: Int32Array | null): void => {
    if (saved) parent.set(saved);
    else for (let item = 0; item < count; item++) parent[item] = item;
  };
  restore(null);
  const find = (item: number): number => {
    let top = item;
    while (parent[top] !== top) {
      parent[top] = parent[parent[top]!]!;
      top = parent[top]!;
    }
    return top;
  };
  return {
    find,
    join(keep, other) {
      const a = find(keep);
      const b = find(other);
      if (a !== b) parent[b] = a;
    },
    save: () => parent.slice(),
    restore,
  };
}

/** The same over things of any kind, named as they come. */
export function groups<T>(): { find(item: T): T; join(keep: T, other: T): void } {
  const parent = new Map<T, T>();
  const find = (item: T): T => {
    let top = item;
    for (let next = parent.get(top); next !== undefined && next !== top; next = parent.get(top)) top = next;
    return top;
  };
  return {
    find,
    join(keep, other) {
      const [a, b] = [find(keep), find(other)];
      if (a !== b) parent.set(b, a);
    },
  };
}
