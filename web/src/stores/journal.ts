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
}

/** A living tab renews its entry far more often than this. */
const ABANDONED_AFTER_MS = 20_000;
const PREFIX = 'iron-nudge:unsaved:';

export interface Journal {
  /** False when the browser has no room for it. */
  keep(entry: JournalEntry): boolean;
  clear(): void;
  /** This tab's entry, or one that no tab looks after any more; that one becomes this tab's. */
  recover(now: number): JournalEntry | null;
}

export function openJournal(storage: Storage, project: string, tab: string): Journal {
  const own = `${PREFIX}${project}:${tab}`;
  const read = (key: string): JournalEntry | null => {
    try {
      return JSON.parse(storage.getItem(key) ?? 'null') as JournalEntry | null;
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
    recover(now) {
      const mine = read(own);
      if (mine) return mine;
      for (let at = 0; at < storage.length; at++) {
        const key = storage.key(at)!;
        if (!key.startsWith(`${PREFIX}${project}:`)) continue;
        const entry = read(key);
        if (!entry || now - entry.at < ABANDONED_AFTER_MS) continue;
        storage.removeItem(key);
        this.keep({ ...entry, at: now });
        return entry;
      }
      return null;
    },
  };
}

/** An id for this tab that survives a reload of it. */
export function tabId(session: Storage, fresh: () => string): string {
  const known = session.getItem('iron-nudge:tab');
  if (known) return known;
  const made = fresh();
  session.setItem('iron-nudge:tab', made);
  return made;
}
