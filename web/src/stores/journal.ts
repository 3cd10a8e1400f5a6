/**
 * Edits that the server has not confirmed, kept in the browser. One entry a tab and project; a tab that
 * has gone leaves its entry behind, and the next one to open the project takes it up.
 */
import type { Design } from '@iron-nudge/core';

export interface JournalEntry {
  readonly revision: number;
  readonly document: Design;
  /** Last sign of life of the tab that keeps it, ms. */
  readonly at: number;
  /** Keys of saves that went out on that revision and were not answered: one of them may have been kept after all. */
  readonly sent: readonly string[];
}

/** Where a browser cannot tell which tabs live: a living tab renews its entry far more often than this. */
const ABANDONED_AFTER_MS = 20_000;
const PREFIX = 'iron-nudge:unsaved:';
const LOCK = 'iron-nudge:tab:';
/** A page that is just being reloaded gives its lock back within this. */
const PATIENCE_MS = 500;

export interface Journal {
  /** False when the browser has no room for it. */
  keep(entry: JournalEntry): boolean;
  clear(): void;
  /** This tab's entry, or one that no tab looks after any more; that one becomes this tab's. */
  recover(now: number, living: ReadonlySet<string> | null): JournalEntry | null;
}

export function openJournal(storage: Storage, project: string, tab: string): Journal {
  const own = `${PREFIX}${project}:${tab}`;
  const read = (key: string): JournalEntry | null => {
    try {
      const entry = JSON.parse(storage.getItem(key) ?? 'null') as Partial<JournalEntry> | null;
      // An older build of the page kept no keys.
      return entry && ({ sent: [], ...entry } as JournalEntry);
    } catch {
      return null;
    }
  };
  return {
    keep(entry) {
      try {
        storage.setItem(own, JSON.stringify(entry));
        return true;
      } catch {
        return false;
      }
    },
    clear: () => storage.removeItem(own),
    recover(now, living) {
      const mine = read(own);
      if (mine) return mine;
      for (let at = 0; at < storage.length; at++) {
        const key = storage.key(at)!;
        if (!key.startsWith(`${PREFIX}${project}:`)) continue;
        const entry = read(key);
        if (!entry) continue;
        const lives = living ? living.has(key.slice(PREFIX.length + project.length + 1)) : now - entry.at < ABANDONED_AFTER_MS;
        if (lives) continue;
        storage.removeItem(key);
        this.keep({ ...entry, at: now });
        return entry;
      }
      return null;
    },
  };
}

/**
 * An id for this tab that survives a reload of it, and is held as long as it lives: a duplicated tab begins with the
 * same one and gets its own.
 *
 * @param locks none where the page is not served over https or from this machine
 */
export async function claimTab(session: Storage, locks: LockManager | undefined, fresh: () => string): Promise<string> {
  const known = session.getItem('iron-nudge:tab');
  let id = known ?? fresh();
  if (locks && !(await hold(locks, id))) {
    id = fresh();
    await hold(locks, id);
  }
  if (id !== known) session.setItem('iron-nudge:tab', id);
  return id;
}

function hold(locks: LockManager, id: string): Promise<boolean> {
  return new Promise((resolve) => {
    locks
      .request(LOCK + id, { signal: AbortSignal.timeout(PATIENCE_MS) }, () => {
        resolve(true);
        return new Promise<never>(() => undefined);
      })
      .catch(() => resolve(false));
  });
}

/** Ids of the tabs that live; null where that cannot be told. */
export async function livingTabs(locks: LockManager | undefined): Promise<ReadonlySet<string> | null> {
  if (!locks) return null;
  const { held = [] } = await locks.query();
  return new Set(held.flatMap(({ name }) => (name?.startsWith(LOCK) ? name.slice(LOCK.length) : [])));
}

/** What the browser keeps, or memory alone where it refuses to. */
export function storageOf(of: () => Storage): Storage {
  try {
    return of();
  } catch {
    return new Refused();
  }
}

/** Takes nothing, so that whoever would keep something in it says that it is not kept. */
class Refused implements Storage {
  readonly length = 0;
  key = () => null;
  getItem = () => null;
  removeItem = () => undefined;
  clear = () => undefined;
  setItem(): never {
    throw new Error('This browser keeps nothing for this page.');
  }
}
