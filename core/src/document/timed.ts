/**
 * What a clause means as time passes. As with what it means at rest, no circuit is looked at here: the proof compares this with what
 * relays do.
 */
import { type Memory, meaning } from './when.ts';
import type { When } from './when-schema.ts';

interface Delay {
  readonly out: boolean;
  /** When it moves, s; null where it does not. */
  readonly dueS: number | null;
}
/** How a clause stands at a moment: what it remembers, and each of its delays, an inner one before the outer. */
export interface TimedState {
  readonly memory: Memory;
  /** Null where every one is over. */
  readonly delays: readonly Delay[] | null;
}

/** What is due within this is due: sums of seconds are not exact, s. */
const SAME_S = 1e-6;

/** How it stands at `nowS`, if nothing has changed since `before` but the signals at this moment. */
export function timedMeaning(
  when: When,
  on: (signal: string) => boolean,
  before: TimedState,
  nowS: number,
): { readonly value: boolean; readonly state: TimedState } {
  const delays: Delay[] = [];
  const { value, memory } = meaning(when, on, before.memory, ({ onS, offS }, input) => {
    const was = before.delays?.[delays.length];
    const dueS = was && was.out !== input ? (was.dueS ?? nowS + (input ? onS : offS)) : null;
    const stays = was !== undefined && dueS !== null && dueS > nowS + SAME_S;
    delays.push(stays ? { out: was.out, dueS } : { out: input, dueS: null });
    return delays.at(-1)!.out;
  });
  return { value, state: { memory, delays } };
}

/** When it moves by itself next, s; null where it does not. */
export function nextOf({ delays }: TimedState): number | null {
  const due = (delays ?? []).flatMap(({ dueS }) => dueS ?? []);
  return due.length > 0 ? Math.min(...due) : null;
}
