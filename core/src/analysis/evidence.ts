/**
 * The wired project, solved: every state of a job's signals, with all other signals off and with all of
 * them on, at each corner of supply and temperature. Rules and the proof read only this.
 */
import type { Circuit, Solution } from '../solve/index.ts';
import { type Terminal, terminal } from '../quantity/index.ts';
import { type SizingParts, type Unwired, compile, toCircuit, wireBranch } from '../wiring/index.ts';
import { type Netlist, laidOf, primitivesOf } from '../graph/index.ts';
import {
  type Design,
  type Intent,
  type Job,
  intentOf,
  jobsAfter,
  linesOf,
  supplyById,
  supplyIdOf,
  withConverters,
} from '../project/index.ts';
import { type Load, currentOf, isCharged, loadFacets, plays } from '../kinds/index.ts';
import { ampacityAsLaid, conductorTemperature } from '../reference/index.ts';
import { CORNERS, type Corner, conditionsAt, supplyVolts } from './conditions.ts';
import { jointMachine } from './joint-machine.ts';
import { type Explored, type Machine, type Surroundings, explore, stateKey, whileDelayed } from './explore.ts';

export interface SolvedState {
  readonly corner: Corner;
  /** Signals of the job that are on. */
  readonly on: ReadonlySet<string>;
  /** Whether every signal that is not the job's own is on. */
  readonly othersOn: boolean;
  /** What the sentence says of each load line. */
  readonly lines: readonly Intent[];
  /** Signals and memory: the same state at another corner has the same key. */
  readonly key: string;
  /** Voltage of the job's supply with nothing connected, V. */
  readonly supplyV: number;
  /** Signals of the job, as bits one after another, that lead here from power-up. */
  readonly path: readonly number[];
  readonly solution: Solution;
}

export interface JobEvidence {
  readonly job: Job;
  readonly signals: readonly string[];
  /** Whether its states depend on what was before. */
  readonly sequential: boolean;
  /** With every delay over. */
  readonly states: readonly SolvedState[];
  /** While a delay of its own runs: what flows then is judged too. Its `lines` are what the circuit does. */
  readonly passing: readonly SolvedState[];
  /** Whether it can stand in more states than were looked at. */
  readonly cut: boolean;
  /** Signals of it and of all that hangs on what it switches, where those are too many to be walked together; null where they were, or none does. */
  readonly unledSignals: number | null;
}

export interface Evidence {
  readonly design: Design;
  readonly netlist: Netlist;
  readonly circuit: Circuit;
  readonly unwired: readonly Unwired[];
  readonly wiring: ReadonlyMap<string, string>;
  /** What each job's load side asks of its sizes. */
  readonly sizing: ReadonlyMap<string, SizingParts>;
  readonly jobs: ReadonlyMap<string, JobEvidence>;
  /** Wire temperature in the hot corners, °C. */
  readonly hotWireC: ReadonlyMap<string, number>;
  /** Answers of costly checks by what they depend on, kept from one document to the next. */
  readonly cache: Cache;
}

export type Cache = Map<string, unknown>;

/** Beyond this many signals a job is solved at every corner with the other signals off only. */
export const MANY_SIGNALS = 8;

export function machineOf(design: Design, job: Job): Machine<readonly Intent[]> {
  const intent = intentOf(design, job);
  return {
    signals: intent.signals,
    remembers: intent.remembers,
    step: (on, memory) => {
      const { memory: next, lines } = intent.step(on, memory);
      return { memory: next, meant: lines };
    },
  };
}

/** Indices of the sensors of the parts that some jobs use, and of what feeds the converters that they live by. */
export function sensorsOf(design: Design, netlist: Netlist, circuit: Circuit, jobs: readonly Job[]): number[] {
  const ids = new Set(withConverters(design, jobs).map(({ id }) => id));
  const own = netlist.parts.filter((part) => part.jobs.some((job) => ids.has(job)));
  return own.flatMap((part) => primitivesOf(part).sensors.flatMap(({ kind, id }) => (kind === 'signal' ? [] : [circuit.sensorIndex(id)])));
}

/** A design wired and ready to be solved. */
export interface Prepared extends Omit<Evidence, 'jobs' | 'hotWireC'> {
  readonly machines: readonly PreparedJob[];
}
interface PreparedJob {
  readonly job: Job;
  readonly machine: Machine<readonly Intent[]>;
  /** It and every job that hangs on what it switches, as one; null where none does. */
  readonly led: { readonly machine: Machine<unknown>; readonly own: readonly number[] } | null;
  /** Indices of its own sensors, and of those of them that move after a time. */
  readonly own: readonly number[];
  readonly delayed: readonly number[];
  /** How its load lines stand in a solved state; a battery that is charged counts as off. */
  readonly stands: (solution: Solution, supplyV: number) => Intent[];
  readonly supply: string;
}

function standsOf(design: Design, netlist: Netlist, circuit: Circuit, job: Job): PreparedJob['stands'] {
  const lines = linesOf(job).map((line) => ({
    unit: netlist.parts.find((part) => part.job === job.id && plays(part, 'load') && part.spec.line === line.id)?.id,
    alike: eitherWay(design, job, line),
  }));
  return (solution, supplyV) =>
    lines.map(({ unit, alike }) => {
      const state = unit === undefined ? 'off' : loadState(loadVolts(circuit, solution, unit), supplyV, null, alike);
      // What gets part of its volts is to be judged as what gets all of them.
      return state === 'weak' ? 'on' : state;
    });
}

/** The first half: wiring and circuit, before anything is solved. */
export function prepareEvidence(design: Design, cache: Cache = new Map()): Prepared {
  const { netlist, unwired, wiring, sizing } = compile(design);
  const circuit = toCircuit(netlist);
  const machines = design.jobs
    .filter((job) => wiring.has(job.id))
    .map((job): PreparedJob => {
      const own = sensorsOf(design, netlist, circuit, [job]);
      const delayed = own.filter((at) => {
        const sensor = circuit.sensors[at]!;
        return (sensor.kind === 'current' || sensor.kind === 'voltage') && sensor.delays !== undefined;
      });
      const after = jobsAfter(design, job).filter(({ id }) => wiring.has(id));
      const together = [job, ...after];
      return {
        job,
        machine: machineOf(design, job),
        led: after.length === 0 ? null : { machine: jointMachine(design, together), own: sensorsOf(design, netlist, circuit, together) },
        own,
        delayed,
        stands: standsOf(design, netlist, circuit, job),
        supply: supplyIdOf(design, job),
      };
    });
  return { design, netlist, circuit, unwired, wiring, sizing, cache, machines };
}

/** Both halves at once, for every job. */
export function gatherEvidence(design: Design, cache: Cache = new Map()): Evidence {
  const steps = solveInSteps(prepareEvidence(design, cache));
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** The rest of the vehicle as it stands while the job's own signals are off and its own relays at rest. */
function around(
  circuit: Circuit,
  { machine, own }: Pick<PreparedJob, 'own'> & { readonly machine: Machine<unknown> },
  base: Uint8Array,
  others: boolean,
  setVolts: Surroundings['setVolts'],
): Surroundings {
  const atRest = (sensed: Uint8Array) => {
    const rest = sensed.slice();
    for (const sensor of own) rest[sensor] = 0;
    return rest;
  };
  const on = (signal: string) => others && !machine.signals.includes(signal);
  const rest = setVolts(on) ? atRest(circuit.settle(on, { from: atRest(base) }).sensed) : atRest(base);
  return { others: () => others, rest, own, cams: own.filter((sensor) => circuit.sensors[sensor]!.kind === 'step'), setVolts };
}

/**
 * The second half: every state of some jobs (of all where none are named) at every corner. Yields now and then, so that
 * it can be cut into slices; between two steps nobody else may use the circuit. `warm` is what wires of other jobs were
 * warmed to before, °C by id, where those jobs are not solved.
 */
export function* solveInSteps(
  prepared: Prepared,
  only: ReadonlySet<string> | null = null,
  warm: ReadonlyMap<string, number> | null = null,
): Generator<undefined, Evidence> {
  const { design, netlist, circuit, machines } = prepared;
  const jobs = machines
    .filter(({ job }) => only === null || only.has(job.id))
    .map((of) => ({ ...of, walk: of.machine.remembers, states: [] as SolvedState[], passing: [] as SolvedState[], cut: false }));

  function* solve(
    corner: Corner,
    wireC: ReadonlyMap<string, number>,
    settings: readonly boolean[],
    keep: (job: (typeof jobs)[number], state: SolvedState) => void,
    keepPassing: (job: (typeof jobs)[number], state: SolvedState) => void,
  ): Generator<undefined, void> {
    circuit.setConditions(conditionsAt(design, netlist, corner, wireC));
    const voltsFor = supplyVolts(design, corner);
    const setVolts = voltSetter(design, circuit, corner);
    for (const others of settings) {
      if (!setVolts(() => others)) continue;
      const base = circuit.settle(() => others).sensed;
      for (const job of jobs) {
        const { machine, supply } = job;
        const many = machine.signals.length > MANY_SIGNALS;
        // Without other signals there is nothing to tell apart.
        if (others && (many || machine.signals.length === design.signals.length)) continue;
        const place = around(circuit, job, base, others, setVolts);
        if (corner === 'usual' && !others && !job.walk && !many) job.walk = hasMemory(circuit, machine, place);
        const openV = (on: ReadonlySet<string>) =>
          voltsFor((signal) => (machine.signals.includes(signal) ? on.has(signal) : others))!.get(supply)!;
        const settled: Explored<readonly Intent[]>[] = [];
        const whole = explore(circuit, machine, place, job.walk, (state) => {
          settled.push(state);
          keep(job, solvedState(state, corner, others, openV(state.on)));
        });
        if (!whole) job.cut = true;
        if (job.led && !others && job.led.machine.signals.length <= MANY_SIGNALS) {
          // What hangs on what it switches is on in states of its own signals: they are walked together.
          const { led } = job;
          const ledWhole = explore(
            circuit,
            led.machine,
            around(circuit, led, base, others, setVolts),
            led.machine.remembers || job.walk,
            (state) => {
              const { solution, on } = state;
              const supplyV = voltsFor((signal) => on.has(signal))!.get(supply)!;
              const key = `led~${stateKey(state)}`;
              keepPassing(job, { corner, on, othersOn: others, lines: job.stands(solution, supplyV), key, supplyV, path: [], solution });
            },
          );
          if (!ledWhole) job.cut = true;
        }
        if (
          job.delayed.length > 0 &&
          !whileDelayed(circuit, machine, place, job.delayed, settled, ({ on, solution, key }) => {
            const supplyV = openV(on);
            keepPassing(job, { corner, on, othersOn: others, lines: job.stands(solution, supplyV), key, supplyV, path: [], solution });
          })
        )
          job.cut = true;
        yield;
      }
    }
  }

  // First with wires at the air's temperature, to learn how warm their currents make them; with the other
  // signals off, when the supply sags least and the currents are largest.
  const hottest = new Float64Array(netlist.wires.length);
  const branch = netlist.wires.map((wire) => circuit.branchIndex(wireBranch(wire.id)));
  const warms = (_: unknown, { solution }: SolvedState): void => {
    for (let at = 0; at < hottest.length; at++) hottest[at] = Math.max(hottest[at]!, Math.abs(solution.amps(branch[at]!)));
  };
  // What keeps its power takes most when the supply is lowest.
  const corners = circuit.branches.some(({ kind }) => kind === 'power') ? (['high-hot', 'low-hot'] as const) : (['high-hot'] as const);
  for (const corner of corners) yield* solve(corner, new Map(), [false], warms, warms);
  const hotWireC = new Map(
    netlist.wires.map((wire, at) => {
      const laid = laidOf(design, wire);
      const ownC = conductorTemperature(hottest[at]!, ampacityAsLaid(wire.sizeMm2, laid), laid);
      return [wire.id, Math.max(ownC, warm?.get(wire.id) ?? -Infinity)];
    }),
  );
  for (const corner of CORNERS)
    yield* solve(
      corner,
      hotWireC,
      [false, true],
      (job, state) => job.states.push(state),
      (job, state) => job.passing.push(state),
    );

  const { machines: _, ...whole } = prepared;
  return {
    ...whole,
    jobs: new Map(
      jobs.map(({ job, machine, led, walk, states, passing, cut }) => {
        const together = led?.machine.signals.length ?? 0;
        const unledSignals = together > MANY_SIGNALS ? together : null;
        return [job.id, { job, signals: machine.signals, sequential: walk, states, passing, cut, unledSignals }];
      }),
    ),
    hotWireC,
  };
}

/** Puts the supplies where a set of signals says; false when no voltage fits them. */
export function voltSetter(design: Design, circuit: Circuit, corner: Corner): Surroundings['setVolts'] {
  const volts = supplyVolts(design, corner);
  const fixed = volts(() => false);
  let latest: ReadonlyMap<string, number> | null = null;
  return (on) => {
    const wanted = volts(on);
    if (wanted === null) return false;
    // Without thresholds on a voltage it is the same map each time, and the corner has set it.
    if (wanted !== fixed && wanted !== latest) circuit.setVolts((supply) => wanted.get(supply)!);
    latest = wanted;
    return true;
  };
}

function solvedState(state: Explored<readonly Intent[]>, corner: Corner, othersOn: boolean, supplyV: number): SolvedState {
  const { on, meant, solution, path } = state;
  return { corner, on, othersOn, lines: meant, key: stateKey(state), supplyV, path, solution };
}

/** Whether some relay of a job stands otherwise when it comes from pulled in than when it comes from rest. */
function hasMemory(circuit: Circuit, machine: Machine<unknown>, around: Surroundings): boolean {
  const sensed: string[] = [];
  const read = ({ solution }: { solution: Solution }) => around.own.map((sensor) => solution.sensed[sensor]).join('');
  explore(circuit, machine, around, false, (state) => sensed.push(read(state)));
  const pulled = around.rest.slice();
  for (const sensor of around.own) pulled[sensor] = 1;
  let at = 0;
  let differs = false;
  explore(circuit, machine, { ...around, rest: pulled }, false, (state) => {
    if (read(state) !== sensed[at++]) differs = true;
  });
  return differs;
}

export type LoadState = Intent | 'weak';

/** Volts between a load's terminals below this share of the open supply mean off, above the other on. */
const OFF_BELOW = 0.05;
const ON_ABOVE = 0.8;
/** How far a second speed may be from what its resistor should give, as a share of the supply. */
const LOW_WITHIN = 0.12;

/**
 * Whether a line of a job does the same with its leads turned about. What has a diode of its own inside does not, and of the mains
 * one lead is the line.
 */
export const eitherWay = (design: Design, job: Job, load: Load): boolean =>
  !isCharged(load) && loadFacets(load).leadsAlike && !load.suppressed && currentOf(supplyById(design, supplyIdOf(design, job))) === 'dc';

/** How a unit stands that gets `acrossV` (plus over minus) of `supplyV`. `lowShare` is its second speed's; `alike` of one that does not mind its way round. */
export function loadState(acrossV: number, supplyV: number, lowShare: number | null = null, alike = false): LoadState {
  const share = (alike ? Math.abs(acrossV) : acrossV) / supplyV;
  if (lowShare !== null && Math.abs(share - lowShare) <= LOW_WITHIN && share < (lowShare + 1) / 2) return 'low';
  if (Math.abs(share) <= OFF_BELOW) return 'off';
  if (share >= ON_ABOVE) return 'on';
  return share <= -ON_ABOVE ? 'reverse' : 'weak';
}

/** Volts from one terminal to another in a solved state; NaN where either floats. */
export function voltsBetween(circuit: Circuit, solution: Solution, from: Terminal, to: Terminal): number {
  const a = circuit.nodeOf(from);
  const b = circuit.nodeOf(to);
  return solution.floating[a] || solution.floating[b] ? NaN : solution.volts[a]! - solution.volts[b]!;
}

/** Volts across a load; nothing where an end of it hangs in the air. */
export function loadVolts(circuit: Circuit, solution: Solution, load: string): number {
  const volts = voltsBetween(circuit, solution, terminal(load, '+'), terminal(load, '-'));
  return Number.isNaN(volts) ? 0 : volts;
}
