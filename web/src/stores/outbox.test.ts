import { describe, expect, test } from '@jest/globals';
import type { ProjectRecord, Tick } from '@iron-nudge/core';
import { MemoryStorage } from '../testing/memory-storage.ts';
import { firstBatch } from './batches.ts';
import { openOutbox } from './outbox.ts';

const tick = (at: number): Tick => ({
  kind: 'tick',
  id: `00000000-0000-4000-8000-${String(at).padStart(12, '0')}`,
  at,
  step: 'tug/3',
  words: 'Tug every terminal',
  done: true,
  initials: 'QX',
});

describe('records that the server has not confirmed', () => {
  test('wait in the order in which they were taken, until they are confirmed one by one', () => {
    const outbox = openOutbox(new MemoryStorage(), 'p');
    for (const at of [3, 1, 2]) expect(outbox.keep(tick(at))).toBe(true);
    expect(outbox.waiting().map(({ at }) => at)).toEqual([1, 2, 3]);
    outbox.confirm([tick(2).id]);
    expect(outbox.waiting().map(({ at }) => at)).toEqual([1, 3]);
  });
  test('of two windows stand beside one another, those of another project apart', () => {
    const storage = new MemoryStorage();
    const [one, two, other] = [openOutbox(storage, 'p'), openOutbox(storage, 'p'), openOutbox(storage, 'q')];
    one.keep(tick(1));
    two.keep(tick(2));
    other.keep(tick(3));
    expect(one.waiting().map(({ at }) => at)).toEqual([1, 2]);
    expect(other.waiting().map(({ at }) => at)).toEqual([3]);
  });
  test('a browser with no room says so, and what is no record is left alone', () => {
    const full = openOutbox(new MemoryStorage(0), 'p');
    expect(full.keep(tick(1))).toBe(false);
    // It is sent all the same, as long as the page is there.
    expect(full.waiting().map(({ at }) => at)).toEqual([1]);
    full.confirm([tick(1).id]);
    expect(full.waiting()).toEqual([]);
    const storage = new MemoryStorage();
    storage.setItem('iron-nudge:record:p:x', 'not json');
    storage.setItem('iron-nudge:record:p:y', '{"kind":"tick"}');
    expect(openOutbox(storage, 'p').waiting()).toEqual([]);
  });
});

describe('what goes out together', () => {
  const sized = (letters: number, count: number) =>
    Array.from({ length: count }, () => ({ kind: 'tick', words: 'x'.repeat(letters) }) as unknown as ProjectRecord);
  test('at most a hundred, at most two megabytes, and one at least', () => {
    expect(firstBatch(sized(10, 101)).length).toBe(100);
    expect(firstBatch(sized(10, 99)).length).toBe(99);
    expect(firstBatch(sized(600_000, 9)).length).toBe(3);
    expect(firstBatch(sized(3_000_000, 2)).length).toBe(1);
    expect(firstBatch([])).toEqual([]);
  });
});
