/** Several jobs at once: statements about them, and sweeps over many signals. */
import {
  type Intent,
  type Job,
  type Statement,
  type StatementTerm,
  intentOf,
  signalsOfStatement,
  statementWords,
} from '../project/index.ts';
import { conditionsAt, cornerVolt } from './conditions.ts';
import { type Evidence, sensorsOf, voltSetter } from './evidence.ts';
import { type Explored, explore } from './explore.ts';
import { jointMachine } from './joint-machine.ts';
import { lineReader, signalWords } from './verdict.ts';

/** More signals than this are not walked at once. */
export const MOST_JOINT_SIGNALS = 14;

function around(evidence: Evidence, jobs: readonly Job[], others: (signal: string) => boolean) {
  const { circuit, design, netlist, hotWireC } = evidence;
  circuit.setConditions(conditionsAt(design, netlist, 'usual', hotWireC));
  const own = sensorsOf(design, netlist, circuit, jobs);
  const cams = own.filter((sensor) => circuit.sensors[sensor]!.kind === 'step');
  return { others, own, cams, rest: new Uint8Array(circuit.sensors.length), setVolts: voltSetter(design, circuit, 'usual') };
}

export interface StatementResult {
  readonly id: string;
  readonly words: string;
  /** Null where it was not asked, or not of every state: a job is not wired, or there are too many signals. */
  readonly holds: boolean | null;
  readonly states: number;
  readonly against: number;
  /** Signals of a state that goes against it, and what is so then. */
  readonly example: { readonly signals: readonly string[]; readonly on: readonly string[]; readonly words: string } | null;
}

export function checkStatements(evidence: Evidence): StatementResult[] {
  return evidence.design.statements.map((statement) => checkStatement(evidence, statement));
}

/** In every state of the jobs that it names, at the usual voltage; not where they have more than `most` signals. */
export function checkStatement(evidence: Evidence, statement: Statement, most = MOST_JOINT_SIGNALS): StatementResult {
  const { design } = evidence;
  const words = statementWords(design, statement);
  const terms = [statement.a, statement.b];
  const jobs = [...new Set(terms.flatMap(({ what, id }) => (what === 'job' ? [id] : [])))].map((id) =>
    design.jobs.find((job) => job.id === id)!,
  );
  const machine = jointMachine(design, jobs, signalsOfStatement(statement));
  const silent = { id: statement.id, words, holds: null, states: 0, against: 0, example: null };
  if (jobs.some(({ id }) => !evidence.jobs.has(id)) || machine.signals.length > most) return silent;
  const readers = new Map(jobs.map((job, at) => [job.id, { at, read: lineReader(evidence, job) }]));
  const supplyV = cornerVolt(design.supplies[0]!, 'usual');
  const isSo = ({ what, id, on }: StatementTerm, state: Explored<readonly (readonly Intent[])[]>): boolean => {
    if (what === 'signal') return state.on.has(id) === on;
    const { at, read } = readers.get(id)!;
    const lines = read(state.solution, supplyV, state.meant[at]!);
    return lines.some((line) => line.state !== 'off') === on;
  };
  let states = 0;
  let against = 0;
  let example: StatementResult['example'] = null;
  const whole = explore(
    evidence.circuit,
    machine,
    around(evidence, jobs, () => false),
    machine.remembers,
    (state) => {
      states++;
      const a = isSo(statement.a, state);
      const b = isSo(statement.b, state);
      if (statement.kind === 'never-both' ? !(a && b) : !a || b) return;
      against++;
      example ??= { signals: machine.signals, on: [...state.on], words: signalWords(evidence, machine.signals, state.on) };
    },
    2 ** MOST_JOINT_SIGNALS,
  );
  return { ...silent, holds: against > 0 ? false : whole ? true : null, states, against, example };
}

export interface SweepRow {
  readonly on: readonly string[];
  /** Jobs whose loads differ from what was meant, in words. */
  readonly differs: readonly string[];
}

export interface SweepProgress {
  readonly done: number;
  readonly total: number;
  readonly differing: number;
  /** New rows that differ, the first of them all told. */
  readonly rows: readonly SweepRow[];
}

const BATCH = 256;
const MOST_ROWS = 200;

/**
 * Every combination of some signals, the rest as they stand, over all jobs that remember nothing; yields after
 * each batch, so that whoever runs it can show how far it is, or stop it.
 */
export function* sweep(evidence: Evidence, vary: readonly string[], fixedOn: readonly string[]): Generator<SweepProgress, void, void> {
  const { circuit, design } = evidence;
  const jobs = [...evidence.jobs.values()].filter(({ sequential }) => !sequential).map(({ job }) => job);
  const readers = jobs.map((job) => ({ job, intent: intentOf(design, job), read: lineReader(evidence, job) }));
  const fixed = new Set(fixedOn);
  let { setVolts } = around(evidence, jobs, () => false);
  const index = new Map(vary.map((id, at) => [id, at]));
  const total = 2 ** vary.length;
  const supplyV = cornerVolt(design.supplies[0]!, 'usual');
  let differing = 0;
  let rows: SweepRow[] = [];
  for (let turn = 0; turn < total; turn++) {
    const bits = turn ^ (turn >> 1);
    const on = (signal: string) => (index.has(signal) ? ((bits >> index.get(signal)!) & 1) === 1 : fixed.has(signal));
    if (setVolts(on)) {
      const solution = circuit.settle(on);
      const differs = readers.flatMap(({ job, intent, read }) => {
        const meant = intent.step(on, null).lines;
        const lines = solution.outcome === 'settled' ? read(solution, supplyV, meant) : [];
        const wrong = lines.findIndex(({ state }, at) => state !== meant[at]);
        if (solution.outcome !== 'settled') return [`${job.name}: does not come to rest`];
        return wrong < 0 ? [] : [`${job.name}: meant ${meant[wrong]!}, found ${lines[wrong]!.state}`];
      });
      if (differs.length > 0 && ++differing <= MOST_ROWS)
        rows.push({ on: design.signals.filter(({ id }) => on(id)).map(({ id }) => id), differs });
    }
    if ((turn + 1) % BATCH === 0 || turn + 1 === total) {
      yield { done: turn + 1, total, differing, rows };
      rows = [];
      // Whoever had the turn may have put the circuit elsewhere.
      setVolts = around(evidence, jobs, () => false).setVolts;
    }
  }
}
