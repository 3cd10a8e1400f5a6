import { describe, expect, test } from '@jest/globals';
import { across, liveness } from '../design/live.ts';
import { emptyHistory, recorded, redone, undone } from './history.ts';
import { openJournal, tabId, type JournalEntry } from './journal.ts';

class MemoryStorage implements Storage {
  private readonly items = new Map<string, string>();
  constructor(private readonly room = Infinity) {}
  get length() {
    return this.items.size;
  }
  key = (at: number) => [...this.items.keys()][at] ?? null;
  getItem = (key: string) => this.items.get(key) ?? null;
  removeItem = (key: string) => void this.items.delete(key);
  clear = () => this.items.clear();
  setItem(key: string, value: string) {
    if (value.length > this.room) throw new Error('QuotaExceededError');
    this.items.set(key, value);
  }
}

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
  const entry = (at: number) => ({ revision: 3, document: { name: `at ${at}` }, at }) as unknown as JournalEntry;

  test('a reload finds this tab’s own edits', () => {
    const storage = new MemoryStorage();
    expect(openJournal(storage, 'p', 'a').keep(entry(1000))).toBe(true);
    expect(openJournal(storage, 'p', 'a').recover(1500)).toEqual(entry(1000));
    openJournal(storage, 'p', 'a').clear();
    expect(openJournal(storage, 'p', 'a').recover(1500)).toBeNull();
  });
  test('edits of a living tab are its own; those of one long gone are taken up once', () => {
    const storage = new MemoryStorage();
    openJournal(storage, 'p', 'a').keep(entry(100_000));
    expect(openJournal(storage, 'p', 'b').recover(105_000)).toBeNull();
    expect(openJournal(storage, 'other', 'b').recover(200_000)).toBeNull();
    expect(openJournal(storage, 'p', 'b').recover(200_000)).toEqual(entry(100_000));
    expect(openJournal(storage, 'p', 'c').recover(201_000)).toBeNull();
    expect(openJournal(storage, 'p', 'b').recover(202_000)).toMatchObject({ revision: 3, at: 200_000 });
  });
  test('a full or a spoilt storage is said or passed over, never thrown', () => {
    expect(openJournal(new MemoryStorage(10), 'p', 'a').keep(entry(1))).toBe(false);
    const storage = new MemoryStorage();
    storage.setItem('iron-nudge:unsaved:p:a', '{spoilt');
    expect(openJournal(storage, 'p', 'a').recover(1)).toBeNull();
  });
  test('a tab keeps its id', () => {
    const session = new MemoryStorage();
    expect(tabId(session, () => 'first')).toBe('first');
    expect(tabId(session, () => 'second')).toBe('first');
  });
});

test('what flows, what is live, what is dead and what floats', () => {
  const reading = { outcome: 'settled' as const, volts: { a: 12, b: 0.01, c: null }, amps: { R: 0.2, S: 0 }, closed: {}, loads: {} };
  expect(liveness(reading, 'a', 'R')).toBe('flowing');
  expect(liveness(reading, 'a', 'S')).toBe('live');
  expect(liveness(reading, 'b', 'S')).toBe('dead');
  expect(liveness(reading, 'c', null)).toBe('floating');
  expect(liveness(null, 'a', null)).toBe('dead');
  expect(across(reading, 'a', 'b')).toBeCloseTo(11.99, 9);
  expect(across(reading, 'a', 'c')).toBeNull();
});
