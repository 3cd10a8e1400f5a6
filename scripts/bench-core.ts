/** Figures of the core, printed one a line; run by `npm run bench`. */
import { readFileSync } from 'node:fs';
import { join, dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { LuDecomposition, Matrix } from 'ml-matrix';
import {
  analyse,
  applyPatches,
  compile,
  mintId,
  parseDesign,
  parseDesignText,
  toCircuit,
  type Circuit,
  type Design,
} from '@iron-nudge/core';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const say = (what: string, figure: string) => process.stdout.write(`${what.padEnd(64)} ${figure}\n`);

function demo(jobs: number): Design {
  const parsed = parseDesignText(readFileSync(join(root, 'examples/demo/owl-box.json'), 'utf8'));
  if (!parsed.ok) throw new Error('The demo cannot be read');
  const design = parsed.design;
  const all = [...design.jobs];
  while (all.length < jobs)
    all.push({ ...design.jobs[all.length % design.jobs.length]!, id: mintId('job', all), name: `More ${all.length}` });
  return { ...design, jobs: all };
}

function percentile(times: number[], share: number): number {
  return [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(share * times.length))]!;
}

/** One typed digit: patch, check of the document, compile, every state at every corner, all rules. */
function keystroke(jobs: number): void {
  let design = demo(jobs);
  const times: number[] = [];
  for (let stroke = 0; stroke < 260; stroke++) {
    const begun = performance.now();
    design = applyPatches(design, [{ path: ['jobs', stroke % jobs, 'loads', 0, 'plate', 'value'], value: 2 + (stroke % 7) / 10 }]);
    const parsed = parseDesign(design);
    if (!parsed.ok) throw new Error('The benchmark made a bad document');
    analyse(parsed.design);
    if (stroke >= 60) times.push(performance.now() - begun);
  }
  say(`keystroke to findings, ${jobs} jobs`, `p50 ${percentile(times, 0.5).toFixed(2)} ms, p95 ${percentile(times, 0.95).toFixed(2)} ms`);
}

const conditions = { volt: () => 12.7, airC: () => 20, wireC: () => 20, coilWarmth: 0 };

/** The nodal matrix of one state, built and factored by a general-purpose package. */
function denseSolve(circuit: Circuit, closed: Uint8Array): number {
  const n = circuit.nodeCount;
  const matrix = Matrix.eye(n, n).mul(1e-9);
  const right = Matrix.zeros(n, 1);
  circuit.branches.forEach((branch, at) => {
    if (!closed[at]) return;
    const g = 1 / branch.ohm(conditions);
    const a = circuit.nodeOf(branch.a);
    const b = circuit.nodeOf(branch.b);
    matrix.set(a, a, matrix.get(a, a) + g);
    matrix.set(b, b, matrix.get(b, b) + g);
    matrix.set(a, b, matrix.get(a, b) - g);
    matrix.set(b, a, matrix.get(b, a) - g);
    if (branch.kind !== 'source') return;
    right.set(a, 0, right.get(a, 0) + 12.7 * g);
    right.set(b, 0, right.get(b, 0) - 12.7 * g);
  });
  return new LuDecomposition(matrix).solve(right).get(0, 0);
}

function perSecond(work: (turn: number) => void, leastMs: number): number {
  for (let turn = 0; turn < 20; turn++) work(turn);
  const begun = performance.now();
  let turns = 0;
  while (performance.now() - begun < leastMs) work(turns++);
  return (1000 * turns) / (performance.now() - begun);
}

function solvedStates(): void {
  const design = demo(5);
  const circuit = toCircuit(compile(design).netlist);
  circuit.setConditions(conditions);
  const signals = design.signals.map(({ id }) => id);
  const states = 2 ** signals.length;
  // A settled state takes several solves (one a round of the relays); both sides are counted by solve.
  const conductance = new Float64Array(circuit.branches.length);
  const current = new Float64Array(circuit.nodeCount);
  const volts = new Float64Array(circuit.nodeCount);
  const floating = new Uint8Array(circuit.nodeCount);
  const closedIn = Array.from({ length: states }, (_, bits) => circuit.settle((id) => ((bits >> signals.indexOf(id)) & 1) === 1).closed);
  const whenClosed = circuit.branches.map((branch) => 1 / branch.ohm(conditions));
  circuit.branches.forEach((branch, at) => {
    if (branch.kind !== 'source') return;
    current[circuit.nodeOf(branch.a)] = current[circuit.nodeOf(branch.a)]! + 12.7 * whenClosed[at]!;
    current[circuit.nodeOf(branch.b)] = current[circuit.nodeOf(branch.b)]! - 12.7 * whenClosed[at]!;
  });
  const ours = perSecond((turn) => {
    const closed = closedIn[turn % states]!;
    for (let at = 0; at < conductance.length; at++) conductance[at] = closed[at] ? whenClosed[at]! : 0;
    circuit.network.solve(conductance, current, volts, floating);
  }, 1500);
  const settled = perSecond((turn) => circuit.settle((id) => ((turn >> signals.indexOf(id)) & 1) === 1), 1500);
  const theirs = perSecond((turn) => denseSolve(circuit, closedIn[turn % states]!), 3000);
  say(`settled states, largest demo (${circuit.nodeCount} nodes)`, `${Math.round(settled)} a second`);
  say('solved matrices, the same', `${Math.round(ours)} a second`);
  say('solved matrices, dense LU of a general-purpose package', `${Math.round(theirs)} a second`);
  say('ratio, solve for solve', `${(ours / theirs).toFixed(0)} times`);
}

keystroke(6);
keystroke(24);
solvedStates();
