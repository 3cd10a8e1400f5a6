/**
 * The wired project, solved: every combination of a job's signals, with all other signals off and with
 * all of them on, at each corner of supply and temperature. Rules and the proof read only this.
 */
import type { Circuit, Solution } from '../circuit/circuit.ts';
import type { Conditions } from '../circuit/primitives.ts';
import { compile, toCircuit, wireBranch, type Unwired } from '../compile/compile.ts';
import type { Netlist, Wire } from '../compile/netlist.ts';
import type { Design, Job } from '../design/schema.ts';
import { meaning, signalsOf } from '../design/when.ts';
import { ampacity, conductorTemperature } from '../reference/vehicle-ampacity.ts';

/**
 * - `usual`: resting supply, 20 °C throughout: what a meter would show on a fair day.
 * - `low-hot`: lowest supply, hottest air, warmed coil and wires: the least pull and the most drop.
 * - `high-hot`: highest supply, hottest air: the most current in warm wires.
 * - `high-cold`: highest supply, coldest air, cold coil: the most coil current.
 */
export const CORNERS = ['usual', 'low-hot', 'high-hot', 'high-cold'] as const;
export type Corner = (typeof CORNERS)[number];

export const CORNER_NAMES: Readonly<Record<Corner, string>> = {
  usual: 'resting supply at 20 °C',
  'low-hot': 'lowest supply, hottest',
  'high-hot': 'highest supply, hottest',
  'high-cold': 'highest supply, coldest',
};

export type LoadState = 'on' | 'weak' | 'off';

export interface SolvedState {
  readonly corner: Corner;
  /** Signals of the job that are on. */
  readonly on: ReadonlySet<string>;
  /** Whether every signal that is not the job's own is on. */
  readonly othersOn: boolean;
  /** What the sentence says of the loads. */
  readonly meant: boolean;
  readonly solution: Solution;
}

export interface JobEvidence {
  readonly job: Job;
  readonly signals: readonly string[];
  readonly states: readonly SolvedState[];
}

export interface Evidence {
  readonly design: Design;
  readonly netlist: Netlist;
  readonly circuit: Circuit;
  readonly unwired: readonly Unwired[];
  readonly jobs: ReadonlyMap<string, JobEvidence>;
  /** Wire temperature in the hot corners, °C. */
  readonly hotWireC: ReadonlyMap<string, number>;
  /** Supply voltage with nothing connected, V. */
  openVolt(supply: string, corner: Corner): number;
}

/** A clause over more signals than this has more states than one can look through. */
export const MOST_SIGNALS = 12;

export function gatherEvidence(design: Design): Evidence {
  const { netlist, unwired } = compile(design);
  const circuit = toCircuit(netlist);
  const wired = design.jobs.filter((job) => !unwired.some((entry) => entry.job === job.id));
  const states = new Map<string, SolvedState[]>(wired.map((job) => [job.id, []]));
  const run = (
    corner: Corner,
    wireC: ReadonlyMap<string, number>,
    others: readonly boolean[],
    each: (job: Job, state: SolvedState) => void,
  ) => {
    circuit.setConditions(conditionsAt(design, netlist, corner, wireC));
    for (const job of wired) forEachState(design, circuit, job, corner, others, (state) => each(job, state));
  };
  const keep = (job: Job, state: SolvedState) => states.get(job.id)!.push(state);

  // First with wires at the air's temperature, to learn how warm their currents make them; with the other
  // signals off, when the supply sags least and the currents are largest.
  const hottest = new Float64Array(netlist.wires.length);
  const branch = netlist.wires.map((wire) => circuit.branchIndex(wireBranch(wire.id)));
  run('high-hot', new Map(), [false], (_, { solution }) => {
    for (let at = 0; at < hottest.length; at++) hottest[at] = Math.max(hottest[at]!, Math.abs(solution.amps[branch[at]!]!));
  });
  const hotWireC = new Map(
    netlist.wires.map((wire, at) => {
      const air = placeOf(design, wire.hotPlace).hottestC;
      return [wire.id, conductorTemperature(hottest[at]!, ampacity(wire.sizeMm2, air), air)];
    }),
  );
  for (const corner of CORNERS) run(corner, hotWireC, [false, true], keep);

  return {
    design,
    netlist,
    circuit,
    unwired,
    jobs: new Map(wired.map((job) => [job.id, { job, signals: signalsOf(job.when), states: states.get(job.id)! }])),
    hotWireC,
    openVolt: (supply, corner) => openVolt(design, supply, corner),
  };
}

function placeOf(design: Design, id: string) {
  return design.places.find((place) => place.id === id)!;
}

function openVolt(design: Design, id: string, corner: Corner): number {
  const supply = design.supplies.find((candidate) => candidate.id === id)!;
  return corner === 'usual' ? supply.restV : corner === 'low-hot' ? supply.lowestV : supply.highestV;
}

function conditionsAt(design: Design, netlist: Netlist, corner: Corner, hotWireC: ReadonlyMap<string, number>): Conditions {
  const places = new Map(design.places.map((place) => [place.id, place]));
  const airC = (id: string): number => {
    const place = places.get(id)!;
    return corner === 'usual' ? 20 : corner === 'high-cold' ? place.coldestC : place.hottestC;
  };
  const wires = new Map<string, Wire>(netlist.wires.map((wire) => [wire.id, wire]));
  const hot = corner === 'low-hot' || corner === 'high-hot';
  return {
    volt: (supply) => openVolt(design, supply, corner),
    airC,
    wireC: (wire) => (hot ? hotWireC.get(wire) : undefined) ?? airC(wires.get(wire)!.hotPlace),
    coilWarmth: hot ? 1 : 0,
  };
}

function forEachState(
  design: Design,
  circuit: Circuit,
  job: Job,
  corner: Corner,
  othersOn: readonly boolean[],
  each: (state: SolvedState) => void,
): void {
  const signals = signalsOf(job.when);
  const own = new Set(signals);
  // Without other signals there is nothing to tell apart.
  const settings = design.signals.some(({ id }) => !own.has(id)) ? othersOn : [false];
  for (let bits = 0; bits < 2 ** signals.length; bits++) {
    const on = new Set(signals.filter((_, at) => (bits >> at) & 1));
    const meant = meaning(job.when, (signal) => on.has(signal));
    for (const others of settings) {
      const solution = circuit.settle((signal) => (own.has(signal) ? on.has(signal) : others));
      each({ corner, on, othersOn: others, meant, solution });
    }
  }
}

/** Volts between a load's terminals below this share of the open supply mean off, above the other on. */
const OFF_BELOW = 0.05;
const ON_ABOVE = 0.8;

export function loadState(acrossV: number, supplyV: number): LoadState {
  const share = Math.abs(acrossV) / supplyV;
  return share <= OFF_BELOW ? 'off' : share >= ON_ABOVE ? 'on' : 'weak';
}

/** Volts from one terminal to another in a solved state; NaN where either floats. */
export function voltsBetween(circuit: Circuit, solution: Solution, from: string, to: string): number {
  const a = circuit.nodeOf(from);
  const b = circuit.nodeOf(to);
  return solution.floating[a] || solution.floating[b] ? NaN : solution.volts[a]! - solution.volts[b]!;
}
