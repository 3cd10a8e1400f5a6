/**
 * A network whose switches follow sensors, solved to a state that agrees with itself.
 *
 *   prepareCircuit  names and joints become numbered nodes; one reference an island
 *   setConditions   supply voltages and temperatures become numbers in the network
 *   settle          signals are given; diodes, then sensors, are iterated to a fixed point
 *
 * Diodes: a passive network with two-state diodes has one consistent state, found by flipping the first
 * diode that contradicts its state until none does (Murty 1974; finite because every principal minor of
 * the reduced nodal matrix is positive). Sensors move all together, one step a round, as armatures do
 * that see the same instant; a round that comes back to an earlier one without settling is chatter.
 *
 * The circuit keeps its latest state, so a settle pays for what differs from the one before it. While it
 * iterates it looks only at diodes and sensors near a change; before it answers it looks at all of them.
 */
import type { Branch, BranchId, Conditions, Sensor } from '../kinds/index.ts';
import { type EliminationPlan, type Network, type NetworkBranch, planElimination, prepareNetwork } from './network.ts';
import type { Terminal } from '../quantity/index.ts';
import { partition } from '../graph/index.ts';

export interface CircuitInput {
  readonly terminals: readonly Terminal[];
  readonly branches: readonly Branch[];
  readonly sensors: readonly Sensor[];
  readonly joints: readonly (readonly [Terminal, Terminal])[];
  /** Terminals that make good references, best first; each island without one gets its first node. */
  readonly references: readonly Terminal[];
}

export type Outcome = 'settled' | 'chatters' | 'unsolved';

/** One solved state. Arrays are indexed as `Circuit.branchIndex`, `nodeOf` and `sensorIndex` say. */
export interface Solution {
  readonly outcome: Outcome;
  readonly rounds: number;
  readonly volts: Float64Array;
  readonly floating: Uint8Array;
  /** From a to b through a branch, A. */
  amps(branch: number): number;
  readonly closed: Uint8Array;
  /** State of each sensor. */
  readonly sensed: Uint8Array;
  /** Sensors that were held and want to move. */
  readonly waiting: readonly number[];
  /** Largest violation of Kirchhoff's current law, A. */
  readonly residualA: number;
}

/** A branch that does not do what its kind says: broken, welded or shorted, or with a resistance more than it should have, Ω. */
export type Fault = 'open' | 'closed' | { readonly extraOhm: number };

export interface SettleOptions {
  /** State of the sensors before; all at rest when it is left out. */
  readonly from?: Uint8Array | undefined;
  /** Sensors that do not move, by index: their delays still run. */
  readonly held?: Uint8Array | undefined;
}

export interface Circuit {
  readonly branches: readonly Branch[];
  readonly sensors: readonly Sensor[];
  readonly nodeCount: number;
  readonly network: Network;
  readonly islandCount: number;
  nodeOf(terminal: Terminal): number;
  branchIndex(id: BranchId): number;
  sensorIndex(id: string): number;
  setConditions(conditions: Conditions): void;
  /** Only the supplies' voltages anew; cheaper than `setConditions`, which must have come before. */
  setVolts(volt: Conditions['volt']): void;
  /** Breaks or shorts a branch until it is given null. */
  setFault(branch: BranchId, fault: Fault | null): void;
  settle(on: (signal: string) => boolean, options?: SettleOptions): Solution;
}

/**
 * Conductance of a diode that blocks, S: 1 GΩ, the order of a silicon rectifier's leakage. It lets the
 * iteration see the volts across diodes that hold a part of the circuit between them.
 */
const DIODE_LEAK_S = 1e-9;
/** Conductance of a shorted branch, S. */
const SHORT_S = 1000;

/** A constant power is met to this share of its conductance, in so many steps at the most; the later ones are half steps. */
const POWER_SAME = 1e-9;
const MOST_WHOLE_STEPS = 30;
const MOST_POWER_STEPS = 400;

/** Residual above which a solution is not shown, as a share of the largest driven current. */
const RESIDUAL_LIMIT = 1e-6;

/** What a circuit is before any number is in it: it serves any number of circuits of the same parts and wires. */
export interface CircuitPlan {
  readonly input: CircuitInput;
  readonly nodeOf: (terminal: Terminal) => number;
  readonly nodeCount: number;
  readonly branchA: Int32Array;
  readonly branchB: Int32Array;
  readonly references: readonly number[];
  readonly islandCount: number;
  readonly shape: readonly NetworkBranch[];
  readonly elimination: EliminationPlan;
}

export function planCircuit(input: CircuitInput): CircuitPlan {
  const { branches } = input;
  const { nodeOfTerminal, nodeCount } = numberNodes(input);
  const nodeOf = (terminal: Terminal): number => {
    const node = nodeOfTerminal.get(terminal);
    if (node === undefined) throw new Error(`No terminal ${terminal} in the circuit`);
    return node;
  };
  const branchA = Int32Array.from(branches, (branch) => nodeOf(branch.a));
  const branchB = Int32Array.from(branches, (branch) => nodeOf(branch.b));
  const { references, islandCount } = chooseReferences(nodeCount, branchA, branchB, input.references.map(nodeOf));
  const shape = branches.map(({ kind }, i) => ({
    a: branchA[i]!,
    b: branchB[i]!,
    varies: kind === 'switch' || kind === 'diode' || kind === 'power',
  }));
  const elimination = planElimination(nodeCount, shape, references);
  return { input, nodeOf, nodeCount, branchA, branchB, references, islandCount, shape, elimination };
}

export const prepareCircuit = (input: CircuitInput): Circuit => circuitOf(planCircuit(input));

/** A circuit of its own on a plan. */
export function circuitOf(plan: CircuitPlan): Circuit {
  const { input, nodeOf: at, nodeCount, branchA, branchB, references, islandCount } = plan;
  const { branches, sensors } = input;
  const branchIndices = new Map(branches.map((branch, index) => [branch.id, index]));
  const sensorIndices = new Map(sensors.map((sensor, index) => [sensor.id, index]));
  const index = (map: Map<string, number>, id: string): number => {
    const found = map.get(id);
    if (found === undefined) throw new Error(`No ${id} in the circuit`);
    return found;
  };
  const network = prepareNetwork(nodeCount, plan.shape, references, plan.elimination);

  const count = branches.length;
  const indicesOf = (kind: Branch['kind']) => Int32Array.from(branches.flatMap((branch, i) => (branch.kind === kind ? [i] : [])));
  const diodes = indicesOf('diode');
  const sources = indicesOf('source');
  const powers = indicesOf('power');
  const eyes = sensors.map((sensor) =>
    eyeOf(
      sensor,
      at,
      branchA,
      branchB,
      (id) => index(branchIndices, id),
      (id) => index(sensorIndices, id),
    ),
  );
  const followers: number[][] = sensors.map(() => []);
  branches.forEach((branch, i) => branch.kind === 'switch' && followers[index(sensorIndices, branch.follows)]!.push(i));
  const closedWhen = Uint8Array.from(branches, (branch) => Number(branch.kind === 'switch' && branch.closedWhen));
  const signals = sensors.flatMap((sensor, i) => (sensor.kind === 'signal' ? [{ i, signal: sensor.signal }] : []));
  const watching = Int32Array.from(sensors.flatMap((sensor, i) => (sensor.kind === 'current' || sensor.kind === 'voltage' ? [i] : [])));
  const steppers = sensors.flatMap((sensor, i) => (sensor.kind === 'step' ? [{ i, follows: index(sensorIndices, sensor.follows) }] : []));
  /** Whether some diode joins what nothing else joins for good; across a coil it does not. */
  const loneDiodes = hasLoneDiode(branches, branchA, branchB, nodeCount);
  const hasDiodes = branches.some(({ kind }) => kind === 'diode');

  // The workspace of every solve; a solution leaves with copies.
  // Solutions keep these two, so a change of conditions makes new ones.
  let whenClosed = new Float64Array(count); // conductance when conducting, S
  let driveV = new Float64Array(count); // source voltage a over b, or the knee of a diode
  const conductance = new Float64Array(count);
  const conducting = new Uint8Array(count);
  const faults = new Uint8Array(count); // 0 none, 1 open, 2 closed, 3 with more resistance
  const extraOhm = new Float64Array(count);
  const current = new Float64Array(nodeCount);
  const volts = new Float64Array(nodeCount);
  const floating = new Uint8Array(nodeCount);
  const sensed = new Uint8Array(sensors.length);
  let faultCount = 0;
  let largestDriveA = 0;
  let prepared = false;

  /** Puts a branch as it stands into the network: its conductance, and the current that its voltage drives. */
  function place(i: number, conducts: boolean): void {
    const fault = faults[i]!;
    const wasDriving = driveV[i] !== 0 && conducting[i] ? whenClosed[i]! : 0;
    const isDiode = branches[i]!.kind === 'diode';
    conducting[i] = Number(fault === 0 || fault === 3 ? conducts : fault === 2);
    conductance[i] = !conducting[i]
      ? isDiode && fault === 0
        ? DIODE_LEAK_S
        : 0
      : fault === 2 && branches[i]!.kind !== 'switch'
        ? SHORT_S
        : fault === 3
          ? 1 / (1 / whenClosed[i]! + extraOhm[i]!)
          : whenClosed[i]!;
    network.setConductance(i, conductance[i]!);
    const drives = driveV[i] !== 0 && conducting[i] && fault === 0 ? whenClosed[i]! : 0;
    if (drives !== wasDriving) drive(i, driveV[i]! * (drives - wasDriving));
  }

  function drive(i: number, ampere: number): void {
    const a = branchA[i]!;
    const b = branchB[i]!;
    current[a] = current[a]! + ampere;
    current[b] = current[b]! - ampere;
    network.setCurrent(a, current[a]!);
    network.setCurrent(b, current[b]!);
  }

  /** Currents summed afresh, so that no rounding gathers over many changes. */
  function sumDrives(): void {
    current.fill(0);
    largestDriveA = 0;
    for (let i = 0; i < count; i++) {
      if (driveV[i] === 0 || !conducting[i] || faults[i] !== 0) continue;
      const ampere = driveV[i]! * whenClosed[i]!;
      current[branchA[i]!] = current[branchA[i]!]! + ampere;
      current[branchB[i]!] = current[branchB[i]!]! - ampere;
      largestDriveA = Math.max(largestDriveA, Math.abs(ampere));
    }
    for (let node = 0; node < nodeCount; node++) network.setCurrent(node, current[node]!);
  }

  function setConditions(conditions: Conditions): void {
    whenClosed = new Float64Array(count);
    driveV = new Float64Array(count);
    branches.forEach((branch, i) => {
      const ohm = branch.ohm(conditions);
      if (!(ohm > 0)) throw new Error(`Branch ${branch.id} has a resistance of ${ohm} Ω`);
      whenClosed[i] = 1 / ohm;
      driveV[i] = branch.kind === 'source' ? branch.volt(conditions) : branch.kind === 'diode' ? branch.forwardV : 0;
      const fixed = branch.kind === 'resistor' || branch.kind === 'source' || branch.kind === 'power';
      conducting[i] = 0;
      conductance[i] = 0;
      if (fixed) conducting[i] = 1;
    });
    network.reset(conductance, current);
    for (let i = 0; i < count; i++) place(i, conducting[i] === 1);
    sensed.fill(0);
    for (let s = 0; s < sensors.length; s++) for (const i of followers[s]!) place(i, closedWhen[i] === 0);
    sumDrives();
    prepared = true;
  }

  function setVolts(volt: Conditions['volt']): void {
    driveV = driveV.slice();
    for (const i of sources) {
      const branch = branches[i]!;
      if (branch.kind === 'source') driveV[i] = branch.volt({ ...NO_CONDITIONS, volt });
    }
    sumDrives();
  }

  function setFault(id: string, fault: Fault | null): void {
    const i = index(branchIndices, id);
    const branch = branches[i]!;
    faultCount += Number(fault !== null) - Number(faults[i] !== 0);
    faults[i] = fault === null ? 0 : fault === 'open' ? 1 : fault === 'closed' ? 2 : 3;
    extraOhm[i] = fault !== null && typeof fault === 'object' ? fault.extraOhm : 0;
    const sensor = branch.kind === 'switch' ? sensed[index(sensorIndices, branch.follows)]! : 0;
    if (!prepared) return;
    place(i, branch.kind === 'switch' ? sensor === closedWhen[i] : branch.kind !== 'diode');
    sumDrives();
  }

  function move(s: number, state: number): void {
    if (sensed[s] === state) return;
    sensed[s] = state;
    for (const i of followers[s]!) place(i, closedWhen[i] === state);
  }

  const forward = (i: number): boolean => {
    const a = branchA[i]!;
    const b = branchB[i]!;
    return !network.floats(a) && !network.floats(b) && network.volt(a) - network.volt(b) > driveV[i]!;
  };
  /** The first diode that contradicts its state; −1 when none does. */
  function contradicting(all: boolean): number {
    for (const i of diodes) {
      if (faults[i] !== 0) continue;
      if (!all && !network.isNear(branchA[i]!) && !network.isNear(branchB[i]!)) continue;
      if (forward(i) !== (conducting[i] === 1)) return i;
    }
    return -1;
  }

  /** Flips diodes until none contradicts its state; false when that does not end. */
  function settleDiodes(all: boolean): boolean {
    // Murty's rule needs at most 2^d flips and in practice about d; near ones first is only a short cut.
    for (let flips = 0; flips <= 64 + 8 * diodes.length; flips++) {
      network.update();
      const wrong = contradicting(all || flips > 4 + 2 * diodes.length);
      if (wrong < 0) return true;
      place(wrong, !conducting[wrong]);
    }
    return false;
  }

  /** Puts each constant power at the conductance that takes it from its present volts; whether any moved. */
  function adaptPowers(share: number): boolean {
    let moved = false;
    for (const i of powers) {
      const branch = branches[i]!;
      if (branch.kind !== 'power' || faults[i] !== 0) continue;
      const across = Math.abs(network.volt(branchA[i]!) - network.volt(branchB[i]!));
      const wanted = branch.watt / Math.max(across, branch.dropsOutV) ** 2;
      const was = conductance[i]!;
      if (Math.abs(wanted - was) <= POWER_SAME * was) continue;
      conductance[i] = was + share * (wanted - was);
      network.setConductance(i, conductance[i]!);
      moved = true;
    }
    return moved;
  }

  /**
   * Diodes and constant powers together: v ↦ g = P/v² is repeated to its fixed point, which it nears by twice the share
   * of the volts that is lost on the way; where that is more than all of it, with half steps.
   */
  function settleFlows(all: boolean): boolean {
    if (!settleDiodes(all)) return false;
    for (let turn = 0; powers.length > 0 && adaptPowers(turn < MOST_WHOLE_STEPS ? 1 : 0.5); turn++) {
      if (turn > MOST_POWER_STEPS || !settleDiodes(all)) return false;
    }
    return true;
  }

  /** What a sensor would do now. */
  function wish(s: number): number {
    const eye = eyes[s]!;
    const was = sensed[s]!;
    if (eye.kind === 'current') {
      const amps = (network.volt(eye.a) - network.volt(eye.b)) * conductance[eye.branch]!;
      return Number((eye.oneWay ? amps : Math.abs(amps)) >= (was ? eye.opensAt : eye.closesAt));
    }
    if (network.floats(eye.a) || network.floats(eye.b)) return was;
    const across = network.volt(eye.a) - network.volt(eye.b);
    const rises = eye.closesAt > eye.opensAt;
    return Number(rises ? (was ? across > eye.opensAt : across >= eye.closesAt) : was ? across < eye.opensAt : across <= eye.closesAt);
  }

  const moves: number[] = [];
  /** Moves every sensor to what it sees now; whether any moved. */
  function sense(all: boolean, held: Uint8Array | undefined): boolean {
    moves.length = 0;
    for (const s of watching) {
      if (held?.[s]) continue;
      const eye = eyes[s]!;
      if (!all && !network.isNear(eye.a) && !network.isNear(eye.b)) continue;
      if (wish(s) !== sensed[s]) moves.push(s);
    }
    for (const { i, follows } of steppers) if (moves.includes(follows) && !sensed[follows]) move(i, 1 - sensed[i]!);
    for (const s of moves) move(s, 1 - sensed[s]!);
    return moves.length > 0;
  }

  function settle(on: (signal: string) => boolean, { from, held }: SettleOptions = {}): Solution {
    if (!prepared) throw new Error('setConditions comes before settle');
    for (const s of watching) move(s, from?.[s] ?? 0);
    for (const { i } of steppers) move(i, from?.[i] ?? 0);
    for (const { i, signal } of signals) move(i, Number(on(signal)));
    // From their rated voltage on, so that the answer does not depend on what was solved before.
    for (const i of powers) place(i, true);
    const seen = new Set<string>();
    let outcome: Outcome | null = null;
    let rounds = 0;
    // The state before agreed with itself, so the first look is near what has changed; the last is at all.
    let all = false;
    while (outcome === null) {
      rounds++;
      // No chain of relays that comes to rest takes more rounds than there are relays, and a few; only past
      // that is it worth while to remember where it has been.
      const key = rounds > watching.length + 2 ? sensed.join('') : '';
      if (!settleFlows(all)) outcome = 'unsolved';
      else if (key !== '' && seen.has(key)) outcome = 'chatters';
      else if (!sense(all, held)) {
        if (all) outcome = 'settled';
        else all = true;
        continue;
      }
      all = false;
      if (key !== '') seen.add(key);
    }
    return read(outcome, rounds, held);
  }

  /** Conductances of this state: those of constant powers are its own. */
  function adapted(): Float64Array {
    const siemens = whenClosed.slice();
    for (const i of powers) siemens[i] = conductance[i]!;
    return siemens;
  }

  function read(reached: Outcome, rounds: number, held: Uint8Array | undefined): Solution {
    let outcome = reached;
    network.readAll(volts, floating);
    const residualA = network.residual(conductance, current, volts, floating);
    if (residualA > RESIDUAL_LIMIT * Math.max(largestDriveA, 1e-9)) outcome = 'unsolved';
    const waiting: number[] = [];
    if (held) for (const s of watching) if (held[s] && wish(s) !== sensed[s]) waiting.push(s);
    let adrift = floating;
    if (loneDiodes || (hasDiodes && faultCount > 0)) {
      // What hangs on the circuit by nothing but the leakage of diodes floats, whatever its volts: so may what is broken off it.
      adrift = floating.slice();
      markAdrift(adrift);
    }
    const solved = volts.slice();
    const closed = conducting.slice();
    const [siemens, knees, broken, extra] = [
      powers.length > 0 ? adapted() : whenClosed,
      driveV,
      faultCount > 0 ? faults.slice() : null,
      faultCount > 0 ? extraOhm.slice() : null,
    ];
    return {
      outcome,
      rounds,
      volts: solved,
      floating: adrift === floating ? floating.slice() : adrift,
      // Worked out when asked: of hundreds of branches a rule looks at a few.
      amps(i) {
        if (!closed[i] || broken?.[i] === 1) return 0;
        const shorted = broken?.[i] === 2;
        const across = solved[branchA[i]!]! - solved[branchB[i]!]! - (shorted ? 0 : knees[i]!);
        if (broken?.[i] === 3) return across / (1 / siemens[i]! + extra![i]!);
        return across * (shorted && branches[i]!.kind !== 'switch' ? SHORT_S : siemens[i]!);
      },
      closed,
      sensed: sensed.slice(),
      waiting,
      residualA,
    };
  }

  const isReference = new Uint8Array(nodeCount);
  for (const node of references) isReference[node] = 1;
  const tied = partition(nodeCount);
  const tie = (i: number): void => {
    const a = tied.find(branchA[i]!);
    const b = tied.find(branchB[i]!);
    // A reference stays the root of what it is joined to.
    if (a !== b) tied.join(isReference[a] ? a : b, isReference[a] ? b : a);
  };
  /** What never opens is joined once; a state joins the switches and diodes that conduct in it. */
  const opens = Int32Array.from(branches.flatMap(({ kind }, i) => (kind === 'switch' || kind === 'diode' ? [i] : [])));
  const opening = new Set(opens);
  for (let i = 0; i < count; i++) if (!opening.has(i)) tie(i);
  const lasting = tied.save();
  /** Marks every node that no conducting branch (blocking diodes apart) ties to a reference. */
  function markAdrift(into: Uint8Array): void {
    if (faultCount === 0) {
      tied.restore(lasting);
      for (const i of opens) if (conducting[i] && conductance[i] !== 0) tie(i);
    } else {
      // A broken branch joins nothing, whatever its kind.
      tied.restore(null);
      for (let i = 0; i < count; i++) if (conducting[i] && conductance[i] !== 0) tie(i);
    }
    for (let node = 0; node < nodeCount; node++) if (!isReference[tied.find(node)]) into[node] = 1;
  }

  return {
    branches,
    sensors,
    nodeCount,
    network,
    islandCount,
    nodeOf: at,
    branchIndex: (id) => index(branchIndices, id),
    sensorIndex: (id) => index(sensorIndices, id),
    setConditions,
    setVolts,
    setFault,
    settle,
  };
}

const NO_CONDITIONS: Conditions = { volt: () => NaN, airC: () => NaN, wireC: () => NaN, coilWarmth: 0, coilSpread: 0 };

interface Eye {
  readonly kind: Sensor['kind'];
  readonly a: number;
  readonly b: number;
  readonly branch: number;
  readonly closesAt: number;
  readonly opensAt: number;
  /** Blind to a current the other way. */
  readonly oneWay: boolean;
}

/** What a sensor looks at, as numbers. */
function eyeOf(
  sensor: Sensor,
  node: (terminal: Terminal) => number,
  branchA: Int32Array,
  branchB: Int32Array,
  branch: (id: string) => number,
  other: (id: string) => number,
): Eye {
  const none = { kind: sensor.kind, a: -1, b: -1, branch: -1, closesAt: 0, opensAt: 0, oneWay: false };
  switch (sensor.kind) {
    case 'signal':
      return none;
    case 'step':
      other(sensor.follows);
      return none;
    case 'current': {
      const i = branch(sensor.branch);
      return {
        ...none,
        a: branchA[i]!,
        b: branchB[i]!,
        branch: i,
        closesAt: sensor.closesAtA,
        opensAt: sensor.opensAtA,
        oneWay: sensor.oneWay === true,
      };
    }
    case 'voltage':
      return { ...none, a: node(sensor.a), b: node(sensor.b), closesAt: sensor.closesAtV, opensAt: sensor.opensAtV };
    default:
      return sensor satisfies never;
  }
}

/** Joined terminals share a number. */
function numberNodes({ terminals, joints }: CircuitInput) {
  const index = new Map(terminals.map((name, at) => [name, at]));
  const at = (name: Terminal): number => {
    const found = index.get(name);
    if (found === undefined) throw new Error(`No terminal ${name} to join`);
    return found;
  };
  const metal = partition(terminals.length);
  for (const [a, b] of joints) metal.join(at(b), at(a));
  const numbers = new Map<number, number>();
  const nodeOfTerminal = new Map<Terminal, number>();
  terminals.forEach((name, item) => {
    const top = metal.find(item);
    if (!numbers.has(top)) numbers.set(top, numbers.size);
    nodeOfTerminal.set(name, numbers.get(top)!);
  });
  return { nodeOfTerminal, nodeCount: numbers.size };
}

function hasLoneDiode(branches: readonly Branch[], branchA: Int32Array, branchB: Int32Array, nodeCount: number): boolean {
  const fixed = connected(nodeCount, branchA, branchB, (at) => branches[at]!.kind === 'resistor' || branches[at]!.kind === 'source');
  return branches.some((branch, at) => branch.kind === 'diode' && fixed(branchA[at]!) !== fixed(branchB[at]!));
}

/** Answers the component of a node over the branches that are taken. */
function connected(nodeCount: number, branchA: Int32Array, branchB: Int32Array, taken: (at: number) => boolean): (node: number) => number {
  const nodes = partition(nodeCount);
  for (let at = 0; at < branchA.length; at++) if (taken(at)) nodes.join(branchB[at]!, branchA[at]!);
  return nodes.find;
}

/** One reference in each galvanically separate island: a preferred one, or else its first node. */
function chooseReferences(nodeCount: number, branchA: Int32Array, branchB: Int32Array, preferred: readonly number[]) {
  const root = connected(nodeCount, branchA, branchB, () => true);
  const chosen = new Map<number, number>();
  for (const node of preferred) if (!chosen.has(root(node))) chosen.set(root(node), node);
  for (let node = 0; node < nodeCount; node++) if (!chosen.has(root(node))) chosen.set(root(node), node);
  return { references: [...chosen.values()], islandCount: chosen.size };
}
