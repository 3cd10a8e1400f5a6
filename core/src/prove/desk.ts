/** The circuit as it stands on the signal desk, for the drawing and the meter. */
import type { Conditions } from '../circuit/primitives.ts';
import type { Evidence } from './evidence.ts';
import { loadState, voltsBetween, type LoadState } from './evidence.ts';
import { terminal } from '../circuit/terminal.ts';
import { isKind, kindOf } from '../parts/registry.ts';

export interface Desk {
  /** Signals that are on. */
  readonly on: readonly string[];
  /** Open-circuit volts of supplies that are not at rest. */
  readonly volts: Readonly<Record<string, number>>;
}

export interface DeskReading {
  readonly outcome: 'settled' | 'chatters' | 'unsolved';
  /** Volts of each terminal against the return; null where it floats. */
  readonly volts: Readonly<Record<string, number | null>>;
  /** Amps through each branch, from its first terminal to its second. */
  readonly amps: Readonly<Record<string, number>>;
  /** Switches and diodes that conduct. */
  readonly closed: Readonly<Record<string, boolean>>;
  readonly loads: Readonly<Record<string, LoadState>>;
}

/** Air on the desk, °C. */
const DESK_AIR_C = 20;

export function readDesk(evidence: Evidence, desk: Desk): DeskReading {
  const { circuit, design, netlist } = evidence;
  const supplies = new Map(design.supplies.map((supply) => [supply.id, desk.volts[supply.id] ?? supply.restV]));
  const conditions: Conditions = {
    volt: (supply) => supplies.get(supply)!,
    airC: () => DESK_AIR_C,
    wireC: () => DESK_AIR_C,
    coilWarmth: 0,
  };
  const on = new Set(desk.on);
  circuit.setConditions(conditions);
  const solution = circuit.settle((signal) => on.has(signal));
  const volts: Record<string, number | null> = {};
  const loads: Record<string, LoadState> = {};
  for (const part of netlist.parts) {
    for (const pin of kindOf(part).pins(part.spec)) {
      const at = terminal(part.id, pin);
      const node = circuit.nodeOf(at);
      volts[at] = solution.floating[node] ? null : solution.volts[node]!;
    }
    if (!isKind(part, 'load')) continue;
    const across = voltsBetween(circuit, solution, terminal(part.id, '+'), terminal(part.id, '-'));
    const supply = design.jobs.find(({ id }) => id === part.job)!.supply;
    loads[part.id] = Number.isNaN(across) ? 'off' : loadState(across, supplies.get(supply)!);
  }
  const amps: Record<string, number> = {};
  const closed: Record<string, boolean> = {};
  circuit.branches.forEach((branch, at) => {
    amps[branch.id] = solution.amps[at]!;
    if (branch.kind === 'switch' || branch.kind === 'diode') closed[branch.id] = solution.closed[at] === 1;
  });
  return { outcome: solution.outcome, volts, amps, closed, loads };
}
