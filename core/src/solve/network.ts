/**
 * Node voltages of a resistive network, by elimination of one node after another.
 *
 * Expects: nodes 0 … n−1, branches between them with conductance g ≥ 0 (S), currents J (A) driven into
 * nodes, and at least one reference node (0 V) in every island.
 * Promises: v with  Σ g_ij (v_i − v_j) = J_i  at every node that is not a reference, to within rounding;
 * nodes with no conducting way to a reference are marked floating, not given a nonsense voltage.
 *
 * The nodal matrix of such a network is a weighted Laplacian. Eliminating node k from it is the
 * star–mesh transformation:
 *
 *     S    = Σ_i g_ki                          over the neighbours i of k, references included
 *     g_ij = g_ij + g_ki · g_kj / S            for every pair of neighbours
 *     J_i  = J_i + J_k · g_ki / S
 *     v_k  = (J_k + Σ_i g_ki · v_i) / S        on the way back
 *
 * This is Gaussian elimination with the diagonal never stored but summed afresh from the off-diagonals
 * (Grassmann, Taskar, Heyman 1985): no two numbers are ever subtracted, so each conductance keeps its
 * relative accuracy however far apart the values lie, no pivoting is needed, and S is exactly zero if
 * and only if the node has no conducting way to a reference. The usual nearly-zero pivot that turns a
 * floating node into nonsense cannot arise.
 *
 * Prepare once, change cheaply: what step k adds to each pair of its neighbours is kept apart, and a
 * conductance is summed afresh from those parts when it is needed. A changed branch then repeats only the
 * steps on the way from its own up to the root of the elimination tree. The node with the fewest neighbours
 * goes first (of equals one that no switch touches), which keeps fill-in low and the tree's branches apart:
 * what many share (a battery, a ground) goes last, and a job's switch repeats that job's steps and those.
 */

export interface NetworkBranch {
  readonly a: number;
  readonly b: number;
  /** Conductance changes between solves: a switch or a diode. */
  readonly varies: boolean;
}

export interface Network {
  /** Takes all conductances (S) and all driven currents (A, by node) anew. */
  reset(conductance: Float64Array, current: Float64Array): void;
  setConductance(branch: number, siemens: number): void;
  setCurrent(node: number, ampere: number): void;
  /** Repeats the elimination steps that the changes since the last call reach. */
  update(): void;
  /** Volts of a node after `update`; 0 where it floats. */
  volt(node: number): number;
  floats(node: number): boolean;
  readAll(volts: Float64Array, floating: Uint8Array): void;
  /** Whether the latest `update` changed something near a node: in its own part of the elimination tree. */
  isNear(node: number): boolean;
  /** Largest |Σ currents| at any node that is not a reference or floating, A. */
  residual(conductance: Float64Array, current: Float64Array, volts: Float64Array, floating: Uint8Array): number;
  /** Steps that the latest `update` repeated. */
  readonly repeated: number;
  readonly steps: number;
}

export type EliminationPlan = ReturnType<typeof planElimination>;

/** A plan serves any number of networks of the same shape. */
export function prepareNetwork(
  nodeCount: number,
  branches: readonly NetworkBranch[],
  references: readonly number[],
  plan = planElimination(nodeCount, branches, references),
): Network {
  const { order, stepOf, starts, neighbours, pairs, pairStarts, parent, home } = plan;
  const { partStarts, parts, branchEntry, entryStarts, entryBranches, driveStarts, driveEntries } = plan;
  const steps = order.length;
  const entries = neighbours.length;
  const isReference = new Uint8Array(nodeCount);
  for (const node of references) isReference[node] = 1;
  const branchA = Int32Array.from(branches, ({ a }) => a);
  const branchB = Int32Array.from(branches, ({ b }) => b);

  const branchG = new Float64Array(branches.length);
  const own = new Float64Array(entries); // conductance of the entry's own branches
  const g = new Float64Array(entries); // with what earlier steps added
  const pairG = new Float64Array(pairs.length); // what a step adds to each pair of its neighbours
  const passed = new Float64Array(entries); // current that a step passes on to each neighbour
  const driven = new Float64Array(nodeCount);
  const received = new Float64Array(steps);
  const inverse = new Float64Array(steps);
  const dirty = new Uint8Array(steps);
  const touchedAt = new Int32Array(steps);
  const volts = new Float64Array(nodeCount);
  const floating = new Uint8Array(nodeCount);
  const solvedAt = new Int32Array(steps);
  const sums = new Float64Array(nodeCount);
  let lowest = 0;
  let turn = 0;
  let repeated = 0;

  function mark(step: number): void {
    dirty[step] = 1;
    if (step < lowest) lowest = step;
  }

  function sumOwn(entry: number): void {
    let sum = 0;
    for (let at = entryStarts[entry]!; at < entryStarts[entry + 1]!; at++) sum += branchG[entryBranches[at]!]!;
    own[entry] = sum;
  }

  function eliminate(step: number): void {
    const begin = starts[step]!;
    const end = starts[step + 1]!;
    let sum = 0;
    for (let entry = begin; entry < end; entry++) {
      let value = own[entry]!;
      for (let at = partStarts[entry]!; at < partStarts[entry + 1]!; at++) value += pairG[parts[at]!]!;
      g[entry] = value;
      sum += value;
    }
    const reciprocal = sum > 0 ? 1 / sum : 0;
    inverse[step] = reciprocal;
    const node = order[step]!;
    let current = driven[node]!;
    for (let at = driveStarts[node]!; at < driveStarts[node + 1]!; at++) current += passed[driveEntries[at]!]!;
    received[step] = current;
    let pair = pairStarts[step]!;
    for (let i = begin; i < end; i++) {
      const share = g[i]! * reciprocal;
      passed[i] = current * share;
      for (let j = i + 1; j < end; j++) pairG[pair++] = share * g[j]!;
    }
  }

  /** v_k from the volts of its neighbours, which were all eliminated after it. */
  function substitute(step: number): void {
    if (solvedAt[step] === turn) return;
    solvedAt[step] = turn;
    const node = order[step]!;
    const reciprocal = inverse[step]!;
    if (reciprocal === 0) {
      volts[node] = 0;
      floating[node] = 1;
      return;
    }
    let sum = received[step]!;
    let adrift = 0;
    for (let entry = starts[step]!; entry < starts[step + 1]!; entry++) {
      const conductance = g[entry]!;
      if (conductance === 0) continue;
      const other = neighbours[entry]!;
      if (isReference[other]) continue;
      substitute(stepOf[other]!);
      sum += conductance * volts[other]!;
      adrift |= floating[other]!;
    }
    volts[node] = adrift ? 0 : sum * reciprocal;
    floating[node] = adrift;
  }

  return {
    steps,
    get repeated() {
      return repeated;
    },

    reset(conductance, current) {
      branchG.set(conductance);
      for (let entry = 0; entry < entries; entry++) sumOwn(entry);
      driven.set(current);
      dirty.fill(1);
      lowest = 0;
    },

    setConductance(branch, siemens) {
      if (branchG[branch] === siemens) return;
      branchG[branch] = siemens;
      const entry = branchEntry[branch]!;
      if (entry < 0) return;
      sumOwn(entry);
      mark(plan.entryStep[entry]!);
    },

    setCurrent(node, ampere) {
      if (driven[node] === ampere) return;
      driven[node] = ampere;
      if (!isReference[node]) mark(stepOf[node]!);
    },

    update() {
      turn++;
      repeated = 0;
      for (let step = lowest; step < steps; step++) {
        if (!dirty[step]) continue;
        dirty[step] = 0;
        eliminate(step);
        touchedAt[step] = turn;
        repeated++;
        if (parent[step]! >= 0) dirty[parent[step]!] = 1;
      }
      lowest = steps;
    },

    volt(node) {
      if (isReference[node]) return 0;
      substitute(stepOf[node]!);
      return volts[node]!;
    },

    floats(node) {
      if (isReference[node]) return false;
      substitute(stepOf[node]!);
      return floating[node] === 1;
    },

    readAll(intoVolts, intoFloating) {
      // Downwards: what a step rests on is there before it, and nothing is asked twice.
      for (let step = steps - 1; step >= 0; step--) if (solvedAt[step] !== turn) substitute(step);
      intoVolts.set(volts);
      intoFloating.set(floating);
    },

    isNear: (node) => home[node]! >= 0 && touchedAt[home[node]!] === turn,

    residual(conductance, current, solved, adrift) {
      sums.set(current);
      for (let at = 0; at < branchA.length; at++) {
        if (conductance[at] === 0) continue;
        const a = branchA[at]!;
        const b = branchB[at]!;
        const through = conductance[at]! * (solved[a]! - solved[b]!);
        sums[a] = sums[a]! - through;
        sums[b] = sums[b]! + through;
      }
      let worst = 0;
      for (let node = 0; node < nodeCount; node++) if (!isReference[node] && !adrift[node]) worst = Math.max(worst, Math.abs(sums[node]!));
      return worst;
    },
  };
}

/** Lists of lists in two flat arrays: list k is `items[starts[k] … starts[k+1])`. */
function flat(lists: readonly (readonly number[])[]): { starts: Int32Array; items: Int32Array } {
  const starts = new Int32Array(lists.length + 1);
  lists.forEach((list, at) => (starts[at + 1] = starts[at]! + list.length));
  return { starts, items: Int32Array.from(lists.flat()) };
}

/**
 * The symbolic half: who is eliminated when, and where each conductance lives.
 * Step k's neighbours are `neighbours[starts[k] … starts[k+1])`; an index into that array is an entry, the
 * home of one conductance. The pairs (i, j > i) of a step's entries are `pairs[pairStarts[k] …]` in that
 * order, each naming the entry that it adds to (−1 for two references, which need none); `parts` lists for
 * each entry the pairs that add to it.
 */
export function planElimination(nodeCount: number, branches: readonly NetworkBranch[], references: readonly number[]) {
  const isReference = new Uint8Array(nodeCount);
  for (const node of references) isReference[node] = 1;
  const adjacent: Map<number, number>[] = Array.from({ length: nodeCount }, () => new Map<number, number>());
  let slotCount = 0;
  const slotOf = (a: number, b: number): number => {
    let slot = adjacent[a]!.get(b);
    if (slot === undefined) {
      slot = slotCount++;
      adjacent[a]!.set(b, slot);
      adjacent[b]!.set(a, slot);
    }
    return slot;
  };
  const branchSlot = Int32Array.from(branches, ({ a, b }) => (a === b || (isReference[a] && isReference[b]) ? -1 : slotOf(a, b)));

  const touched = new Uint8Array(nodeCount);
  for (const { a, b, varies } of branches) if (varies) touched[a] = touched[b] = 1;

  const order: number[] = [];
  const starts: number[] = [0];
  const neighbours: number[] = [];
  const slots: number[] = [];
  const pairSlots: number[] = [];
  const pairStarts: number[] = [0];

  const eliminateNode = (node: number): void => {
    const around = [...adjacent[node]!];
    for (const [other, slot] of around) {
      neighbours.push(other);
      slots.push(slot);
      adjacent[other]!.delete(node);
    }
    for (let i = 0; i < around.length; i++)
      for (let j = i + 1; j < around.length; j++) {
        const a = around[i]![0];
        const b = around[j]![0];
        pairSlots.push(isReference[a] && isReference[b] ? -1 : slotOf(a, b));
      }
    order.push(node);
    starts.push(neighbours.length);
    pairStarts.push(pairSlots.length);
  };
  const left = new Set(Array.from({ length: nodeCount }, (_, node) => node).filter((node) => !isReference[node]));
  const rank = (node: number) => 2 * adjacent[node]!.size + touched[node]!;
  while (left.size > 0) {
    let best = -1;
    for (const node of left) {
      if (best < 0 || rank(node) < rank(best)) best = node;
      if (rank(best) <= 2) break;
    }
    left.delete(best);
    eliminateNode(best);
  }

  // A slot is met once as an entry, at the step that eliminates the first of its two nodes.
  const entryOfSlot = new Int32Array(slotCount).fill(-1);
  slots.forEach((slot, entry) => (entryOfSlot[slot] = entry));
  const pairs = Int32Array.from(pairSlots, (slot) => (slot < 0 ? -1 : entryOfSlot[slot]!));
  const partLists: number[][] = slots.map(() => []);
  pairs.forEach((entry, pair) => entry >= 0 && partLists[entry]!.push(pair));
  const branchEntry = Int32Array.from(branchSlot, (slot) => (slot < 0 ? -1 : entryOfSlot[slot]!));
  const branchLists: number[][] = slots.map(() => []);
  branchEntry.forEach((entry, branch) => entry >= 0 && branchLists[entry]!.push(branch));
  const driveLists: number[][] = Array.from({ length: nodeCount }, () => []);
  neighbours.forEach((node, entry) => driveLists[node]!.push(entry));

  const stepOf = new Int32Array(nodeCount).fill(-1);
  order.forEach((node, step) => (stepOf[node] = step));
  const entryStep = new Int32Array(neighbours.length);
  const parent = new Int32Array(order.length).fill(-1);
  for (let step = 0; step < order.length; step++)
    for (let entry = starts[step]!; entry < starts[step + 1]!; entry++) {
      entryStep[entry] = step;
      const next = stepOf[neighbours[entry]!]!;
      if (next >= 0 && (parent[step]! < 0 || next < parent[step]!)) parent[step] = next;
    }
  // The nearest node up the tree that a switch touches: where a change near a node first shows.
  const home = Int32Array.from({ length: nodeCount }, (_, node) => {
    let step = stepOf[node]!;
    while (step >= 0 && !touched[order[step]!] && parent[step]! >= 0) step = parent[step]!;
    return step;
  });

  const part = flat(partLists);
  const entry = flat(branchLists);
  const drive = flat(driveLists);
  return {
    order: Int32Array.from(order),
    stepOf,
    starts: Int32Array.from(starts),
    neighbours: Int32Array.from(neighbours),
    pairs,
    pairStarts: Int32Array.from(pairStarts),
    partStarts: part.starts,
    parts: part.items,
    branchEntry,
    entryStep,
    entryStarts: entry.starts,
    entryBranches: entry.items,
    driveStarts: drive.starts,
    driveEntries: drive.items,
    parent,
    home,
  };
}
