/** Undo and redo over whole documents; they share what did not change, so a step costs little. */
interface Step<T> {
  readonly label: string;
  readonly document: T;
  /** Address of the page that it was made on, so that undoing it can show it. */
  readonly at: string;
}
export interface History<T> {
  readonly past: readonly Step<T>[];
  readonly future: readonly Step<T>[];
  /** Field whose typing made the latest step; more typing there is the same step. */
  readonly field: string | null;
}

const DEEPEST = 200;

export const emptyHistory = <T>(): History<T> => ({ past: [], future: [], field: null });

export function recorded<T>(
  { past, field: latest }: History<T>,
  label: string,
  before: T,
  field: string | null = null,
  at = '',
): History<T> {
  if (field !== null && field === latest && past.length > 0) return { past, future: [], field };
  return { past: [...past, { label, document: before, at }].slice(-DEEPEST), future: [], field };
}

/** The newest steps alone, of a history that is kept over a reload. */
export const newest = <T>({ past, future, field }: History<T>, most: number): History<T> => ({
  past: past.slice(-most),
  future: future.slice(-most),
  field,
});

export interface Moved<T> {
  readonly history: History<T>;
  readonly document: T;
  readonly label: string;
  readonly at: string;
}

export function undone<T>({ past, future }: History<T>, now: T): Moved<T> | null {
  const last = past[past.length - 1];
  if (!last) return null;
  const { label, at, document } = last;
  return { document, label, at, history: { past: past.slice(0, -1), future: [...future, { label, at, document: now }], field: null } };
}

export function redone<T>({ past, future }: History<T>, now: T): Moved<T> | null {
  const next = future[future.length - 1];
  if (!next) return null;
  const { label, at, document } = next;
  return { document, label, at, history: { past: [...past, { label, at, document: now }], future: future.slice(0, -1), field: null } };
}
