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
 * Prepare once: nodes that touch no branch of changing conductance are ordered first and eliminated
 * once (`setConductances`); flipping a switch repeats only the few that do (`solve`). Within each group
 * the node with the fewest neighbours goes first, which keeps fill-in low.
 */

export interface NetworkBranch {
  readonly a: number;
  readonly b: number;
  /** Conductance changes between solves: a switch or a diode. */
  readonly varies: boolean;
}

export interface Network {
  /** Takes the conductances of all branches, S; the fixed ones are eliminated here. */
  setConductances(conductance: Float64Array): void;
  /**
   * Solves with the varying conductances as they are now. `current` is driven into each node, A.
   * `watchedOnly` finds the volts of the watched nodes and of those that switches touch, and no others.
   */
  solve(conductance: Float64Array, current: Float64Array, volts: Float64Array, floating: Uint8Array, watchedOnly?: boolean): void;
  /** Largest |Σ currents| at any node that is not a reference or floating, A. */
  residual(conductance: Float64Array, current: Float64Array, volts: Float64Array, floating: Uint8Array): number;
  readonly eliminatedOnce: number;
  readonly eliminatedEachTime: number;
}

export function prepareNetwork(
  nodeCount: number,
  branches: readonly NetworkBranch[],
  references: readonly number[],
  watched: readonly number[] = [],
): Network {
  const plan = planElimination(nodeCount, branches, references);
  const { order, starts, neighbours, slots, pairs, pairStarts, slotCount, branchSlot, staticCount } = plan;
  const steps = order.length;
  const watchedSteps = stepsTowards(plan, watched);

  const fixed = new Float64Array(slotCount);
  const work = new Float64Array(slotCount);
  const inverse = new Float64Array(steps);
  const driven = new Float64Array(nodeCount);
  const sums = new Float64Array(nodeCount);
  const branchA = Int32Array.from(branches, ({ a }) => a);
  const branchB = Int32Array.from(branches, ({ b }) => b);
  const isReference = new Uint8Array(nodeCount);
  for (const node of references) isReference[node] = 1;
  const varying = Int32Array.from(branches.flatMap((branch, at) => (branch.varies && branchSlot[at]! >= 0 ? [at] : [])));

  /** Star–mesh for steps [from, to) on the slot conductances `g`. */
  function eliminate(g: Float64Array, from: number, to: number): void {
    for (let step = from; step < to; step++) {
      const begin = starts[step]!;
      const end = starts[step + 1]!;
      let sum = 0;
      for (let at = begin; at < end; at++) sum += g[slots[at]!]!;
      const reciprocal = sum > 0 ? 1 / sum : 0;
      inverse[step] = reciprocal;
      if (reciprocal === 0) continue;
      let pair = pairStarts[step]!;
      for (let i = begin; i < end; i++) {
        const share = g[slots[i]!]! * reciprocal;
        for (let j = i + 1; j < end; j++) {
          const target = pairs[pair++]!;
          if (target >= 0) g[target] = g[target]! + share * g[slots[j]!]!;
        }
      }
    }
  }

  /** v_k from the volts of its neighbours, which were all eliminated after it. */
  function substitute(step: number, volts: Float64Array, floating: Uint8Array): void {
    const node = order[step]!;
    const reciprocal = inverse[step]!;
    if (reciprocal === 0) {
      volts[node] = 0;
      floating[node] = 1;
      return;
    }
    let sum = driven[node]!;
    let adrift = 0;
    for (let at = starts[step]!; at < starts[step + 1]!; at++) {
      const conductanceTo = work[slots[at]!]!;
      if (conductanceTo === 0) continue;
      const other = neighbours[at]!;
      sum += conductanceTo * volts[other]!;
      adrift |= floating[other]!;
    }
    volts[node] = sum * reciprocal;
    floating[node] = adrift;
  }

  return {
    eliminatedOnce: staticCount,
    eliminatedEachTime: steps - staticCount,

    setConductances(conductance) {
      fixed.fill(0);
      for (let at = 0; at < branches.length; at++) {
        const slot = branchSlot[at]!;
        if (slot >= 0 && !branches[at]!.varies) fixed[slot] = fixed[slot]! + conductance[at]!;
      }
      eliminate(fixed, 0, staticCount);
    },

    solve(conductance, current, volts, floating, watchedOnly = false) {
      work.set(fixed);
      for (let at = 0; at < varying.length; at++) {
        const branch = varying[at]!;
        const slot = branchSlot[branch]!;
        work[slot] = work[slot]! + conductance[branch]!;
      }
      eliminate(work, staticCount, steps);

      driven.set(current);
      for (let step = 0; step < steps; step++) {
        const share = driven[order[step]!]! * inverse[step]!;
        if (share === 0) continue;
        for (let at = starts[step]!; at < starts[step + 1]!; at++) {
          const node = neighbours[at]!;
          driven[node] = driven[node]! + share * work[slots[at]!]!;
        }
      }
      for (const node of references) {
        volts[node] = 0;
        floating[node] = 0;
      }
      for (let step = steps - 1; step >= staticCount; step--) substitute(step, volts, floating);
      if (watchedOnly) for (let at = 0; at < watchedSteps.length; at++) substitute(watchedSteps[at]!, volts, floating);
      else for (let step = staticCount - 1; step >= 0; step--) substitute(step, volts, floating);
    },

    residual(conductance, current, volts, floating) {
      sums.set(current);
      for (let at = 0; at < branchA.length; at++) {
        const a = branchA[at]!;
        const b = branchB[at]!;
        const through = conductance[at]! * (volts[a]! - volts[b]!);
        sums[a] = sums[a]! - through;
        sums[b] = sums[b]! + through;
      }
      let worst = 0;
      for (let node = 0; node < nodeCount; node++)
        if (!isReference[node] && !floating[node]) worst = Math.max(worst, Math.abs(sums[node]!));
      return worst;
    },
  };
}

/** Steps of the once-eliminated group whose volts the watched nodes rest on, the last eliminated first. */
function stepsTowards(
  { order, starts, neighbours, staticCount }: ReturnType<typeof planElimination>,
  watched: readonly number[],
): Int32Array {
  const stepOf = new Map(Array.from(order, (node, step) => [node, step]));
  const needed = new Set<number>();
  const need = (node: number): void => {
    const step = stepOf.get(node);
    if (step === undefined || step >= staticCount || needed.has(step)) return;
    needed.add(step);
    for (let at = starts[step]!; at < starts[step + 1]!; at++) need(neighbours[at]!);
  };
  watched.forEach(need);
  return Int32Array.from([...needed].sort((a, b) => b - a));
}

/**
 * The symbolic half: who is eliminated when, and where each conductance lives.
 * Step k's neighbours are `neighbours[starts[k] … starts[k+1])`, their conductances are in `slots` at the
 * same places, and the pairs (i, j > i) of them update `pairs[pairStarts[k] …]` in that order (−1 for two
 * references, which need none).
 */
function planElimination(nodeCount: number, branches: readonly NetworkBranch[], references: readonly number[]) {
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
  const pairs: number[] = [];
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
        pairs.push(isReference[a] && isReference[b] ? -1 : slotOf(a, b));
      }
    order.push(node);
    starts.push(neighbours.length);
    pairStarts.push(pairs.length);
  };
  const eliminateGroup = (group: Set<number>): void => {
    while (group.size > 0) {
      let best = -1;
      for (const node of group) {
        if (best < 0 || adjacent[node]!.size < adjacent[best]!.size) best = node;
        if (adjacent[best]!.size <= 2) break;
      }
      group.delete(best);
      eliminateNode(best);
    }
  };
  const group = (varies: 0 | 1) =>
    new Set(Array.from({ length: nodeCount }, (_, node) => node).filter((node) => !isReference[node] && touched[node] === varies));
  eliminateGroup(group(0));
  const staticCount = order.length;
  eliminateGroup(group(1));

  return {
    order: Int32Array.from(order),
    starts: Int32Array.from(starts),
    neighbours: Int32Array.from(neighbours),
    slots: Int32Array.from(slots),
    pairs: Int32Array.from(pairs),
    pairStarts: Int32Array.from(pairStarts),
    slotCount,
    branchSlot,
    staticCount,
  };
}
