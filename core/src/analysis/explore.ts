/**
 * Every state that some signals can bring a circuit to, beside what they were meant to do.
 *
 * Expects a circuit whose conditions are set. A job that remembers nothing is solved once for each
 * combination of its signals; one that remembers is walked from power-up, one signal changing at a time,
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

/** More states than this are not walked. */
export const MOST_STATES = 4096;

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
    // In Gray's order one signal changes from each state to the next, and little is solved again.
    for (let turn = 0; turn < 2 ** signals.length; turn++) {
      const state = visit(turn ^ (turn >> 1), null, around.rest, []);
      if (state) each(state);
    }
    return true;
  }
  let whole = true;
  const seen = new Set<string>();
  const queue: Explored<Meant>[] = [];
  const take = (state: Explored<Meant> | null) => {
    if (!state) return;
    const key = `${state.bits}|${state.memory.map(Number).join('')}|${around.own.map((sensor) => state.solution.sensed[sensor]).join('')}`;
    if (seen.has(key)) return;
    if (seen.size >= MOST_STATES) {
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
