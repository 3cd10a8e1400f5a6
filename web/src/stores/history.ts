/** Undo and redo over whole documents; they share what did not change, so a step costs little. */
interface Step<T> {
  readonly label: string;
  readonly document: T;
}
export interface History<T> {
  readonly past: readonly Step<T>[];
  readonly future: readonly Step<T>[];
  /** Field whose typing made the latest step; more typing there is the same step. */
  readonly field: string | null;
}

const DEEPEST = 200;

export const emptyHistory = <T>(): History<T> => ({ past: [], future: [], field: null });

export function recorded<T>({ past, field: latest }: History<T>, label: string, before: T, field: string | null = null): History<T> {
  if (field !== null && field === latest && past.length > 0) return { past, future: [], field };
  return { past: [...past, { label, document: before }].slice(-DEEPEST), future: [], field };
}

export function undone<T>({ past, future }: History<T>, now: T): { history: History<T>; document: T; label: string } | null {
  const last = past[past.length - 1];
  if (!last) return null;
  return {
    document: last.document,
    label: last.label,
    history: { past: past.slice(0, -1), future: [...future, { label: last.label, document: now }], field: null },
  };
}

export function redone<T>({ past, future }: History<T>, now: T): { history: History<T>; document: T; label: string } | null {
  const next = future[future.length - 1];
  if (!next) return null;
  return {
    document: next.document,
    label: next.label,
    history: { past: [...past, { label: next.label, document: now }], future: future.slice(0, -1), field: null },
  };
}
