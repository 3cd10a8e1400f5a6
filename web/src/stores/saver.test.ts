/** The saver against a server that is slow, away, full of others' edits, or left behind. */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { applyPatches, blankDesign, type Design, type Patch } from '@iron-nudge/core';
import { ApiError } from '../api.ts';
import type { JournalEntry } from './journal.ts';
import { Saver, type SaveApi, type SaveState } from './saver.ts';

const first = blankDesign('First');
const typed = (notes: string): Design => ({ ...first, notes });

/** A server with one project that answers when it is let. */
function setup({ delayMs = 0, fails = null as ApiError | null } = {}) {
  const server = { revision: 1, document: first as Design, requests: 0, fails };
  const answer = async (change: () => Design, revision: number) => {
    server.requests++;
    if (delayMs > 0) await new Promise((resolve) => setTimeout(resolve, delayMs));
    if (server.fails) throw server.fails;
    if (revision !== server.revision) throw new ApiError('stale-revision', `at ${server.revision}`, 'revision', 409);
    server.document = change();
    return { revision: ++server.revision };
  };
  const api: SaveApi = {
    save: (_, revision, document) => answer(() => document, revision),
    change: async (_, revision, patches: readonly Patch[]) => {
      // What is made on the next revision waits for it, as on the real server.
      while (revision > server.revision) await new Promise((resolve) => setTimeout(resolve, 5));
      return answer(() => applyPatches(server.document, patches), revision);
    },
  };
  const states: SaveState['kind'][] = [];
  let kept: JournalEntry | null = null;
  const journal = {
    keep: (entry: JournalEntry) => {
      kept = entry;
      return true;
    },
    clear: () => {
      kept = null;
    },
    recover: () => kept,
  };
  const saver = new Saver({
    api,
    project: 'p',
    journal,
    revision: 1,
    document: first,
    now: Date.now,
    changed: ({ kind }) => states.push(kind),
  });
  return { saver, server, states, kept: () => kept };
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
  const away = new ApiError('offline', 'no answer', '', 0);
  test('while the server is away it is said and tried again, and nothing is lost', async () => {
    const { saver, server, kept } = setup({ fails: away });
    saver.take(typed('kept'));
    await jest.advanceTimersByTimeAsync(400);
    expect(saver.state).toEqual({ kind: 'offline', message: 'no answer' });
    expect(kept()!.document.notes).toBe('kept');
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
    expect(saver.state.kind).toBe('refused');
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
