/** The saver against a server that is slow, away, full of others' edits, or left behind. */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { applyPatches, blankDesign, type Design, type Patch } from '@iron-nudge/core';
import { ApiError, type SaveKeys } from '../api.ts';
import type { JournalEntry } from './journal.ts';
import { Saver, type SaveApi, type SaveState } from './saver.ts';

const first = blankDesign('First');
const away = new ApiError('offline', 'no answer', '', 0);
const typed = (notes: string): Design => ({ ...first, notes });

/** A server with one project that answers when it is let; `losing` saves that it makes, and whose answers never come. */
function setup({ delayMs = 0, fails = null as ApiError | null, sent = [] as string[], blind = false, room = true } = {}) {
  const server = { revision: 1, document: first as Design, savedBy: null as string | null, requests: 0, fails, losing: 0 };
  const answer = async (change: () => Design, revision: number, keys: SaveKeys) => {
    server.requests++;
    if (delayMs > 0) await new Promise((resolve) => setTimeout(resolve, delayMs));
    if (server.fails) throw server.fails;
    const isKnown = revision + 1 === server.revision && keys.save === server.savedBy;
    if (isKnown) return { revision: server.revision };
    if (revision !== server.revision || (keys.on && keys.on !== server.savedBy))
      throw new ApiError('stale-revision', `at ${server.revision}`, 'revision', 409);
    server.document = change();
    server.savedBy = keys.save ?? null;
    server.revision++;
    if (server.losing-- > 0) throw away;
    return { revision: server.revision };
  };
  const api: SaveApi = {
    save: (_, revision, document, keys) => answer(() => document, revision, keys),
    change: async (_, revision, patches: readonly Patch[], __, keys) => {
      // What is made on the next revision waits for it, as on the real server.
      while (revision > server.revision) await new Promise((resolve) => setTimeout(resolve, 5));
      return answer(() => applyPatches(server.document, patches), revision, keys);
    },
  };
  const states: SaveState['kind'][] = [];
  let kept: JournalEntry | null = null;
  const journal = {
    keep: (entry: JournalEntry) => {
      if (room) kept = entry;
      return room;
    },
    clear: () => {
      kept = null;
    },
    recover: () => kept,
  };
  let keys = 0;
  const confirmed: number[] = [];
  const saver = new Saver({
    api,
    project: 'p',
    journal,
    revision: 1,
    document: blind ? null : first,
    sent,
    theirs: () => Promise.resolve({ revision: server.revision, document: server.document, savedBy: server.savedBy }),
    freshKey: () => `key ${++keys}`,
    now: Date.now,
    changed: ({ kind }) => states.push(kind),
    confirmed: ({ revision }) => confirmed.push(revision),
  });
  /** Another window saves. */
  const other = (notes: string) => {
    server.document = { ...server.document, notes };
    server.revision++;
    server.savedBy = 'other';
  };
  return { saver, server, states, confirmed, other, kept: () => kept };
}

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

describe('typing', () => {
  test('every keystroke is in the journal at once, and all of them on the server soon after the last', async () => {
    const { saver, server, kept } = setup({ delayMs: 50 });
    const text = 'a note of several words';
    for (let at = 1; at <= text.length; at++) {
      saver.take(typed(text.slice(0, at)));
      expect(kept()!.document.notes).toBe(text.slice(0, at));
      await jest.advanceTimersByTimeAsync(120);
    }
    await jest.advanceTimersByTimeAsync(1000);
    expect(server.document.notes).toBe(text);
    expect(saver.state.kind).toBe('saved');
    expect(kept()).toBeNull();
    // Bundled, but never put off for longer than a second.
    expect(server.requests).toBeGreaterThan(1);
    expect(server.requests).toBeLessThan(text.length);
  });

  test('what is typed while a save is on its way goes out after it, on its revision', async () => {
    const { saver, server } = setup({ delayMs: 400 });
    saver.take(typed('one'));
    await jest.advanceTimersByTimeAsync(350);
    saver.take(typed('one two'));
    expect(saver.state.kind).toBe('waiting');
    await jest.advanceTimersByTimeAsync(2000);
    expect(server.document.notes).toBe('one two');
    expect(server.revision).toBe(3);
    expect(saver.state.kind).toBe('saved');
  });

  test('what is typed and taken back again costs no request', async () => {
    const { saver, server, kept } = setup();
    saver.take(typed('x'));
    saver.take(typed(''));
    await jest.advanceTimersByTimeAsync(1000);
    expect(server.requests).toBe(0);
    expect(kept()).toBeNull();
    expect(saver.state.kind).toBe('saved');
  });
});

describe('leaving the page', () => {
  test('what waits goes out at once', async () => {
    const { saver, server, kept } = setup();
    saver.take(typed('last words'));
    saver.leave();
    await jest.advanceTimersByTimeAsync(20);
    expect(server.document.notes).toBe('last words');
    // The answer may never come: the journal keeps it for whoever opens the project next.
    expect(kept()!.document.notes).toBe('last words');
  });
  test('behind a save that is on its way, what came after it', async () => {
    const { saver, server } = setup({ delayMs: 200 });
    saver.take(typed('one'));
    await jest.advanceTimersByTimeAsync(320);
    saver.take(typed('one two'));
    saver.leave();
    await jest.advanceTimersByTimeAsync(2000);
    expect(server.document.notes).toBe('one two');
  });
  test('nothing goes out when nothing waits, or while another window was first', async () => {
    const { saver, server } = setup();
    saver.leave();
    saver.take(typed('mine'));
    saver.conflict('theirs');
    saver.leave();
    await jest.advanceTimersByTimeAsync(2000);
    expect(server.requests).toBe(0);
  });
});

describe('trouble', () => {
  test('while the server is away it is said and tried again, and nothing is lost', async () => {
    const { saver, server, kept } = setup({ fails: away });
    saver.take(typed('kept'));
    await jest.advanceTimersByTimeAsync(400);
    expect(saver.state).toEqual({ kind: 'offline', message: 'no answer' });
    expect(kept()!.document.notes).toBe('kept');
    await jest.advanceTimersByTimeAsync(60_000);
    // The same once more is the same save: a long time away is one key, not one a try.
    expect(kept()!.sent).toEqual(['key 1']);
    server.fails = null;
    await jest.advanceTimersByTimeAsync(3000);
    expect(server.document.notes).toBe('kept');
    expect(saver.state.kind).toBe('saved');
  });
  test('another window’s save stops ours until somebody decides', async () => {
    const { saver, server } = setup();
    server.revision = 5;
    saver.take(typed('mine'));
    await jest.advanceTimersByTimeAsync(400);
    expect(saver.state.kind).toBe('conflict');
    saver.take(typed('mine still'));
    await jest.advanceTimersByTimeAsync(4000);
    expect(server.document.notes).toBe('');
    saver.accept(5, server.document);
    saver.take(typed('mine still'));
    await jest.advanceTimersByTimeAsync(400);
    expect(server.document.notes).toBe('mine still');
  });
  test('what the server refuses is said, and not sent over and over', async () => {
    const { saver, server } = setup({ fails: new ApiError('bad-document', 'no', 'name', 422) });
    saver.take(typed('bad'));
    await jest.advanceTimersByTimeAsync(5000);
    expect(saver.state).toEqual({ kind: 'refused', message: 'no', path: 'name' });
    expect(server.requests).toBe(1);
  });
  test('closing for another project sends what waits and tells nothing any more', async () => {
    const { saver, server, states } = setup({ delayMs: 100 });
    saver.take(typed('on its way'));
    const closing = saver.close();
    const before = states.length;
    await jest.advanceTimersByTimeAsync(1000);
    await closing;
    expect(server.document.notes).toBe('on its way');
    expect(states.length).toBe(before);
  });
});

describe('an answer that was lost', () => {
  test('the same save sent again is the same save', async () => {
    const { saver, server } = setup();
    server.losing = 1;
    saver.take(typed('mine'));
    await jest.advanceTimersByTimeAsync(400);
    expect(saver.state.kind).toBe('offline');
    await jest.advanceTimersByTimeAsync(3000);
    expect(saver.state.kind).toBe('saved');
    expect(server).toMatchObject({ revision: 2, document: { notes: 'mine' } });
  });
  test('what was typed meanwhile goes out on it, and nobody is told of another window', async () => {
    const { saver, server, states } = setup();
    server.losing = 1;
    saver.take(typed('mine'));
    await jest.advanceTimersByTimeAsync(400);
    saver.take(typed('mine and more'));
    await jest.advanceTimersByTimeAsync(6000);
    expect(saver.state.kind).toBe('saved');
    expect(states).not.toContain('conflict');
    expect(server).toMatchObject({ revision: 3, document: { notes: 'mine and more' } });
  });
  test('when another window saved over it, that is a conflict', async () => {
    const { saver, server, other } = setup();
    server.losing = 1;
    saver.take(typed('mine'));
    await jest.advanceTimersByTimeAsync(400);
    other('theirs');
    saver.take(typed('mine and more'));
    await jest.advanceTimersByTimeAsync(6000);
    expect(saver.state.kind).toBe('conflict');
    expect(server.document.notes).toBe('theirs');
  });
  test('the page before was left in the middle of saving: its save is known as ours', async () => {
    const { saver, server, kept } = setup({ sent: ['key of the page before'] });
    server.revision = 2;
    server.savedBy = 'key of the page before';
    saver.take(typed('ours'));
    expect(kept()!.sent).toEqual(['key of the page before']);
    await jest.advanceTimersByTimeAsync(6000);
    expect(saver.state.kind).toBe('saved');
    expect(server).toMatchObject({ revision: 3, document: { notes: 'ours' } });
  });
  test('the key is in the journal before the save goes out, and gone when it was answered', async () => {
    const { saver, kept, confirmed } = setup({ delayMs: 100 });
    saver.take(typed('mine'));
    await jest.advanceTimersByTimeAsync(350);
    expect(kept()!.sent).toEqual(['key 1']);
    saver.take(typed('mine, more'));
    await jest.advanceTimersByTimeAsync(100);
    expect(kept()!).toMatchObject({ revision: 2, sent: [] });
    await jest.advanceTimersByTimeAsync(1000);
    expect(confirmed).toEqual([2, 3]);
  });
  test('what is left behind goes out on our own save only, not on another window’s in its place', async () => {
    const { saver, server, other } = setup({ delayMs: 200 });
    saver.take(typed('one'));
    await jest.advanceTimersByTimeAsync(320);
    other('theirs');
    saver.take(typed('one two'));
    saver.leave();
    await jest.advanceTimersByTimeAsync(2000);
    expect(server.document.notes).toBe('theirs');
  });
});

describe('opened while the server is away', () => {
  test('nothing goes out before it is known what the server has', async () => {
    const { saver, server } = setup({ blind: true });
    saver.take(typed('mine'));
    saver.leave();
    await jest.advanceTimersByTimeAsync(5000);
    expect(server.requests).toBe(0);
    // Not that it is being saved: nobody is there to save it.
    expect(saver.state.kind).toBe('offline');
    saver.accept(1, first);
    saver.take(typed('mine'));
    await jest.advanceTimersByTimeAsync(1000);
    expect(server.document.notes).toBe('mine');
  });
});

test('a project that was deleted elsewhere stops ours until somebody decides, and keeps it', async () => {
  const { saver, server, kept } = setup({ fails: new ApiError('no-project', 'gone', 'id', 404) });
  saver.take(typed('mine'));
  await jest.advanceTimersByTimeAsync(400);
  saver.take(typed('mine still'));
  await jest.advanceTimersByTimeAsync(5000);
  expect(saver.state.kind).toBe('gone');
  expect(server.requests).toBe(1);
  expect(kept()!.document.notes).toBe('mine still');
});

test('without room in the browser it is asked before the page is closed, until the server has it', async () => {
  const { saver, server } = setup({ room: false, fails: away });
  expect(saver.isAtRisk).toBe(false);
  saver.take(typed('mine'));
  expect(saver.isAtRisk).toBe(true);
  expect(saver.state).toMatchObject({ kind: 'offline', message: expect.stringContaining('no room') });
  await jest.advanceTimersByTimeAsync(400);
  // Not that it is kept here until then: it is not.
  expect(saver.state).toMatchObject({ kind: 'offline', message: expect.stringContaining('no room') });
  server.fails = null;
  await jest.advanceTimersByTimeAsync(3000);
  expect(saver.state.kind).toBe('saved');
  expect(saver.isAtRisk).toBe(false);
});
