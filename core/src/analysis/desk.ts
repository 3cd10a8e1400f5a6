/** The circuit as it stands on the signal desk, for the drawing and the meter; time passes there. */
import {
  type BranchId,
  type Conditions,
  type Levels,
  TOUCH_V,
  bootState,
  branchId,
  controllerType,
  currentOf,
  plays,
  isMains,
  kindOf,
} from '../kinds/index.ts';
import { terminal } from '../quantity/index.ts';
import {
  type Controller,
  type ProgramState,
  intentOf,
  linesOf,
  loadSupplyOf,
  pinsOf,
  powerUp,
  runProgram,
  supplyIdOf,
} from '../project/index.ts';
import { batteryId, signalPartId } from '../wiring/index.ts';
import { voltageSensors } from './conditions.ts';
import { heldBack, movedBy, passTime } from './pass-time.ts';
import type { Evidence, LoadState } from './evidence.ts';
import { type Sneak, sneakPaths } from './sneak.ts';
import { lineReader } from './verdict.ts';

export interface Desk {
  /** Signals that are on; those that follow a voltage in the circuit see for themselves. */
  readonly on: readonly string[];
  /** Open-circuit volts of supplies that are not at rest. */
  readonly volts: Readonly<Record<string, number>>;
  /** Controllers that run their program, with when they were powered, s on the desk's clock, and what was typed to them since. */
  readonly boards?: Readonly<Record<string, { readonly startedS: number; readonly typed: string }>>;
}

/** What a controller does on the desk. */
export interface BoardReading {
  readonly booting: boolean;
  /** When it does something by itself, s on the desk's clock. */
  readonly nextS: number | null;
  /** Pins that stand high; while it boots, those that are driven by nothing stand where that is worst. */
  readonly high: readonly string[];
  /** Pins that nothing holds while it boots. */
  readonly adrift: readonly string[];
}

/** What the desk carries from one moment to the next. */
export interface DeskMemory {
  readonly sensed: Uint8Array;
  /** When each delayed sensor that wants to move will, s on the desk's clock. */
  readonly due: ReadonlyMap<number, number>;
  /** Programs as they stand, by controller. */
  readonly programs: ReadonlyMap<string, ProgramState>;
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
  readonly boards: Readonly<Record<string, BoardReading>>;
  /** Loads on the mains that are off and still live: against earth, V. */
  readonly live: readonly { readonly part: string; readonly volts: number }[];
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
    coilSpread: 0,
  };
  circuit.setConditions(conditions);
  const on = new Set(desk.on);
  const programs = new Map<string, ProgramState>();
  const boards: Record<string, BoardReading> = {};
  const booting: Controller[] = [];
  for (const board of design.controllers) {
    const powered = desk.boards?.[board.id];
    if (!powered) continue;
    const known = before?.programs.get(board.id);
    const from = known?.startedS === powered.startedS ? known : powerUp(powered.startedS);
    const run = runProgram(design, board, from, nowS, { on: (signal) => desk.on.includes(signal), typed: powered.typed });
    programs.set(board.id, run.state);
    const pins = pinsOf(design, board).map(({ id }) => id);
    for (const pin of pins) on.delete(pin);
    if (run.booting) booting.push(board);
    else for (const pin of pins) if (run.state.levels[pin]) on.add(pin);
    boards[board.id] = { booting: run.booting, nextS: run.nextS, high: pins.filter((pin) => on.has(pin)), adrift: [] };
  }
  const isOn = (signal: string) => on.has(signal);
  // Without a moment before, everything has long come to rest.
  const held = before ? heldBack(circuit) : undefined;
  const from = before ? movedBy(before, nowS) : undefined;
  const boot = bootFaults(evidence, booting, isOn, from, held);
  for (const { id, adrift, high } of boot.boards) boards[id] = { ...boards[id]!, adrift, high };
  const { solution, due } = passTime(circuit, isOn, from, before?.due ?? new Map<number, number>(), nowS);

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
  // A sensor of a voltage is what it makes of the circuit, not what a hand says.
  for (const { id } of voltageSensors(design)) {
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
  for (const branch of boot.branches) circuit.setFault(branch, null);
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
      boards,
      live: liveThoughOff(evidence, volts, loads),
    },
    memory: { sensed: solution.sensed, due, programs },
  };
}

/** Parts above what may be touched while their job is off (IEC 60364-4-41); volts of the mains count from its earth. */
function liveThoughOff(
  { netlist, jobs, design }: Evidence,
  volts: DeskReading['volts'],
  loads: DeskReading['loads'],
): { part: string; volts: number }[] {
  return netlist.parts.flatMap((part) => {
    if (!plays(part, 'load') || part.job === null) return [];
    const own = jobs.get(part.job)?.job;
    if (!own || loads[`${own.id}/${part.spec.line}`] !== 'off') return [];
    const supply = loadSupplyOf(design, own);
    const earth = volts[terminal(batteryId(supply.id), 'PE')];
    if (!isMains(supply) || earth === null || earth === undefined) return [];
    const most = Math.max(...['+', '-'].map((pin) => Math.abs((volts[terminal(part.id, pin)] ?? earth) - earth)));
    return most > TOUCH_V[currentOf(supply)] ? [{ part: part.id, volts: most }] : [];
  });
}

/**
 * Cuts the pins of boards that boot off from what would drive them. One that then hangs in the air, or that pulses while
 * its board starts, is put where more relays pull in: nobody knows where it stands, so the worst is shown.
 */
function bootFaults(
  { circuit, design, netlist }: Evidence,
  booting: readonly Controller[],
  isOn: (signal: string) => boolean,
  from: Uint8Array | undefined,
  held: Uint8Array | undefined,
): { branches: BranchId[]; boards: { id: string; adrift: string[]; high: string[] }[] } {
  const branches: BranchId[] = [];
  const boards: { id: string; adrift: string[]; high: string[] }[] = [];
  const ways = ['high', 'low'] as const;
  const pulled = () => circuit.settle(isOn, { from, held }).sensed.reduce((sum, state) => sum + state, 0);
  // What the sums put across a gate so that it has a voltage is not there.
  if (booting.length > 0)
    for (const part of netlist.parts) {
      const gate = kindOf(part).gate?.(part.spec);
      if (!gate) continue;
      branches.push(branchId(part.id, gate.key));
      circuit.setFault(branchId(part.id, gate.key), 'open');
    }
  for (const board of booting) {
    const pins = pinsOf(design, board).filter(({ id }) => netlist.parts.some((part) => part.id === signalPartId(id)));
    const branch = (pin: string, way: (typeof ways)[number]) => branchId(signalPartId(pin), way);
    for (const { id } of pins)
      for (const way of ways) {
        circuit.setFault(branch(id, way), 'open');
        branches.push(branch(id, way));
      }
    const solved = circuit.settle(isOn, { from, held });
    const loose = pins.filter(
      ({ id, gpio }) =>
        solved.floating[circuit.nodeOf(terminal(signalPartId(id), 'out'))] === 1 ||
        bootState(controllerType(design, board.type), gpio) === 'pulses',
    );
    const high: string[] = [];
    for (const { id } of loose) {
      const counts = ways.map((way) => {
        circuit.setFault(branch(id, way), 'closed');
        const count = pulled();
        circuit.setFault(branch(id, way), 'open');
        return count;
      });
      const worst = counts[0]! > counts[1]! ? 'high' : 'low';
      circuit.setFault(branch(id, worst), 'closed');
      if (worst === 'high') high.push(id);
    }
    boards.push({ id: board.id, adrift: loose.map(({ id }) => id), high });
  }
  return { branches, boards };
}

/** State of a threshold for what it watches, with the state that it was in: between its levels it stays. */
export function thresholdState({ closesAt, opensAt }: Pick<Levels, 'closesAt' | 'opensAt'>, level: number, was: boolean): boolean {
  const rises = closesAt > opensAt;
  return rises ? (was ? level > opensAt : level >= closesAt) : was ? level < opensAt : level <= closesAt;
}
