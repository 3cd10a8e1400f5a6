import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Matrix, solve as denseSolve } from 'ml-matrix';
import { type NetworkBranch, prepareNetwork } from './network.ts';

interface Given {
  nodes: number;
  branches: (NetworkBranch & { g: number })[];
  drive: { node: number; ampere: number }[];
}

function solveNetwork({ nodes, branches, drive }: Given) {
  const network = prepareNetwork(nodes, branches, [0]);
  const conductance = Float64Array.from(branches, ({ g }) => g);
  const current = new Float64Array(nodes);
  for (const { node, ampere } of drive) current[node] = current[node]! + ampere;
  const volts = new Float64Array(nodes);
  const floating = new Uint8Array(nodes);
  network.reset(conductance, current);
  network.update();
  network.readAll(volts, floating);
  return { volts, floating, current, conductance, residual: network.residual(conductance, current, volts, floating) };
}

/** The plain nodal matrix of the same network, row and column of the reference left out. */
function denseTwin({ nodes, branches, drive }: Given): number[] {
  const matrix = Matrix.zeros(nodes - 1, nodes - 1);
  for (const { a, b, g } of branches)
    for (const [i, j] of [
      [a, b],
      [b, a],
    ] as const)
      if (i > 0) {
        matrix.set(i - 1, i - 1, matrix.get(i - 1, i - 1) + g);
        if (j > 0) matrix.set(i - 1, j - 1, matrix.get(i - 1, j - 1) - g);
      }
  const right = Matrix.zeros(nodes - 1, 1);
  for (const { node, ampere } of drive) if (node > 0) right.set(node - 1, 0, right.get(node - 1, 0) + ampere);
  return [0, ...denseSolve(matrix, right).to1DArray()];
}

const ohm = (a: number, b: number, resistance: number, varies = false) => ({ a, b, g: 1 / resistance, varies });

/** A connected network: a random tree, and more branches on top. */
const connected = fc.integer({ min: 2, max: 16 }).chain((nodes) =>
  fc.record({
    nodes: fc.constant(nodes),
    branches: fc
      .tuple(
        fc.tuple(
          ...Array.from({ length: nodes - 1 }, (_, at) =>
            fc.tuple(fc.integer({ min: 0, max: at }), fc.integer({ min: -3, max: 3 }), fc.boolean()),
          ),
        ),
        fc.array(fc.tuple(fc.nat(nodes - 1), fc.nat(nodes - 1), fc.integer({ min: -3, max: 3 }), fc.boolean()), { maxLength: 20 }),
      )
      .map(([tree, extra]) => [
        ...tree.map(([parent, decade, varies], at) => ({ a: at + 1, b: parent, g: 10 ** decade, varies })),
        ...extra.map(([a, b, decade, varies]) => ({ a, b, g: 10 ** decade, varies })),
      ]),
    drive: fc.array(fc.record({ node: fc.nat(nodes - 1), ampere: fc.integer({ min: -50, max: 50 }) }), { minLength: 1, maxLength: 6 }),
  }),
);

describe('closed forms', () => {
  test('two meshes: 12 V behind 2 Ω and 6 V behind 3 Ω share 6 Ω; the node stands at (12/2 + 6/3)/(1/2 + 1/3 + 1/6) = 8 V (Millman)', () => {
    const { volts } = solveNetwork({
      nodes: 2,
      branches: [ohm(1, 0, 2), ohm(1, 0, 3), ohm(1, 0, 6)],
      drive: [
        { node: 1, ampere: 12 / 2 },
        { node: 1, ampere: 6 / 3 },
      ],
    });
    expect(volts[1]).toBeCloseTo(8, 12);
  });

  test('unbalanced bridge: 10 V over 1–2 and 3–4 Ω arms, 5 Ω across, by Cramer’s rule', () => {
    // Node 1 is the source (10 V behind 1 mΩ), 2 and 3 the middles. Kirchhoff at 2 and 3:
    // v2(1/1 + 1/2 + 1/5) − v3/5 = 10/1;  v3(1/3 + 1/4 + 1/5) − v2/5 = 10/3.
    const determinant = 1.7 * (47 / 60) - 0.04;
    const v2 = (10 * (47 / 60) + (10 / 3) * 0.2) / determinant;
    const v3 = (1.7 * (10 / 3) + 0.2 * 10) / determinant;
    const { volts } = solveNetwork({
      nodes: 4,
      branches: [ohm(1, 0, 1e-9), ohm(1, 2, 1), ohm(2, 0, 2), ohm(1, 3, 3), ohm(3, 0, 4), ohm(2, 3, 5, true)],
      drive: [{ node: 1, ampere: 10e9 }],
    });
    expect(volts[2]).toBeCloseTo(v2, 7);
    expect(volts[3]).toBeCloseTo(v3, 7);
  });

  test('ladder of 1 Ω rungs and rails: 1 A into it meets Fibonacci ratios (13/8 Ω after six resistors)', () => {
    // R1 = 2, then R(n+1) = 1 + R(n)·1/(R(n) + 1): 2, 5/3, 13/8.
    const { volts } = solveNetwork({
      nodes: 4,
      branches: [ohm(3, 2, 1), ohm(2, 0, 1), ohm(2, 1, 1), ohm(1, 0, 1), ohm(1, 0, 2, true)],
      drive: [{ node: 3, ampere: 1 }],
    });
    expect(volts[3]).toBeCloseTo(13 / 8, 12);
  });
});

describe('any connected network', () => {
  test('agrees with a general dense solver on the plain nodal matrix (ml-matrix)', () => {
    fc.assert(
      fc.property(connected, (given) => {
        const { volts } = solveNetwork(given);
        const twin = denseTwin(given);
        const scale = Math.max(1, ...twin.map(Math.abs));
        for (let node = 0; node < given.nodes; node++) expect(Math.abs(volts[node]! - twin[node]!)).toBeLessThan(1e-7 * scale);
      }),
      { seed: 60228, numRuns: 300 },
    );
  });

  test('keeps Kirchhoff’s current law at every node and the balance of power', () => {
    fc.assert(
      fc.property(connected, (given) => {
        const { volts, residual, current } = solveNetwork(given);
        const scale = Math.max(1, ...current.map(Math.abs));
        expect(residual).toBeLessThan(1e-9 * scale * 1e3);
        const spent = given.branches.reduce((sum, { a, b, g }) => sum + g * (volts[a]! - volts[b]!) ** 2, 0);
        const given_ = current.reduce((sum, ampere, node) => sum + ampere * volts[node]!, 0);
        expect(Math.abs(spent - given_)).toBeLessThan(1e-7 * Math.max(1, spent));
      }),
      { seed: 1845, numRuns: 300 },
    );
  });

  test('does not depend on which branches are declared to vary', () => {
    fc.assert(
      fc.property(connected, (given) => {
        const turned = { ...given, branches: given.branches.map((branch) => ({ ...branch, varies: !branch.varies })) };
        const first = solveNetwork(given).volts;
        const second = solveNetwork(turned).volts;
        const scale = Math.max(1, ...first.map(Math.abs));
        first.forEach((volt, node) => expect(Math.abs(volt - second[node]!)).toBeLessThan(1e-8 * scale));
      }),
      { seed: 72552, numRuns: 150 },
    );
  });
});

describe('hard cases', () => {
  test('a node with no conducting way to the reference floats; it gets no volts, and spoils no other', () => {
    const { volts, floating } = solveNetwork({
      nodes: 5,
      branches: [ohm(1, 0, 10), { a: 1, b: 2, g: 0, varies: true }, ohm(2, 3, 1e-3), ohm(3, 4, 1e6)],
      drive: [{ node: 1, ampere: 1 }],
    });
    expect([...floating]).toEqual([0, 0, 1, 1, 1]);
    expect(volts[1]).toBeCloseTo(10, 12);
    expect([...volts].slice(2)).toEqual([0, 0, 0]);
  });

  test('1 µΩ beside 1 TΩ: eighteen decades lose no figure of the small leak', () => {
    // 1 A into node 2, over 1 TΩ to node 1, which is tied to the reference by 1 µΩ.
    const { volts } = solveNetwork({
      nodes: 3,
      branches: [ohm(2, 1, 1e12), ohm(1, 0, 1e-6), ohm(2, 0, 1e12, true)],
      drive: [{ node: 2, ampere: 1e-12 }],
    });
    expect(volts[2]! / 0.5).toBeCloseTo(1, 9);
    expect(volts[1]! / 0.5e-18).toBeCloseTo(1, 9);
  });

  test('parallel branches, a branch onto itself and two references are taken as they are', () => {
    const network = prepareNetwork(
      3,
      [
        { a: 1, b: 0, varies: false },
        { a: 1, b: 0, varies: true },
        { a: 1, b: 1, varies: false },
        { a: 0, b: 2, varies: false },
        { a: 1, b: 2, varies: false },
      ],
      [0, 2],
    );
    const conductance = Float64Array.from([1, 1, 5, 7, 2]);
    const volts = new Float64Array(3);
    const floating = new Uint8Array(3);
    network.reset(conductance, Float64Array.from([0, 8, 0]));
    network.update();
    network.readAll(volts, floating);
    expect(volts[1]).toBeCloseTo(2, 12);
  });

  test('flipping a switch repeats only what hangs above it in the tree', () => {
    const chain = Array.from({ length: 40 }, (_, at) => ({ a: at, b: at + 1, varies: at === 20 }));
    const network = prepareNetwork(41, chain, [0]);
    const conductance = new Float64Array(40).fill(1);
    network.reset(
      conductance,
      Float64Array.from({ length: 41 }, (_, node) => Number(node === 40)),
    );
    network.update();
    expect(network.repeated).toBe(40);
    network.setConductance(20, 0.5);
    network.update();
    // The chain is eaten from both ends: half of it hangs above the switch.
    expect(network.repeated).toBeLessThanOrEqual(21);
    expect(network.volt(40)).toBeCloseTo(41, 12);
    network.setConductance(20, 0);
    network.update();
    expect([network.floats(40), network.floats(20)]).toEqual([true, false]);
  });

  test('changed one by one in any order, it is what it would be made anew (seed 8820)', () => {
    fc.assert(
      fc.property(connected, fc.array(fc.tuple(fc.nat(), fc.integer({ min: -4, max: 3 })), { maxLength: 30 }), (given, changes) => {
        const network = prepareNetwork(given.nodes, given.branches, [0]);
        const conductance = Float64Array.from(given.branches, ({ g }) => g);
        const current = new Float64Array(given.nodes);
        for (const { node, ampere } of given.drive) current[node] = current[node]! + ampere;
        network.reset(conductance, current);
        const branches = given.branches.map((branch) => ({ ...branch }));
        for (const [pick, decade] of changes) {
          const at = pick % branches.length;
          branches[at]!.g = decade < -3 ? 0 : 10 ** decade;
          network.setConductance(at, branches[at]!.g);
          network.update();
        }
        network.update();
        const anew = solveNetwork({ ...given, branches });
        const scale = Math.max(1, ...anew.volts.map(Math.abs));
        for (let node = 0; node < given.nodes; node++) {
          expect(network.floats(node)).toBe(anew.floating[node] === 1);
          expect(Math.abs(network.volt(node) - anew.volts[node]!)).toBeLessThan(1e-9 * scale);
        }
      }),
      { seed: 8820, numRuns: 200 },
    );
  });
});
