/** Something read from the server, over and over: loading, ready or failed. */
import { shallowRef, type ShallowRef } from 'vue';
import { wordsOf } from './words-of.ts';

export type Read<T> = { kind: 'loading' } | { kind: 'failed'; message: string } | { kind: 'ready'; value: T };

/**
 * Only the answer to the last question counts: an older one may come later, and would take back what
 * was just added.
 */
export function latest<T>(ask: () => Promise<T>): { readonly state: ShallowRef<Read<T>>; readonly refresh: () => Promise<void> } {
  const state = shallowRef<Read<T>>({ kind: 'loading' });
  let asked = 0;
  async function refresh(): Promise<void> {
    const mine = ++asked;
    let answer: Read<T>;
    try {
      answer = { kind: 'ready', value: await ask() };
    } catch (error) {
      answer = { kind: 'failed', message: wordsOf(error) };
    }
    if (mine === asked) state.value = answer;
  }
  return { state, refresh };
}
