/**
 * What can be undone stays over a reload. It is kept beside the document that it leads back from, and comes back only where that
 * is the one that was opened: a step over what somebody else saved meanwhile would take theirs away.
 */
import { FORMAT_VERSION, sameDocument, type Design } from '@iron-nudge/core';
import { newest, type History } from './history.ts';
import { seen, type Steps } from './seen.ts';

/** Steps that are kept; unkept ones are undone before a reload only. */
const MOST_STEPS = 60;
/** Pause after which they are written, ms: not at every key. */
const AFTER_MS = 250;

export interface UndoKeep {
  /** Remembers how things stand; written soon. */
  note(project: string, history: History<Design>, now: Design): void;
  /** Writes what waits to be written, for a page that is about to go. */
  flush(): void;
  /** The steps that led to this document, or null. */
  of(project: string, now: Design): Promise<History<Design> | null>;
}

export function undoKeep(store: Pick<typeof seen, 'keepSteps' | 'steps'> = seen): UndoKeep {
  let waiting: { project: string; steps: Steps } | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  function flush(): void {
    clearTimeout(timer);
    const now = waiting;
    waiting = null;
    if (now) void store.keepSteps(now.project, now.steps);
  }
  return {
    note(project, history, now) {
      if (waiting && waiting.project !== project) flush();
      waiting = { project, steps: { format: FORMAT_VERSION, history: newest(history, MOST_STEPS), now } };
      clearTimeout(timer);
      timer = setTimeout(flush, AFTER_MS);
    },
    flush,
    async of(project, now) {
      const kept = await store.steps(project);
      return kept && kept.format === FORMAT_VERSION && sameDocument(kept.now, now) ? { ...kept.history, field: null } : null;
    },
  };
}
