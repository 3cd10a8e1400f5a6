/**
 * Every state that some signals can bring a circuit to, beside what they were meant to do.
 *
 * Expects a circuit whose conditions are set. A job that remembers nothing is solved once for each
 * combination of its signals, of too many for those that `combinationsOfSignals` takes; one that remembers is walked from power-up, one signal changing at a time,
 * until no new state comes. A state is the signals, what the clauses remember, and how the relays stand.
 */
import type { Circuit, Solution } from '../solve/index.ts';
import type { Memory } from '../document/index.ts';

export interface Machine<Meant> {
  readonly signals: readonly string[];
  readonly remembers: boolean;
  step(on: (signal: string) => boolean, memory: Memory): { readonly memory: readonly boolean[]; readonly meant: Meant };
}

export interface Explored<Meant> {
  readonly bits: number;
  readonly on: ReadonlySet<string>;
  readonly memory: readonly boolean[];
  readonly meant: Meant;
  /** Signals, one set after another, that lead here from power-up; empty where the order is all one. */
  readonly path: readonly number[];
  readonly solution: Solution;
}

/** Signals and memory: the same state at another corner, or with something broken, has the same key. */
export const stateKey = ({ bits, memory }: Pick<Explored<unknown>, 'bits' | 'memory'>): string => `${bits}|${memory.map(Number).join('')}`;

export interface Surroundings {
  /** State of signals that are not the machine's. */
  readonly others: (signal: string) => boolean;
  /** Sensors as they stand when the machine's own relays are at rest. */
  readonly rest: Uint8Array;
  /** Puts the supplies where the signals say; false when no voltage fits them. */
  readonly setVolts: (on: (signal: string) => boolean) => boolean;
  /** Indices of the machine's own sensors: what tells its states apart. */
  readonly own: readonly number[];
  /** Those of them that are cams of stepping relays: they begin where a *toggle* is off. */
  readonly cams: readonly number[];
}

/** How the machine's signals stand, by bits; of others as their surroundings say. */
function standing({ signals }: Machine<unknown>, { others }: Surroundings) {
  const index = new Map(signals.map((signal, at) => [signal, at]));
  return (bits: number) => (signal: string) => {
    const at = index.get(signal);
    return at === undefined ? others(signal) : ((bits >> at) & 1) === 1;
  };
}

/** More states than this are not looked at. */
export const MOST_STATES = 4096;

/**
 * Combinations of signals, as bits: all where there are no more than `most`, in Gray's order, so that one signal changes from each to
 * the next and little is solved again. Of more: those in which the fewest are on or the fewest are off, which is where an *or* turns
 * and where an *and* does, and then some of all the rest, the same ones each time.
 */
export function combinationsOfSignals(count: number, most: number): { readonly combinations: readonly number[]; readonly all: boolean } {
  if (count < 31 && 2 ** count <= most)
    return { combinations: Array.from({ length: 2 ** count }, (_, turn) => turn ^ (turn >> 1)), all: true };
  const every = 2 ** count - 1;
  const taken = new Set<number>();
  for (let ones: readonly number[] = [0], depth = 0; depth <= 2; depth++) {
    for (const bits of ones) for (const either of [bits, every - bits]) if (taken.size < most) taken.add(either);
    ones = ones.flatMap((bits) => Array.from({ length: count }, (_, at) => 2 ** at).flatMap((bit) => (bit > bits ? [bits + bit] : [])));
  }
  for (let state = count; taken.size < most;) {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    taken.add(Math.floor((state / 2 ** 32) * (every + 1)));
  }
  return { combinations: [...taken], all: false };
}

/** What stands for as long as a delay runs. */
export interface Passing {
  readonly on: ReadonlySet<string>;
  readonly solution: Solution;
  /** The signals and its own sensors: the same at another corner has the same key. */
  readonly key: string;
}

/**
 * Every state in which a sensor in `delayed` has yet to move: after a signal has changed, after another one has meanwhile, and after
 * some of several have moved and the rest have not. Answers whether every one was reached.
 */
export function whileDelayed(
  circuit: Circuit,
  machine: Machine<unknown>,
  around: Surroundings,
  delayed: readonly number[],
  settled: readonly Pick<Explored<unknown>, 'bits' | 'solution'>[],
  each: (state: Passing) => void,
): boolean {
  const { signals } = machine;
  const isOn = standing(machine, around);
  const held = Uint8Array.from(circuit.sensors, (_, at) => Number(delayed.includes(at)));
  const seen = new Set<string>();
  const queue: { readonly bits: number; readonly from: Uint8Array }[] = [];
  const changed = (bits: number, from: Uint8Array) => signals.forEach((_, at) => queue.push({ bits: bits ^ (1 << at), from }));
  for (const { bits, solution } of settled) changed(bits, solution.sensed);
  for (let next = queue.shift(); next !== undefined; next = queue.shift()) {
    const { bits, from } = next;
    const key = `${bits}~${around.own.map((sensor) => from[sensor]).join('')}`;
    if (seen.has(key)) continue;
    seen.add(key);
    const on = isOn(bits);
    if (!around.setVolts(on)) continue;
    const solution = circuit.settle(on, { from, held });
    if (solution.waiting.length === 0) continue;
    if (seen.size >= MOST_STATES) return false;
    each({ on: new Set(signals.filter((_, at) => (bits >> at) & 1)), solution, key });
    changed(bits, solution.sensed);
    for (const sensor of solution.waiting) {
      const moved = solution.sensed.slice();
      moved[sensor] = 1 - moved[sensor]!;
      queue.push({ bits, from: moved });
    }
  }
  return true;
}

/** Answers whether every state was reached. */
export function explore<Meant>(
  circuit: Circuit,
  machine: Machine<Meant>,
  around: Surroundings,
  walk: boolean,
  each: (state: Explored<Meant>) => void,
  most = MOST_STATES,
): boolean {
  const { signals } = machine;
  const isOn = standing(machine, around);
  const visit = (bits: number, memory: Memory, from: Uint8Array, path: readonly number[]): Explored<Meant> | null => {
    const on = isOn(bits);
    if (!around.setVolts(on)) return null;
    const next = machine.step(on, memory);
    const solution = circuit.settle(on, { from });
    return { bits, on: new Set(signals.filter((_, at) => (bits >> at) & 1)), memory: next.memory, meant: next.meant, path, solution };
  };
  if (!walk) {
    const { combinations, all } = combinationsOfSignals(signals.length, most);
    for (const bits of combinations) {
      const state = visit(bits, null, around.rest, []);
      if (state) each(state);
    }
    return all;
  }
  let whole = true;
  const seen = new Set<string>();
  const queue: Explored<Meant>[] = [];
  const take = (state: Explored<Meant> | null) => {
    if (!state) return;
    const key = `${state.bits}|${state.memory.map(Number).join('')}|${around.own.map((sensor) => state.solution.sensed[sensor]).join('')}`;
    if (seen.has(key)) return;
    if (seen.size >= most) {
      whole = false;
      return;
    }
    seen.add(key);
    queue.push(state);
    each(state);
  };
  const first = visit(0, null, around.rest, [0]);
  if (first) {
    const from = first.solution.sensed.slice();
    for (const cam of around.cams) from[cam] = 0;
    take(visit(0, null, from, [0]));
  }
  for (let state = queue.shift(); state !== undefined; state = queue.shift())
    for (let at = 0; at < signals.length; at++) {
      const bits = state.bits ^ (1 << at);
      take(visit(bits, state.memory, state.solution.sensed, [...state.path, bits]));
    }
  return whole;
}
