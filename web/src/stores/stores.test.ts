import { describe, expect, test } from '@jest/globals';
import { MemoryStorage } from '../testing/memory-storage.ts';
import type { DeskReading } from '@iron-nudge/core';
import { across, liveness } from '../design/live.ts';
import { emptyHistory, recorded, redone, undone } from './history.ts';
import { claimTab, livingTabs, openJournal, storageOf, type JournalEntry } from './journal.ts';

describe('history', () => {
  test('undo and redo walk the same way back', () => {
    const first = recorded(recorded(emptyHistory<number>(), 'one', 0), 'two', 1);
    const back = undone(first, 2)!;
    expect([back.document, back.label]).toEqual([1, 'two']);
    const further = undone(back.history, back.document)!;
    expect(further.document).toBe(0);
    expect(undone(further.history, further.document)).toBeNull();
    const again = redone(further.history, further.document)!;
    expect([again.document, again.label]).toEqual([1, 'one']);
    expect(redone(again.history, again.document)!.document).toBe(2);
  });
  test('a new edit forgets what was undone', () => {
    const back = undone(recorded(emptyHistory<number>(), 'one', 0), 1)!;
    expect(redone(recorded(back.history, 'other', 0), 5)).toBeNull();
  });
  test('typing in one field is one step, in another a second one', () => {
    let history = recorded(emptyHistory<number>(), 'watts', 0, 'plate');
    history = recorded(history, 'watts', 1, 'plate');
    history = recorded(history, 'name', 2, 'name');
    history = recorded(history, 'watts', 3, 'plate');
    expect(history.past.map(({ document }) => document)).toEqual([0, 2, 3]);
  });
});

describe('journal', () => {
  const entry = (at: number) => ({ revision: 3, document: { name: `at ${at}` }, at, sent: [] }) as unknown as JournalEntry;

  test('a reload finds this tab’s own edits', () => {
    const storage = new MemoryStorage();
    expect(openJournal(storage, 'p', 'a').keep(entry(1000))).toBe(true);
    expect(openJournal(storage, 'p', 'a').recover(1500, null)).toEqual(entry(1000));
    openJournal(storage, 'p', 'a').clear();
    expect(openJournal(storage, 'p', 'a').recover(1500, null)).toBeNull();
  });
  test('edits of a living tab are its own; those of one long gone are taken up once', () => {
    const storage = new MemoryStorage();
    openJournal(storage, 'p', 'a').keep(entry(100_000));
    expect(openJournal(storage, 'p', 'b').recover(105_000, null)).toBeNull();
    expect(openJournal(storage, 'other', 'b').recover(200_000, null)).toBeNull();
    expect(openJournal(storage, 'p', 'b').recover(200_000, null)).toEqual(entry(100_000));
    expect(openJournal(storage, 'p', 'c').recover(201_000, null)).toBeNull();
    expect(openJournal(storage, 'p', 'b').recover(202_000, null)).toMatchObject({ revision: 3, at: 200_000 });
  });
  test('a full or a spoilt storage is said or passed over, never thrown', () => {
    expect(openJournal(new MemoryStorage(10), 'p', 'a').keep(entry(1))).toBe(false);
    const storage = new MemoryStorage();
    storage.setItem('iron-nudge:unsaved:p:a', '{spoilt');
    expect(openJournal(storage, 'p', 'a').recover(1, null)).toBeNull();
  });
  test('where the browser knows which tabs live, edits of one that is gone are taken up at once, those of a living one never', () => {
    const storage = new MemoryStorage();
    openJournal(storage, 'p', 'a').keep(entry(100_000));
    expect(openJournal(storage, 'p', 'b').recover(900_000, new Set(['a', 'b']))).toBeNull();
    expect(openJournal(storage, 'p', 'b').recover(100_001, new Set(['b']))).toEqual(entry(100_000));
  });
  test('an entry of an older build, which kept no keys, is read', () => {
    const storage = new MemoryStorage();
    storage.setItem('iron-nudge:unsaved:p:a', JSON.stringify({ revision: 3, document: {}, at: 1 }));
    expect(openJournal(storage, 'p', 'a').recover(2, null)).toMatchObject({ revision: 3, sent: [] });
  });
  test('a browser that refuses its storage keeps nothing, and says so', () => {
    const refused = storageOf(() => {
      throw new Error('SecurityError');
    });
    expect(openJournal(refused, 'p', 'a').keep(entry(1))).toBe(false);
    expect(openJournal(refused, 'p', 'a').recover(1, null)).toBeNull();
  });
});

/** Locks of one browser: a second holder of a name waits until it gives up. */
class Locks {
  private readonly names = new Set<string>();
  request(name: string, { signal }: { signal: AbortSignal }, held: () => Promise<never>): Promise<void> {
    if (!this.names.has(name)) {
      this.names.add(name);
      return held();
    }
    return new Promise((_, reject) => signal.addEventListener('abort', () => reject(signal.reason as Error)));
  }
  query = () => Promise.resolve({ held: [...this.names].map((name) => ({ name })) });
}

describe('a tab', () => {
  const ids = () => {
    let at = 0;
    return () => `id ${++at}`;
  };
  test('keeps its id through a reload; a duplicate of it gets its own; both are known to live', async () => {
    const locks = new Locks() as unknown as LockManager;
    const [session, fresh] = [new MemoryStorage(), ids()];
    expect(await claimTab(session, locks, fresh)).toBe('id 1');
    expect(await claimTab(session, new Locks() as unknown as LockManager, fresh)).toBe('id 1');
    // Begins with what the first one had in its session.
    const duplicate = new MemoryStorage();
    duplicate.setItem('iron-nudge:tab', 'id 1');
    expect(await claimTab(duplicate, locks, fresh)).toBe('id 2');
    expect(await livingTabs(locks)).toEqual(new Set(['id 1', 'id 2']));
  });
  test('where there are no locks it keeps its id, and nobody claims to know who lives', async () => {
    const [session, fresh] = [new MemoryStorage(), ids()];
    expect(await claimTab(session, undefined, fresh)).toBe('id 1');
    expect(await claimTab(session, undefined, fresh)).toBe('id 1');
    expect(await livingTabs(undefined)).toBeNull();
  });
});

test('what flows, what is live, what is dead and what floats', () => {
  const reading: DeskReading = {
    outcome: 'settled',
    volts: { a: 12, b: 0.01, c: null },
    amps: { R: 0.2, S: 0 },
    closed: {},
    loads: {},
    on: [],
    waiting: [],
    sneaks: [],
    boards: {},
    live: [],
  };
  expect(liveness(reading, 'a', 'R')).toBe('flowing');
  expect(liveness(reading, 'a', 'S')).toBe('live');
  expect(liveness(reading, 'b', 'S')).toBe('dead');
  expect(liveness(reading, 'c', null)).toBe('floating');
  expect(liveness(null, 'a', null)).toBe('dead');
  expect(across(reading, 'a', 'b')).toBeCloseTo(11.99, 9);
  expect(across(reading, 'a', 'c')).toBeNull();
});
