/**
 * A network whose switches follow sensors, solved to a state that agrees with itself.
 *
 *   prepareCircuit  names and joints become numbered nodes; one reference an island
 *   setConditions   supply voltages and temperatures become numbers in the matrix
 *   settle          signals are given; diodes, then sensors, are iterated to a fixed point
 *
 * Diodes: a passive network with two-state diodes has one consistent state, found by flipping the first
 * diode that contradicts its state until none does (Murty 1974; finite because every principal minor of
 * the reduced nodal matrix is positive). Sensors move all together, one step a round, as armatures do
 * that see the same instant; a round that comes back to an earlier one without settling is chatter.
 */
import type { Branch, Conditions, Sensor } from './primitives.ts';
import { prepareNetwork, type Network } from './network.ts';
import type { Terminal } from './terminal.ts';

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
  /** From a to b through each branch, A. */
  readonly amps: Float64Array;
  readonly closed: Uint8Array;
  /** State of each sensor. */
  readonly sensed: Uint8Array;
  /** Largest violation of Kirchhoff's current law, A. */
  readonly residualA: number;
}

export interface Circuit {
  readonly branches: readonly Branch[];
  readonly sensors: readonly Sensor[];
  readonly nodeCount: number;
  readonly network: Network;
  readonly islandCount: number;
  nodeOf(terminal: Terminal): number;
  branchIndex(id: string): number;
  sensorIndex(id: string): number;
  setConditions(conditions: Conditions): void;
  /** `from` is the state of the sensors before; all at rest when it is left out. */
  settle(on: (signal: string) => boolean, from?: Uint8Array): Solution;
}

/**
 * Conductance of a diode that blocks, S: 1 GΩ, the order of a silicon rectifier's leakage. It lets the
 * iteration see the volts across diodes that hold a part of the circuit between them.
 */
const DIODE_LEAK_S = 1e-9;

/** Residual above which a solution is not shown, as a share of the largest driven current. */
const RESIDUAL_LIMIT = 1e-6;

export function prepareCircuit(input: CircuitInput): Circuit {
  const { branches, sensors } = input;
  const { nodeOfTerminal, nodeCount } = numberNodes(input);
  const at = (terminal: Terminal): number => {
    const node = nodeOfTerminal.get(terminal);
    if (node === undefined) throw new Error(`No terminal ${terminal} in the circuit`);
    return node;
  };
  const branchA = Int32Array.from(branches, (branch) => at(branch.a));
  const branchB = Int32Array.from(branches, (branch) => at(branch.b));
  const branchIndices = new Map(branches.map((branch, index) => [branch.id, index]));
  const sensorIndices = new Map(sensors.map((sensor, index) => [sensor.id, index]));
  const index = (map: Map<string, number>, id: string): number => {
    const found = map.get(id);
    if (found === undefined) throw new Error(`No ${id} in the circuit`);
    return found;
  };
  const follows = Int32Array.from(branches, (branch) => (branch.kind === 'switch' ? index(sensorIndices, branch.follows) : -1));
  const watched = Int32Array.from(sensors, (sensor) => (sensor.kind === 'current' ? index(branchIndices, sensor.branch) : -1));
  const { references, islandCount } = chooseReferences(nodeCount, branchA, branchB, input.references.map(at));
  const network = prepareNetwork(
    nodeCount,
    branches.map((branch, i) => ({ a: branchA[i]!, b: branchB[i]!, varies: branch.kind === 'switch' || branch.kind === 'diode' })),
    references,
    [...watched]
      .filter((i) => i >= 0)
      .concat([...branches.keys()].filter((i) => branches[i]!.kind === 'diode'))
      .flatMap((i) => [branchA[i]!, branchB[i]!]),
  );

  const count = branches.length;
  const indicesOf = (kind: Branch['kind']) => Int32Array.from(branches.flatMap((branch, i) => (branch.kind === kind ? [i] : [])));
  const diodes = indicesOf('diode');
  const switches = indicesOf('switch');
  const closedWhen = Uint8Array.from(branches, (branch) => Number(branch.kind === 'switch' && branch.closedWhen));
  const currentSensors = Int32Array.from(sensors.flatMap((sensor, i) => (sensor.kind === 'current' ? [i] : [])));
  const closesAtA = Float64Array.from(sensors, (sensor) => (sensor.kind === 'current' ? sensor.closesAtA : 0));
  const opensAtA = Float64Array.from(sensors, (sensor) => (sensor.kind === 'current' ? sensor.opensAtA : 0));
  /** Whether some diode joins what nothing else joins for good; across a coil it does not. */
  const loneDiodes = hasLoneDiode(branches, branchA, branchB, nodeCount);

  // The workspace of every solve; a solution leaves with copies.
  const whenClosed = new Float64Array(count); // conductance when conducting, S
  const driveV = new Float64Array(count); // source voltage a over b, or the knee of a diode
  const conductance = new Float64Array(count);
  const conducting = new Uint8Array(count);
  const sourceCurrent = new Float64Array(nodeCount);
  const current = new Float64Array(nodeCount);
  const volts = new Float64Array(nodeCount);
  const floating = new Uint8Array(nodeCount);
  let largestDriveA = 0;
  let prepared = false;

  function drive(into: Float64Array, i: number): void {
    const a = branchA[i]!;
    const b = branchB[i]!;
    const amps = driveV[i]! * whenClosed[i]!;
    into[a] = into[a]! + amps;
    into[b] = into[b]! - amps;
  }

  function setConditions(conditions: Conditions): void {
    sourceCurrent.fill(0);
    largestDriveA = 0;
    branches.forEach((branch, i) => {
      const ohm = branch.ohm(conditions);
      if (!(ohm > 0)) throw new Error(`Branch ${branch.id} has a resistance of ${ohm} Ω`);
      whenClosed[i] = 1 / ohm;
      driveV[i] = branch.kind === 'source' ? branch.volt(conditions) : branch.kind === 'diode' ? branch.forwardV : 0;
      const fixed = branch.kind === 'resistor' || branch.kind === 'source';
      conducting[i] = Number(fixed);
      conductance[i] = fixed ? whenClosed[i]! : 0;
      if (branch.kind === 'source') drive(sourceCurrent, i);
      largestDriveA = Math.max(largestDriveA, Math.abs(driveV[i]! * whenClosed[i]!));
    });
    network.setConductances(conductance);
    prepared = true;
  }

  /** Solves with the switches as they are, flipping diodes until none contradicts its state. */
  function solveDiodes(): boolean {
    // Murty's rule needs at most 2^d flips and in practice about d.
    for (let flips = 0; flips <= 64 + 8 * diodes.length; flips++) {
      current.set(sourceCurrent);
      for (const i of diodes) {
        conductance[i] = conducting[i] ? whenClosed[i]! : DIODE_LEAK_S;
        if (conducting[i]) drive(current, i);
      }
      network.solve(conductance, current, volts, floating, true);
      let wrong = -1;
      for (const i of diodes) {
        const a = branchA[i]!;
        const b = branchB[i]!;
        const forward = !(floating[a]! | floating[b]!) && volts[a]! - volts[b]! > driveV[i]!;
        if (forward === (conducting[i] === 1)) continue;
        wrong = i;
        break;
      }
      if (wrong < 0) return true;
      conducting[wrong] = conducting[wrong] ? 0 : 1;
    }
    return false;
  }

  /** Moves every sensor to what it sees now; whether any moved. */
  function sense(sensed: Uint8Array): boolean {
    let moved = false;
    for (const s of currentSensors) {
      const i = watched[s]!;
      const amps = Math.abs((volts[branchA[i]!]! - volts[branchB[i]!]!) * conductance[i]!);
      const next = Number(amps >= (sensed[s] ? opensAtA[s]! : closesAtA[s]!));
      if (next !== sensed[s]) moved = true;
      sensed[s] = next;
    }
    return moved;
  }

  function settle(on: (signal: string) => boolean, from?: Uint8Array): Solution {
    if (!prepared) throw new Error('setConditions comes before settle');
    const sensed = new Uint8Array(sensors.length);
    sensors.forEach((sensor, i) => {
      sensed[i] = sensor.kind === 'signal' ? Number(on(sensor.signal)) : (from?.[i] ?? 0);
    });
    for (const i of diodes) conducting[i] = 0;
    const seen = new Set<string>();
    let outcome: Outcome | null = null;
    let rounds = 0;
    while (outcome === null) {
      rounds++;
      for (const i of switches) {
        conducting[i] = Number(sensed[follows[i]!] === closedWhen[i]);
        conductance[i] = conducting[i] ? whenClosed[i]! : 0;
      }
      // No chain of relays that comes to rest takes more rounds than there are relays, and one; only
      // past that is it worth while to remember where it has been.
      const key = rounds > currentSensors.length ? sensed.join('') : '';
      if (!solveDiodes()) outcome = 'unsolved';
      else if (key !== '' && seen.has(key)) outcome = 'chatters';
      else if (!sense(sensed)) outcome = 'settled';
      seen.add(key);
    }

    network.solve(conductance, current, volts, floating);
    const amps = new Float64Array(count);
    for (let i = 0; i < count; i++) if (conducting[i]) amps[i] = (volts[branchA[i]!]! - volts[branchB[i]!]! - driveV[i]!) * whenClosed[i]!;
    const residualA = network.residual(conductance, current, volts, floating);
    if (residualA > RESIDUAL_LIMIT * Math.max(largestDriveA, 1e-9)) outcome = 'unsolved';
    if (loneDiodes) {
      // What hangs on the circuit by nothing but the leakage of diodes floats, whatever its volts.
      for (const i of diodes) if (!conducting[i]) conductance[i] = 0;
      network.solve(conductance, current, new Float64Array(nodeCount), floating);
    }
    return { outcome, rounds, volts: volts.slice(), floating: floating.slice(), amps, closed: conducting.slice(), sensed, residualA };
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
    settle,
  };
}

/** Joined terminals share a number. */
function numberNodes({ terminals, joints }: CircuitInput) {
  const parent = new Map<Terminal, Terminal>(terminals.map((name) => [name, name]));
  const root = (name: Terminal): Terminal => {
    let top = name;
    while (parent.get(top) !== top) {
      const next = parent.get(top);
      if (next === undefined) throw new Error(`No terminal ${name} to join`);
      top = next;
    }
    return top;
  };
  for (const [a, b] of joints) parent.set(root(a), root(b));
  const numbers = new Map<Terminal, number>();
  const nodeOfTerminal = new Map<Terminal, number>();
  for (const name of terminals) {
    const top = root(name);
    if (!numbers.has(top)) numbers.set(top, numbers.size);
    nodeOfTerminal.set(name, numbers.get(top)!);
  }
  return { nodeOfTerminal, nodeCount: numbers.size };
}

function hasLoneDiode(branches: readonly Branch[], branchA: Int32Array, branchB: Int32Array, nodeCount: number): boolean {
  const fixed = connected(nodeCount, branchA, branchB, (at) => branches[at]!.kind === 'resistor' || branches[at]!.kind === 'source');
  return branches.some((branch, at) => branch.kind === 'diode' && fixed(branchA[at]!) !== fixed(branchB[at]!));
}

/** Answers the component of a node over the branches that are taken. */
function connected(nodeCount: number, branchA: Int32Array, branchB: Int32Array, taken: (at: number) => boolean): (node: number) => number {
  const parent = Int32Array.from({ length: nodeCount }, (_, node) => node);
  const root = (node: number): number => {
    let top = node;
    while (parent[top] !== top) top = parent[top]!;
    return top;
  };
  for (let at = 0; at < branchA.length; at++) if (taken(at)) parent[root(branchA[at]!)] = root(branchB[at]!);
  return root;
}

/** One reference in each galvanically separate island: a preferred one, or else its first node. */
function chooseReferences(nodeCount: number, branchA: Int32Array, branchB: Int32Array, preferred: readonly number[]) {
  const root = connected(nodeCount, branchA, branchB, () => true);
  const chosen = new Map<number, number>();
  for (const node of preferred) if (!chosen.has(root(node))) chosen.set(root(node), node);
  for (let node = 0; node < nodeCount; node++) if (!chosen.has(root(node))) chosen.set(root(node), node);
  return { references: [...chosen.values()], islandCount: chosen.size };
}
