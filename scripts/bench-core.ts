/** Figures of the core, printed one a line; run by `npm run bench`. */
import { readFileSync } from 'node:fs';
import { join, dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { LuDecomposition, Matrix } from 'ml-matrix';
import {
  analyse,
  analyseInSteps,
  drawJobs,
  readDesk,
  type DeskMemory,
  type Evidence,
  combinationsOf,
  diagnose,
  dictionaryInSteps,
  search,
  searchByTrying,
  sizingProblem,
  applyPatches,
  compile,
  mintId,
  parseDesign,
  parseDesignText,
  toCircuit,
  type Circuit,
  prepareNetwork,
  type Design,
  type When,
} from '@iron-nudge/core';
import { makeBook } from '../server/src/book/book.ts';

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

/** The demo with so many jobs, each of the added ones on a switch of its own, up to so many signals. */
function crowd(jobs: number, signals: number): Design {
  const design = demo(jobs);
  const dash = design.signals.find(({ nature }) => nature === 'switch')!;
  const added = Array.from({ length: Math.max(0, signals - design.signals.length) }, (_, at) => ({
    ...dash,
    id: `extra-${at}`,
    name: `extra switch ${at}`,
  }));
  const own = design.jobs.map((job, at): Design['jobs'][0] => {
    const signal = added[at];
    return signal && job.when.op === 'and'
      ? { ...job, when: { op: 'and', of: [...job.when.of, { op: 'signal', signal: signal.id }] } }
      : job;
  });
  return { ...design, signals: [...design.signals, ...added], jobs: own };
}

/**
 * One typed digit: patch and check of the document, then the job in hand (numbers, drawing, findings), then every job.
 */
function keystroke(jobs: number, signals: number): void {
  let design = crowd(jobs, signals);
  const [hand, whole]: [number[], number[]] = [[], []];
  const cache = new Map<string, unknown>();
  let before: Evidence | null = null;
  for (let stroke = 0; stroke < 160; stroke++) {
    const at = stroke % jobs;
    const begun = performance.now();
    design = applyPatches(design, [{ path: ['jobs', at, 'loads', 0, 'plate', 'value'], value: 2 + (stroke % 7) / 10 }]);
    const parsed = parseDesign(design);
    if (!parsed.ok) throw new Error(`The benchmark made a bad document: ${JSON.stringify(parsed.problems[0])}`);
    const steps = analyseInSteps(parsed.design, cache, design.jobs[at]!.id, before);
    let looked = 0;
    let step = steps.next();
    for (; !step.done; step = steps.next()) {
      if (!step.value) continue;
      drawJobs(step.value.netlist, [step.value.job.id]);
      looked = performance.now() - begun;
    }
    before = step.value.evidence;
    if (stroke < 40) continue;
    hand.push(looked);
    whole.push(performance.now() - begun);
  }
  const figures = (times: number[]) => `p50 ${percentile(times, 0.5).toFixed(1)} ms, p95 ${percentile(times, 0.95).toFixed(1)} ms`;
  say(`keystroke to the job in hand, ${jobs} jobs and ${design.signals.length} signals`, figures(hand));
  say('  the same for all jobs', figures(whole));
}

/** A toggle on the desk, to every volt and current that the drawing shows. */
function deskToggle(jobs: number, signals: number): void {
  const { evidence } = analyse(crowd(jobs, signals));
  const on = new Set(evidence.design.signals.filter(({ usual }) => usual).map(({ id }) => id));
  const times: number[] = [];
  let memory: DeskMemory | null = null;
  for (let turn = 0; turn < 200; turn++) {
    const { id } = evidence.design.signals[turn % evidence.design.signals.length]!;
    if (!on.delete(id)) on.add(id);
    const begun = performance.now();
    ({ memory } = readDesk(evidence, { on: [...on], volts: {}, boards: {} }, memory, turn));
    if (turn >= 40) times.push(performance.now() - begun);
  }
  say(
    `toggle on the desk, ${jobs} jobs and ${signals} signals`,
    `p50 ${percentile(times, 0.5).toFixed(2)} ms, p95 ${percentile(times, 0.95).toFixed(2)} ms`,
  );
}

/** The sizing search on a job of a circuit, beside trying every combination. */
function sizing(file: string, jobId: string): void {
  const parsed = parseDesignText(readFileSync(join(root, 'examples/circuits', file), 'utf8'));
  if (!parsed.ok) throw new Error(`${file} cannot be read`);
  const job = parsed.design.jobs.find(({ id }) => id === jobId)!;
  const { problem } = sizingProblem(parsed.design, job);
  const times: number[] = [];
  for (let turn = 0; turn < 60; turn++) {
    const begun = performance.now();
    search(problem, 'cost');
    if (turn >= 10) times.push(performance.now() - begun);
  }
  const begun = performance.now();
  searchByTrying(problem, 'cost');
  const tried = performance.now() - begun;
  const count = combinationsOf(problem).toLocaleString('en');
  say(
    `best of ${count} sizes and parts`,
    `p50 ${percentile(times, 0.5).toFixed(2)} ms, p95 ${percentile(times, 0.95).toFixed(2)} ms; ${tried.toFixed(0)} ms by trying all`,
  );
}

const conditions = { volt: () => 12.7, airC: () => 20, wireC: () => 20, coilWarmth: 0, coilSpread: 0 };

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

/** Flips one signal at a time through every state: the matrix work alone, and whole settled states. */
function solvedStates(): void {
  const design = demo(5);
  const circuit = toCircuit(compile(design).netlist);
  circuit.setConditions(conditions);
  const signals = design.signals.map(({ id }) => id);
  const states = 2 ** signals.length;
  const at = new Map(signals.map((id, index) => [id, index]));
  const gray = (turn: number) => (turn % states) ^ ((turn % states) >> 1);
  const settle = (turn: number) => circuit.settle((id) => ((gray(turn) >> at.get(id)!) & 1) === 1, { from });
  let from: Uint8Array | undefined;
  const closedIn = Array.from({ length: states }, (_, turn) => settle(turn).closed);
  const conductance = new Float64Array(circuit.branches.length);
  const current = new Float64Array(circuit.nodeCount);
  const volts = new Float64Array(circuit.nodeCount);
  const floating = new Uint8Array(circuit.nodeCount);
  const whenClosed = circuit.branches.map((branch) => 1 / branch.ohm(conditions));
  circuit.branches.forEach((branch, index) => {
    conductance[index] = closedIn[0]![index] ? whenClosed[index]! : 0;
    if (branch.kind !== 'source') return;
    const ampere = 12.7 * whenClosed[index]!;
    current[circuit.nodeOf(branch.a)] = current[circuit.nodeOf(branch.a)]! + ampere;
    current[circuit.nodeOf(branch.b)] = current[circuit.nodeOf(branch.b)]! - ampere;
  });
  circuit.network.reset(conductance, current);
  const ours = perSecond((turn) => {
    const closed = closedIn[turn % states]!;
    for (let branch = 0; branch < conductance.length; branch++)
      circuit.network.setConductance(branch, closed[branch] ? whenClosed[branch]! : 0);
    circuit.network.update();
    circuit.network.readAll(volts, floating);
  }, 1500);
  circuit.setConditions(conditions);
  const settled = perSecond((turn) => {
    from = settle(turn).sensed;
  }, 1500);
  const theirs = perSecond((turn) => denseSolve(circuit, closedIn[turn % states]!), 3000);
  say(`settled states, largest demo (${circuit.nodeCount} nodes)`, `${Math.round(settled)} a second`);
  say('solved states, the same, every node read', `${Math.round(ours)} a second`);
  say('solved matrices, dense LU of a general-purpose package', `${Math.round(theirs)} a second`);
  say('ratio, state for state', `${(ours / theirs).toFixed(0)} times`);
}

/** A ladder of switched meshes with about 40 nodes, and the same through the general-purpose package. */
function fortyNodes(): void {
  const n = 40;
  const rungs = Array.from({ length: n - 1 }, (_, node) => node + 1);
  const branches = [
    ...rungs.map((node) => ({ a: node, b: node - 1 || n, varies: node % 5 === 0, g: 1 + (node % 7) })),
    ...rungs.map((node) => ({ a: node, b: 0, varies: false, g: 0.1 + (node % 3) / 10 })),
    { a: n, b: 0, varies: false, g: 200 },
  ];
  const network = prepareNetwork(n + 1, branches, [0]);
  const conductance = Float64Array.from(branches, ({ g }) => g);
  const current = new Float64Array(n + 1);
  current[n] = 12 * 200;
  network.reset(conductance, current);
  const switched = branches.flatMap(({ varies }, at) => (varies ? [at] : []));
  const volts = new Float64Array(n + 1);
  const floating = new Uint8Array(n + 1);
  const flip = (turn: number) => {
    const at = switched[turn % switched.length]!;
    conductance[at] = conductance[at] === 0 ? branches[at]!.g : 0;
    return at;
  };
  const ours = perSecond((turn) => {
    const at = flip(turn);
    network.setConductance(at, conductance[at]!);
    network.update();
    network.readAll(volts, floating);
  }, 1500);
  const theirs = perSecond((turn) => {
    flip(turn);
    const matrix = Matrix.eye(n, n).mul(1e-12);
    branches.forEach(({ a, b }, at) => {
      const g = conductance[at]!;
      for (const [i, j] of [
        [a, b],
        [b, a],
      ] as const)
        if (i > 0) {
          matrix.set(i - 1, i - 1, matrix.get(i - 1, i - 1) + g);
          if (j > 0) matrix.set(i - 1, j - 1, matrix.get(i - 1, j - 1) - g);
        }
    });
    const right = Matrix.zeros(n, 1);
    right.set(n - 1, 0, 12 * 200);
    return new LuDecomposition(matrix).solve(right).get(0, 0);
  }, 2500);
  say('40 nodes, a switch flipped and every node read', `${Math.round(ours)} a second`);
  say('the same through a dense LU of a general-purpose package', `${Math.round(theirs)} a second`);
  say('ratio', `${(ours / theirs).toFixed(0)} times`);
}

/** 2^12 states of one job with twelve switches in series and parallel. */
function manyStates(): void {
  const base = demo(1);
  const place = base.signals[0]!.place;
  const signals = Array.from({ length: 12 }, (_, at) => ({
    id: `s-${at + 1}`,
    name: `switch ${at + 1}`,
    place,
    usual: false,
    nature: 'switch' as const,
    limitA: 5,
    action: 'maintained' as const,
    rest: 'open' as const,
  }));
  const on = (at: number): When => ({ op: 'signal', signal: `s-${at}` });
  const when: When = {
    op: 'and',
    of: [
      on(1),
      on(2),
      { op: 'or', of: [on(3), on(4)] },
      { op: 'or', of: [on(5), { op: 'and', of: [on(6), on(7)] }] },
      on(8),
      { op: 'or', of: [on(9), on(10), on(11)] },
      on(12),
    ],
  };
  const design: Design = { ...base, signals: [...base.signals, ...signals], jobs: [{ ...base.jobs[0]!, when }] };
  const circuit = toCircuit(compile(design).netlist);
  circuit.setConditions(conditions);
  const index = new Map(signals.map(({ id }, at) => [id, at]));
  const begun = performance.now();
  let lit = 0;
  for (let turn = 0; turn < 4096; turn++) {
    const bits = turn ^ (turn >> 1);
    const solution = circuit.settle((id) => index.has(id) && ((bits >> index.get(id)!) & 1) === 1);
    lit += solution.sensed[0]!;
  }
  say(
    `2^12 states of a project with ${circuit.nodeCount} nodes`,
    `${((performance.now() - begun) / 1000).toFixed(3)} s (${lit} with the coil in)`,
  );
  const whole = performance.now();
  analyse(design);
  say('the same with every corner and every rule', `${((performance.now() - whole) / 1000).toFixed(2)} s`);
}

/** The bench of each job of the largest demo: every fault in every step, and the ranking after a reading. */
function benches(): void {
  const { design, evidence } = { design: demo(7), evidence: analyse(demo(7)).evidence };
  let [faults, steps, total, most] = [0, 0, 0, 0];
  const ranking: number[] = [];
  for (const { id } of design.jobs) {
    const begun = performance.now();
    const running = dictionaryInSteps(evidence, id);
    let step = running.next();
    while (!step.done) step = running.next();
    const dictionary = step.value;
    const took = performance.now() - begun;
    total += took;
    most = Math.max(most, took);
    faults += dictionary.faults.length;
    steps += dictionary.steps.length;
    const readings: Record<string, number> = {};
    dictionary.steps.forEach(({ id: at }, row) => {
      readings[at] = dictionary.values[0]![row]!;
      const asked = performance.now();
      diagnose(dictionary, readings);
      ranking.push(performance.now() - asked);
    });
  }
  say(
    `fault dictionary, ${faults} faults and ${steps} steps of 7 jobs`,
    `${(total / 1000).toFixed(2)} s, the largest job ${(most / 1000).toFixed(2)} s`,
  );
  say('ranking after a reading', `p50 ${percentile(ranking, 0.5).toFixed(2)} ms, p95 ${percentile(ranking, 0.95).toFixed(2)} ms`);
}

async function book(): Promise<void> {
  const times: number[] = [];
  for (let turn = 0; turn < 3; turn++) {
    const begun = performance.now();
    await makeBook({ design: demo(7), ticks: [], asBuilt: [], paper: 'A4', at: 0 });
    times.push(performance.now() - begun);
  }
  say('build book of the largest demo', `first ${(times[0]! / 1000).toFixed(2)} s, then ${(Math.min(...times) / 1000).toFixed(2)} s`);
}

keystroke(6, 12);
keystroke(24, 60);
deskToggle(24, 60);
benches();
await book();
sizing('02-fan-by-thermostat.json', 'fan');
sizing('01-switched-load.json', 'light');
solvedStates();
fortyNodes();
manyStates();
