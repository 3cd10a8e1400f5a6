/** What this browser has seen of the server, for when the server is away: read from here, never taken for what is newest. */
import { clear, createStore, entries, get, set } from 'idb-keyval';
import type { History } from './history.ts';
import type { Design, ProjectRecord } from '@iron-nudge/core';

export interface Seen {
  readonly revision: number;
  readonly document: Design;
  /** When the server had it so, milliseconds since 1970. */
  readonly at: number;
}

/** What can be undone, and the document that the steps lead back from. */
export interface Steps {
  /** Format of the documents in it: steps of an older page are left. */
  readonly format: number;
  readonly history: History<Design>;
  readonly now: Design;
}

const store = (name: string) => {
  let made: ReturnType<typeof createStore> | undefined;
  // Opened when it is first asked for: a browser may refuse.
  return () => (made ??= createStore(`iron-nudge-${name}`, name));
};
const projects = store('projects');
const records = store('records');
const undo = store('undo');

/** What is kept here is a help, never a promise: where the browser refuses, it is as if nothing had been seen. */
async function orElse<T>(work: () => Promise<T>, otherwise: T): Promise<T> {
  try {
    return await work();
  } catch {
    return otherwise;
  }
}

export const seen = {
  keep: (project: string, what: Seen) => orElse(() => set(project, what, projects()), undefined),
  get: (project: string) => orElse<Seen | undefined>(() => get<Seen>(project, projects()), undefined),
  list: () => orElse<[string, Seen][]>(() => entries<string, Seen>(projects()), []),
  forget: () =>
    orElse(async () => {
      await clear(projects());
      await clear(records());
      await clear(undo());
    }, undefined),
  keepSteps: (project: string, steps: Steps) => orElse(() => set(project, steps, undo()), undefined),
  steps: (project: string) => orElse<Steps | undefined>(() => get<Steps>(project, undo()), undefined),
  keepRecords: (project: string, all: readonly ProjectRecord[]) => orElse(() => set(project, [...all], records()), undefined),
  records: (project: string) => orElse<ProjectRecord[]>(async () => (await get<ProjectRecord[]>(project, records())) ?? [], []),
};
