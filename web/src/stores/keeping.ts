/** The open project between this page, the browser and the server: opening, saving, and what others did to it meanwhile. */
import { ref } from 'vue';
import { parseDesign, sameDocument, type Design } from '@iron-nudge/core';
import { v4 as freshId } from 'uuid';
import { ApiError, api, type ProjectRecord } from '../api.ts';
import { learnServer } from './build.ts';
import { claimTab, livingTabs, openJournal, storageOf, type JournalEntry } from './journal.ts';
import { RETRY_AFTER_MS, Saver, type SaveState } from './saver.ts';
import { seen } from './seen.ts';
import { wordsOf } from '../ui/words-of.ts';

export type LoadState = { kind: 'none' } | { kind: 'loading' } | { kind: 'ready' } | { kind: 'failed'; message: string };

/** How often a page that is looked at asks whether somebody else has saved, ms. */
const LOOK_EVERY_MS = 10_000;

export interface Page {
  /** The document on the page. */
  design(): Design | null;
  /** A document that is known to be good comes onto an empty page. */
  show(document: Design): void;
  /** Another one comes in its place; `undoable` names the one before it. */
  replace(document: Design, undoable: string | null): void;
}

/** A document as it was kept, of whatever version. */
export function read(document: unknown): Design {
  const parsed = parseDesign(document);
  if (parsed.ok) return parsed.design;
  throw new Error(`The saved project cannot be read: ${parsed.problems.map(({ path, message }) => `${path} ${message}`).join('; ')}`);
}

const conflictWords = (theirs: number): string =>
  `This project was saved elsewhere since (revision ${theirs}); your unsaved edits are still here.`;

let tab: Promise<string> | undefined;

export function keepingOf(page: Page) {
  const id = ref('');
  const load = ref<LoadState>({ kind: 'none' });
  const saving = ref<SaveState>({ kind: 'saved' });
  const revision = ref(0);
  /** What whoever is at this page may do with the project. */
  const role = ref<ProjectRecord['role']>('owner');
  /** Another revision that the server has by now, while this page only looked. */
  const newer = ref<number | null>(null);
  let saver: Saver | null = null;

  const storage = storageOf(() => localStorage);
  // One page of a browser has one id, whatever projects it opens.
  const tabOf = () =>
    (tab ??= claimTab(
      storageOf(() => sessionStorage),
      navigator.locks,
      freshId,
    ));

  function begin(project: string, tabId: string, base: { revision: number; document: Design | null }, sent: readonly string[]): Saver {
    revision.value = base.revision;
    saver = new Saver({
      api,
      project,
      journal: openJournal(storage, project, tabId),
      revision: base.revision,
      document: base.document,
      sent,
      freshKey: freshId,
      now: Date.now,
      async theirs() {
        const record = await api.load(project);
        return { revision: record.revision, savedBy: record.savedBy, document: read(record.document) };
      },
      changed(state, at) {
        saving.value = state;
        revision.value = at;
      },
      confirmed(known) {
        newer.value = null;
        void seen.keep(project, { ...known, at: Date.now() });
      },
    });
    return saver;
  }

  async function open(project: string): Promise<void> {
    close();
    id.value = project;
    load.value = { kind: 'loading' };
    const [tabId, living] = [await tabOf(), await livingTabs(navigator.locks)];
    if (id.value !== project) return;
    const left = openJournal(storage, project, tabId).recover(Date.now(), living);
    try {
      const record = await api.load(project);
      if (id.value !== project) return;
      const theirs = read(record.document);
      role.value = record.role;
      void seen.keep(project, { revision: record.revision, document: theirs, at: Date.now() });
      const mine = left && read(left.document);
      const made = begin(project, tabId, { revision: record.revision, document: theirs }, left?.sent ?? []);
      if (!left || !mine || sameDocument(mine, theirs)) {
        openJournal(storage, project, tabId).clear();
        page.show(theirs);
      } else {
        page.show(mine);
        made.take(mine);
        // A save of ours whose answer was lost is no other window's.
        if (left.revision !== record.revision && !made.isOwn(record.savedBy)) made.conflict(conflictWords(record.revision));
      }
      load.value = { kind: 'ready' };
      void look();
    } catch (error) {
      if (id.value === project) await openWithout(project, tabId, left, error);
    }
  }

  /** The server has no answer: what the browser has is shown, and it is said that it is that. */
  async function openWithout(project: string, tabId: string, left: JournalEntry | null, error: unknown): Promise<void> {
    const message = wordsOf(error);
    const isAway = error instanceof ApiError && error.passing;
    const isGone = error instanceof ApiError && error.code === 'no-project';
    const last = isAway && !left ? await seen.get(project) : undefined;
    if (id.value !== project) return;
    const base = left ?? last;
    if (!base || !(isAway || isGone)) {
      load.value = { kind: 'failed', message };
      // A document of a newer format may be one that only the next build of this page can read.
      void api.health().then(learnServer, () => undefined);
      return;
    }
    try {
      const mine = read(base.document);
      const made = begin(project, tabId, { revision: base.revision, document: null }, left?.sent ?? []);
      page.show(mine);
      load.value = { kind: 'ready' };
      if (isGone) {
        made.take(mine);
        made.gone(message);
      } else {
        made.away(left ? message : `${message} Shown is what this browser saw of it last.`);
        void goOnline(project, made, mine, base.revision, left !== null);
      }
    } catch (failure) {
      load.value = { kind: 'failed', message: wordsOf(failure) };
    }
  }

  /** Opened while the server was away: once it is back, what it has is what ours is held against. */
  async function goOnline(project: string, made: Saver, opened: Design, base: number, hadEdits: boolean): Promise<void> {
    for (;;) {
      await new Promise((resolve) => setTimeout(resolve, RETRY_AFTER_MS));
      if (saver !== made) return;
      try {
        const record = await api.load(project);
        if (saver !== made) return;
        const [ours, theirs] = [page.design() ?? opened, read(record.document)];
        const isOurs = made.isOwn(record.savedBy);
        role.value = record.role;
        made.accept(record.revision, theirs);
        if (!hadEdits && sameDocument(ours, opened) && !sameDocument(ours, theirs)) page.replace(theirs, null);
        made.take(page.design() ?? ours);
        // What went out while the page was left may have arrived after all.
        if (record.revision !== base && !isOurs && !sameDocument(page.design() ?? ours, theirs))
          made.conflict(conflictWords(record.revision));
        else void made.send();
        return;
      } catch (error) {
        if (error instanceof ApiError && error.passing) continue;
        const message = wordsOf(error);
        // The server is there; what it has cannot be taken up.
        if (error instanceof ApiError && error.code === 'no-project') made.gone(message);
        else made.away(`${message} Your edits are kept in this browser.`);
        return;
      }
    }
  }

  function close(): void {
    void saver?.close();
    saver = null;
    id.value = '';
    newer.value = null;
    role.value = 'owner';
    saving.value = { kind: 'saved' };
    load.value = { kind: 'none' };
  }

  /** Asks whether somebody else has saved since, or whether the page itself is an old one. */
  async function look(): Promise<void> {
    const [made, project] = [saver, id.value];
    if (!made || load.value.kind !== 'ready') return;
    const ours = made.revision;
    try {
      const head = await api.head(project);
      if (saver !== made) return;
      learnServer(head);
      // While something is on its way, or has arrived meanwhile, its own answer tells. One with a smaller number is there
      // when a backup was put back.
      if (made.state.kind === 'saved' && made.revision === ours)
        newer.value = head.revision !== ours && !made.isOwn(head.savedBy) ? head.revision : null;
    } catch (error) {
      if (saver === made && error instanceof ApiError && error.code === 'no-project') made.gone(error.message);
    }
  }

  /** What somebody else saved while this page only looked; what was on it is one undo away. */
  async function takeNewer(): Promise<void> {
    const made = saver;
    const record = await api.load(id.value);
    if (saver !== made || !made || made.state.kind !== 'saved') return;
    const theirs = read(record.document);
    made.accept(record.revision, theirs);
    page.replace(theirs, 'what was shown before');
    made.take(theirs);
  }

  /** What the server has, for a look at what differs before anything is decided. */
  const theirs = async (): Promise<Design> => read((await api.load(id.value)).document);

  /** Ends a conflict: ours over theirs, theirs with ours one undo away, or ours as a project of its own. */
  async function resolveConflict(choice: 'mine' | 'theirs' | 'copy'): Promise<string | null> {
    const mine = page.design();
    const made = saver;
    if (!mine || !made) return null;
    if (choice === 'copy') {
      const copy = await saveAsNew();
      await resolveConflict('theirs');
      return copy;
    }
    const record = await api.load(id.value);
    const their = read(record.document);
    made.accept(record.revision, their);
    if (choice === 'theirs') page.replace(their, 'my version');
    made.take(page.design() ?? mine);
    await made.send();
    return null;
  }

  /** Ours as a project of its own; its id. */
  async function saveAsNew(): Promise<string> {
    const mine = page.design()!;
    const copy = await api.create({ ...mine, name: `${mine.name.slice(0, 50)} (mine)` }, freshId());
    return copy.id;
  }

  /** A project that was deleted elsewhere: as a new one, whose id is answered, or out of the bin. */
  async function endGone(choice: 'new' | 'back'): Promise<string | null> {
    const [mine, made] = [page.design(), saver];
    if (!mine || !made) return null;
    if (choice === 'new') {
      const { id: made_ } = await api.create(mine, freshId());
      openJournal(storage, id.value, await tabOf()).clear();
      return made_;
    }
    const record = await api.restore(id.value);
    made.accept(record.revision, read(record.document));
    made.take(mine);
    await made.send();
    return null;
  }

  // A tab that is closed has no time to wait; one that is only hidden may never come back either.
  addEventListener('pagehide', () => saver?.leave());
  addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') void saver?.send();
    else void look();
  });
  addEventListener('focus', () => void look());
  setInterval(() => {
    if (document.visibilityState === 'visible') void look();
  }, LOOK_EVERY_MS);
  // A page that the browser had put by has missed what happened since.
  addEventListener('pageshow', (event: PageTransitionEvent) => {
    if (event.persisted) location.reload();
  });
  addEventListener('beforeunload', (event) => {
    if (saver?.isAtRisk) event.preventDefault();
  });

  return {
    id,
    load,
    saving,
    revision,
    role,
    newer,
    open,
    close,
    look,
    takeNewer,
    theirs,
    resolveConflict,
    endGone,
    take: (document: Design) => saver?.take(document),
  };
}
