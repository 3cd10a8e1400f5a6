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
  );

  const count = branches.length;
  const whenClosed = new Float64Array(count); // conductance when conducting, S
  const driveV = new Float64Array(count); // source voltage a over b, or minus the forward voltage of a diode
  const conductance = new Float64Array(count);
  const current = new Float64Array(nodeCount);
  const diodes = Int32Array.from(branches.flatMap((branch, i) => (branch.kind === 'diode' ? [i] : [])));
  let prepared = false;

  function setConditions(conditions: Conditions): void {
    branches.forEach((branch, i) => {
      const ohm = branch.ohm(conditions);
      if (!(ohm > 0)) throw new Error(`Branch ${branch.id} has a resistance of ${ohm} Ω`);
      whenClosed[i] = 1 / ohm;
      driveV[i] = branch.kind === 'source' ? branch.volt(conditions) : branch.kind === 'diode' ? branch.forwardV : 0;
      conductance[i] = branch.kind === 'switch' || branch.kind === 'diode' ? 0 : whenClosed[i]!;
    });
    network.setConductances(conductance);
    prepared = true;
  }

  /** Currents driven into the nodes by sources and by the knees of conducting diodes. */
  function drive(conducting: Uint8Array): void {
    current.fill(0);
    for (let i = 0; i < count; i++) {
      if (driveV[i] === 0 || !conducting[i]) continue;
      const a = branchA[i]!;
      const b = branchB[i]!;
      const amps = driveV[i]! * whenClosed[i]!;
      current[a] = current[a]! + amps;
      current[b] = current[b]! - amps;
    }
  }

  function settle(on: (signal: string) => boolean, from?: Uint8Array): Solution {
    if (!prepared) throw new Error('setConditions comes before settle');
    const sensed = new Uint8Array(sensors.length);
    sensors.forEach((sensor, i) => {
      sensed[i] = sensor.kind === 'signal' ? Number(on(sensor.signal)) : (from?.[i] ?? 0);
    });
    const conducting = new Uint8Array(count);
    const volts = new Float64Array(nodeCount);
    const floating = new Uint8Array(nodeCount);
    for (let i = 0; i < count; i++) conducting[i] = Number(branches[i]!.kind !== 'diode');

    const solveOnce = (): void => {
      for (let i = 0; i < count; i++) conductance[i] = conducting[i] ? whenClosed[i]! : 0;
      for (const i of diodes) if (!conducting[i]) conductance[i] = DIODE_LEAK_S;
      drive(conducting);
      network.solve(conductance, current, volts, floating);
    };
    const solveDiodes = (): boolean => {
      // Murty's rule needs at most 2^d flips and in practice about d.
      for (let flips = 0; flips <= 64 + 8 * diodes.length; flips++) {
        solveOnce();
        let wrong = -1;
        for (const i of diodes) {
          const across = volts[branchA[i]!]! - volts[branchB[i]!]!;
          const adrift = floating[branchA[i]!]! | floating[branchB[i]!]!;
          const forward = !adrift && across > driveV[i]!;
          if (forward !== (conducting[i] === 1)) {
            wrong = i;
            break;
          }
        }
        if (wrong < 0) return true;
        conducting[wrong] = conducting[wrong] ? 0 : 1;
      }
      return false;
    };

    const seen = new Set<string>();
    let outcome: Outcome = 'chatters';
    let rounds = 0;
    for (;;) {
      rounds++;
      for (let i = 0; i < count; i++) {
        const branch = branches[i]!;
        if (branch.kind === 'switch') conducting[i] = Number((sensed[follows[i]!] === 1) === branch.closedWhen);
      }
      if (!solveDiodes()) {
        outcome = 'unsolved';
        break;
      }
      let moved = false;
      const key = sensed.join('');
      if (seen.has(key)) break;
      seen.add(key);
      for (let s = 0; s < sensors.length; s++) {
        const sensor = sensors[s]!;
        if (sensor.kind !== 'current') continue;
        const i = watched[s]!;
        const amps = Math.abs((volts[branchA[i]!]! - volts[branchB[i]!]!) * conductance[i]!);
        const next = Number(amps >= (sensed[s] ? sensor.opensAtA : sensor.closesAtA));
        if (next !== sensed[s]) moved = true;
        sensed[s] = next;
      }
      if (!moved) {
        outcome = 'settled';
        break;
      }
    }

    const amps = new Float64Array(count);
    let largest = 0;
    for (let i = 0; i < count; i++) {
      if (!conducting[i]) continue;
      const across = volts[branchA[i]!]! - volts[branchB[i]!]!;
      amps[i] = (across - driveV[i]!) * whenClosed[i]!;
      largest = Math.max(largest, Math.abs(driveV[i]! * whenClosed[i]!));
    }
    const residualA = network.residual(conductance, current, volts, floating);
    if (diodes.length > 0) {
      // What hangs on the circuit by nothing but the leakage of diodes floats, whatever its volts.
      for (const i of diodes) if (!conducting[i]) conductance[i] = 0;
      network.solve(conductance, current, new Float64Array(nodeCount), floating);
    }
    if (residualA > RESIDUAL_LIMIT * Math.max(largest, 1e-9)) outcome = 'unsolved';
    return { outcome, rounds, volts, floating, amps, closed: conducting, sensed, residualA };
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

/** One reference in each galvanically separate island: a preferred one, or else its first node. */
function chooseReferences(nodeCount: number, branchA: Int32Array, branchB: Int32Array, preferred: readonly number[]) {
  const parent = Int32Array.from({ length: nodeCount }, (_, node) => node);
  const root = (node: number): number => {
    let top = node;
    while (parent[top] !== top) top = parent[top]!;
    return top;
  };
  for (let i = 0; i < branchA.length; i++) parent[root(branchA[i]!)] = root(branchB[i]!);
  const chosen = new Map<number, number>();
  for (const node of preferred) if (!chosen.has(root(node))) chosen.set(root(node), node);
  for (let node = 0; node < nodeCount; node++) if (!chosen.has(root(node))) chosen.set(root(node), node);
  return { references: [...chosen.values()], islandCount: chosen.size };
}
