/** A worker that dies, cannot be loaded or does not answer, and what the next question finds. */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { applyPatches, blankDesign, type Design } from '@iron-nudge/core';
import type { DocumentMessage } from '@iron-nudge/contract';
import { EngineLink, EngineLost } from './link.ts';
import { Told } from './told.ts';

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

/** A worker in name only: it keeps what it is told, and fails when it is made to. */
class FakeWorker {
  document: Design | null = null;
  revision = -1;
  messages: DocumentMessage['kind'][] = [];
  ended = false;
  lose: (why: string) => void = () => undefined;
  take(message: DocumentMessage): Promise<void> {
    this.messages.push(message.kind);
    if (message.kind === 'change' && message.from !== this.revision) return Promise.reject(new Error('gap'));
    this.document = message.kind === 'whole' ? (message.document as Design) : applyPatches(this.document!, message.patches as never);
    this.revision = message.revision;
    return Promise.resolve();
  }
  read = () => Promise.resolve(this.document?.notes ?? null);
  never = () => new Promise<never>(() => undefined);
  throws = () => Promise.reject(new Error('a sum went wrong'));
}
function setup() {
  const made: FakeWorker[] = [];
  const link = new EngineLink<FakeWorker>(() => {
    const remote = new FakeWorker();
    made.push(remote);
    return {
      remote,
      lost: (tell) => {
        remote.lose = tell;
      },
      end: () => {
        remote.ended = true;
      },
    };
  });
  return { link, made };
}

describe('a worker', () => {
  test('is started by the first question and serves the next ones', async () => {
    const { link, made } = setup();
    expect(link.isAlive).toBe(false);
    await link.ask((worker) => worker.read());
    await link.ask((worker) => worker.read());
    expect(made).toHaveLength(1);
  });
  test('that dies fails whoever waits, and the next question has a new one', async () => {
    const { link, made } = setup();
    const waiting = link.ask((worker) => worker.never());
    made[0]!.lose('It stopped.');
    await expect(waiting).rejects.toThrow(EngineLost);
    expect(made[0]!.ended).toBe(true);
    await link.ask((worker) => worker.read());
    expect(made).toHaveLength(2);
  });
  test('that does not answer in time is ended, and not a moment before', async () => {
    const { link, made } = setup();
    let failed = '';
    void link.ask((worker) => worker.never(), 5000).catch((error: unknown) => (failed = String(error)));
    await jest.advanceTimersByTimeAsync(4999);
    expect([failed, made[0]!.ended]).toEqual(['', false]);
    await jest.advanceTimersByTimeAsync(2);
    expect(failed).toContain('5 seconds');
    expect(made[0]!.ended).toBe(true);
  });
  test('whose answer is an error lives on', async () => {
    const { link, made } = setup();
    await expect(link.ask((worker) => worker.throws())).rejects.toThrow('a sum went wrong');
    expect(link.isAlive).toBe(true);
    expect(made[0]!.ended).toBe(false);
  });
});

describe('what a worker is told', () => {
  const first = blankDesign('First');
  function told() {
    const { link, made } = setup();
    const now = { revision: 0, document: first as Design };
    const teller = new Told(link, () => ({ ...now }));
    const type = (notes: string) => {
      now.revision++;
      now.document = { ...now.document, notes };
    };
    return { teller, made, type, link };
  }

  test('is the whole once, then what changed, and nothing when nothing did', async () => {
    const { teller, made, type } = told();
    expect(await teller.ask((worker) => worker.read())).toBe('');
    type('a');
    type('ab');
    expect(await teller.ask((worker) => worker.read())).toBe('ab');
    await teller.ask((worker) => worker.read());
    expect(made[0]!.messages).toEqual(['whole', 'change']);
  });
  test('is the whole again for a new worker, and after one that could not follow', async () => {
    const { teller, made, type, link } = told();
    await teller.ask((worker) => worker.read());
    link.end();
    type('b');
    expect(await teller.ask((worker) => worker.read())).toBe('b');
    expect(made[1]!.messages).toEqual(['whole']);
    made[1]!.revision = -5;
    type('bc');
    await teller.ask((worker) => worker.read());
    await jest.advanceTimersByTimeAsync(0);
    expect(await teller.ask((worker) => worker.read())).toBe('bc');
    expect(made[1]!.messages).toEqual(['whole', 'change', 'whole']);
  });
});
