/** What a whole job means: each of its load lines, from its clauses and what they remember. */
import type { Design, Job } from './schema.ts';
import type { Load } from '../kinds/index.ts';
import { heldWhile, liveAtCoil, liveCoil, liveLoad, spelledOut, switchedBy } from './chains.ts';
import { feedOf } from './hangs-on.ts';
import { type Memory, type TimedState, type When, meaning, nextOf, remembers, signalsOf, timedMeaning } from '../document/index.ts';

/** `low` is at a second speed, `reverse` backwards. */
export type Intent = 'on' | 'off' | 'low' | 'reverse';

export interface JobIntent {
  /** Signals that it depends on: of its clauses, of its take-over, and its feed. */
  readonly signals: readonly string[];
  readonly remembers: boolean;
  step(on: (signal: string) => boolean, memory: Memory): { readonly memory: readonly boolean[]; readonly lines: readonly Intent[] };
  /** The same at a moment, while its delays run. */
  stepAt(
    on: (signal: string) => boolean,
    before: IntentState,
    nowS: number,
  ): { readonly state: IntentState; readonly lines: readonly Intent[] };
  /** How it stands with every delay over, after what it remembers. */
  settled(memory: Memory): IntentState;
}
/** How the clauses of a job stand at a moment: that of its loads, and that of a second speed or direction. */
export interface IntentState {
  readonly first: TimedState;
  readonly second: TimedState | null;
}
/** When one of them moves by itself next, s; null where none does. */
export function nextMove({ first, second }: IntentState): number | null {
  const due = [first, ...(second ? [second] : [])].flatMap((state) => nextOf(state) ?? []);
  return due.length > 0 ? Math.min(...due) : null;
}

/** Every load line of a job: its loads, then those that run otherwise. */
export function linesOf(job: Job): readonly Load[] {
  return job.otherwise.kind === 'loads' ? [...job.loads, ...job.otherwise.loads] : job.loads;
}

/** Where a line stands in its job. */
export const linePath = ({ loads, otherwise }: Job, line: string): readonly (string | number)[] => {
  const at = loads.findIndex(({ id }) => id === line);
  return at >= 0 || otherwise.kind !== 'loads' ? ['loads', at] : ['otherwise', 'loads', otherwise.loads.findIndex(({ id }) => id === line)];
};

export function intentOf(design: Design, job: Job): JobIntent {
  const { otherwise } = job;
  const from = feedOf(design, job);
  // What another job switches is live by that one's clause, which both of this one's stand on; an existing circuit is a signal itself.
  const behind = liveLoad(design, job);
  const coil = liveCoil(design, job);
  const atCoil = liveAtCoil(design, job);
  const feed = from && switchedBy(design, from) ? undefined : from;
  const spelled = (clause: When): When => {
    const own = spelledOut(design, clause);
    const before = [behind, coil].filter((one) => one !== null);
    return before.length > 0 ? { op: 'and', of: [...before, atCoil ? heldWhile(own, atCoil) : own] } : own;
  };
  const when = spelled(job.when);
  const second =
    otherwise.kind === 'slower' || otherwise.kind === 'reverse' ? spelled(otherwise.when) : otherwise.kind === 'loads' ? behind : null;
  const named = [
    ...(feed ? [feed.id] : []),
    ...signalsOf(when),
    ...(second ? signalsOf(second) : []),
    ...(otherwise.kind === 'original-feed' ? [otherwise.signal] : []),
  ];
  const bits = meaning(when, () => false, null).memory.length;
  const linesFor = (on: (signal: string) => boolean, a: boolean, b: boolean): Intent[] => {
    const live = feed === undefined || on(feed.id);
    const main = ((): Intent => {
      switch (otherwise.kind) {
        case 'off':
        case 'loads':
          return live && a ? 'on' : 'off';
        case 'original-feed':
          return a ? (live ? 'on' : 'off') : on(otherwise.signal) ? 'on' : 'off';
        case 'slower':
          return !live ? 'off' : a ? 'on' : b ? 'low' : 'off';
        case 'reverse':
          return !live || a === b ? 'off' : a ? 'on' : 'reverse';
        default:
          return otherwise satisfies never;
      }
    })();
    const other = live && (behind === null || b) && !a ? 'on' : 'off';
    return linesOf(job).map((_, at): Intent => (at < job.loads.length ? main : other));
  };
  return {
    signals: [...new Set(named)],
    remembers: remembers(when) || (second !== null && remembers(second)),
    step(on, memory) {
      const first = meaning(when, on, memory && memory.slice(0, bits));
      const other = second ? meaning(second, on, memory && memory.slice(bits)) : { value: false, memory: [] };
      return { memory: [...first.memory, ...other.memory], lines: linesFor(on, first.value, other.value) };
    },
    stepAt(on, before, nowS) {
      const first = timedMeaning(when, on, before.first, nowS);
      const other = second && before.second ? timedMeaning(second, on, before.second, nowS) : null;
      return { state: { first: first.state, second: other?.state ?? null }, lines: linesFor(on, first.value, other?.value ?? false) };
    },
    settled: (memory) => ({
      first: { memory: memory && memory.slice(0, bits), delays: null },
      second: second && { memory: memory && memory.slice(bits), delays: null },
    }),
  };
}
