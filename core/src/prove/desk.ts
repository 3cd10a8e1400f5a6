/** The circuit as it stands on the signal desk, for the drawing and the meter; time passes there. */
import type { Conditions } from '../circuit/primitives.ts';
import { terminal } from '../circuit/terminal.ts';
import { intentOf, linesOf, supplyIdOf } from '../design/intent.ts';
import type { SignalOf } from '../design/schema.ts';
import { kindOf } from '../parts/registry.ts';
import { signalPartId } from '../compile/shared-parts.ts';
import { voltageThresholds } from './conditions.ts';
import type { Evidence, LoadState } from './evidence.ts';
import { sneakPaths, type Sneak } from './sneak.ts';
import { lineReader } from './verdict.ts';

export interface Desk {
  /** Signals that are on; those that follow a voltage in the circuit see for themselves. */
  readonly on: readonly string[];
  /** Open-circuit volts of supplies that are not at rest. */
  readonly volts: Readonly<Record<string, number>>;
}

/** What the desk carries from one moment to the next. */
export interface DeskMemory {
  readonly sensed: Uint8Array;
  /** When each delayed sensor that wants to move will, s on the desk's clock. */
  readonly due: ReadonlyMap<number, number>;
}

export interface Waiting {
  readonly part: string;
  readonly closes: boolean;
  /** When, s on the desk's clock. */
  readonly dueS: number;
}

export interface DeskReading {
  readonly outcome: 'settled' | 'chatters' | 'unsolved';
  /** Volts of each terminal against the return; null where it floats. */
  readonly volts: Readonly<Record<string, number | null>>;
  /** Amps through each branch, from its first terminal to its second. */
  readonly amps: Readonly<Record<string, number>>;
  /** Switches and diodes that conduct. */
  readonly closed: Readonly<Record<string, boolean>>;
  /** Load lines by `job/line`. */
  readonly loads: Readonly<Record<string, LoadState>>;
  /** Signals that are on as the circuit sees them. */
  readonly on: readonly string[];
  /** Relays whose time runs. */
  readonly waiting: readonly Waiting[];
  /** Coils and loads that get part of a voltage through something else. */
  readonly sneaks: readonly Sneak[];
}

/** Air on the desk, °C. */
const DESK_AIR_C = 20;

/** Settles the desk at a moment; `before` is null for a circuit that has just been powered up. */
export function readDesk(
  evidence: Evidence,
  desk: Desk,
  before: DeskMemory | null,
  nowS: number,
): { reading: DeskReading; memory: DeskMemory } {
  const { circuit, design } = evidence;
  const supplies = new Map(design.supplies.map((supply) => [supply.id, desk.volts[supply.id] ?? supply.restV]));
  const conditions: Conditions = {
    volt: (supply) => supplies.get(supply)!,
    airC: () => DESK_AIR_C,
    wireC: () => DESK_AIR_C,
    coilWarmth: 0,
  };
  circuit.setConditions(conditions);
  const on = new Set(desk.on);
  const isOn = (signal: string) => on.has(signal);
  const delays = circuit.sensors.map((sensor) => (sensor.kind === 'current' || sensor.kind === 'voltage' ? sensor.delays : undefined));
  // Without a moment before, everything has long come to rest.
  const held = before ? Uint8Array.from(delays, (delay) => Number(delay !== undefined)) : undefined;
  let from = before?.sensed.slice();
  const due = new Map(before?.due ?? []);
  if (from) for (const [sensor, at] of due) if (at <= nowS) from[sensor] = 1 - from[sensor]!;
  let solution = circuit.settle(isOn, { from, held });
  for (const sensor of [...due.keys()]) if (due.get(sensor)! <= nowS || !solution.waiting.includes(sensor)) due.delete(sensor);
  // A delay of nothing is over at once; each pass lets those move, and there are only so many.
  for (let pass = 0; pass <= circuit.sensors.length; pass++) {
    const at = (sensor: number) => nowS + (solution.sensed[sensor] ? delays[sensor]!.openS : delays[sensor]!.closeS);
    const now = solution.waiting.filter((sensor) => at(sensor) <= nowS);
    for (const sensor of solution.waiting) if (!now.includes(sensor) && !due.has(sensor)) due.set(sensor, at(sensor));
    if (now.length === 0) break;
    from = solution.sensed.slice();
    for (const sensor of now) from[sensor] = 1 - from[sensor]!;
    solution = circuit.settle(isOn, { from, held });
    for (const sensor of [...due.keys()]) if (!solution.waiting.includes(sensor)) due.delete(sensor);
  }

  const volts: Record<string, number | null> = {};
  for (const part of evidence.netlist.parts)
    for (const pin of kindOf(part).pins(part.spec)) {
      const at = terminal(part.id, pin);
      const node = circuit.nodeOf(at);
      volts[at] = solution.floating[node] ? null : solution.volts[node]!;
    }
  const amps: Record<string, number> = {};
  const closed: Record<string, boolean> = {};
  circuit.branches.forEach((branch, at) => {
    amps[branch.id] = solution.amps(at);
    if (branch.kind === 'switch' || branch.kind === 'diode') closed[branch.id] = solution.closed[at] === 1;
  });
  // A threshold on a voltage is what its sensor makes of the circuit, not what a hand says.
  for (const { id } of voltageThresholds(design)) {
    const sensor = `${signalPartId(id)}/sense`;
    const seen = circuit.sensors.some((candidate) => candidate.id === sensor) && solution.sensed[circuit.sensorIndex(sensor)] === 1;
    if (seen) on.add(id);
    else on.delete(id);
  }
  const loads: Record<string, LoadState> = {};
  for (const { job } of evidence.jobs.values()) {
    const intent = intentOf(design, job);
    const meant = intent.step((signal) => on.has(signal), null).lines;
    const found = lineReader(evidence, job)(solution, supplies.get(supplyIdOf(design, job))!, meant);
    linesOf(job).forEach((line, at) => (loads[`${job.id}/${line.id}`] = found[at]!.state));
  }
  const waiting = [...due].map(([sensor, dueS]): Waiting => {
    const { id } = circuit.sensors[sensor]!;
    return { part: id.slice(0, id.lastIndexOf('/')), closes: solution.sensed[sensor] === 0, dueS };
  });
  return {
    reading: {
      outcome: solution.outcome,
      volts,
      amps,
      closed,
      loads,
      on: [...on],
      waiting: waiting.sort((a, b) => a.dueS - b.dueS),
      sneaks: sneakPaths(evidence, solution),
    },
    memory: { sensed: solution.sensed, due },
  };
}

/** State of a threshold for what it watches, with the state that it was in: between its levels it stays. */
export function thresholdState({ closesAt, opensAt }: SignalOf<'threshold'>, level: number, was: boolean): boolean {
  const rises = closesAt > opensAt;
  return rises ? (was ? level > opensAt : level >= closesAt) : was ? level < opensAt : level <= closesAt;
}
