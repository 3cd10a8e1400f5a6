/** What each signal's loss does, state by state: the job solved again with each of the wires of that signal off. */
import { meaning, remembers } from '../document/index.ts';
import { type Intent, type Job, auxiliariesOf, outputsBefore, supplyIdOf, switchedBy } from '../project/index.ts';
import { armatureOf } from '../kinds/index.ts';
import { partOf } from '../quantity/index.ts';
import type { Solution } from '../solve/index.ts';
import { relayId, signalPartId, wireBranch } from '../wiring/index.ts';
import type { Evidence, JobEvidence, LoadState } from './evidence.ts';
import { stateKey } from './explore.ts';
import { MOST_FAULT_SIGNALS, evidenceFor, withBroken } from './faults.ts';
import { lineReader } from './verdict.ts';

export interface LostSignal {
  readonly signal: string;
  /** Tags of the wires that were taken off, each in its turn. */
  readonly wires: readonly string[];
  /** How the first load line that it changes stands then, once for each wire with another answer. */
  readonly states: readonly LoadState[];
  /** Whether that is where the sentence says that a lost signal must not bring it. */
  readonly wrong: boolean;
}

/** Whether a clause of a job that turns both ways asks for what was found. */
function asksFor({ when, otherwise }: Job, found: string, on: ReadonlySet<string>): boolean {
  if (otherwise.kind !== 'reverse') return false;
  const clause = found === 'on' ? when : found === 'reverse' ? otherwise.when : null;
  return clause !== null && meaning(clause, (signal) => on.has(signal), null).value;
}

/** Whether a line that stands so with something lost stands where the sentence says that a lost signal must not bring it. */
export function isAgainstLost(job: Job, stands: LoadState, meant: Intent, on: ReadonlySet<string>): boolean {
  if (stands === meant) return false;
  // A motor that turns a way that is asked for turns no wrong way, though the other is asked for too.
  if (asksFor(job, stands, on)) return false;
  return job.lost === 'on' ? meant === 'on' && stands !== 'on' : meant === 'off' && stands !== 'off';
}

/**
 * Whether the clause of a job that contacts of other jobs' contactors work holds with those as they are solved: what a broken wire of
 * another job does to its contactor is what this one's sentence asks about, and no loss of its own. False where no such contact works it.
 */
export function holdsByContactors({ design, circuit }: Evidence, job: Job, { sensed }: Solution, on: ReadonlySet<string>): boolean {
  const contactors = new Map(auxiliariesOf(design, job).map((signal) => [signal.id, relayId(switchedBy(design, signal)!)]));
  const others = outputsBefore(design, job).length > contactors.size;
  if (contactors.size === 0 || others || remembers(job.when)) return false;
  return meaning(
    job.when,
    (signal) => {
      const contactor = contactors.get(signal);
      return contactor === undefined ? on.has(signal) : sensed[circuit.sensorIndex(armatureOf(contactor))] === 1;
    },
    null,
  ).value;
}

/** By the key of a state. Null where the order of signals counts or there are too many of them: that was not asked. */
export function lostSignals(evidence: Evidence, own: JobEvidence): ReadonlyMap<string, readonly LostSignal[]> | null {
  if (own.sequential || own.signals.length > MOST_FAULT_SIGNALS) return null;
  const alone = evidenceFor(evidence, new Set([own.job.id]));
  const read = lineReader(alone, own.job);
  const { restV } = evidence.design.supplies.find(({ id }) => id === supplyIdOf(evidence.design, own.job))!;
  const wiresOf = new Map(
    own.signals.map((signal) => {
      const part = signalPartId(signal);
      return [signal, alone.netlist.wires.filter(({ from, to }) => partOf(from) === part || partOf(to) === part)] as const;
    }),
  );
  interface Stands {
    readonly state: LoadState;
    readonly wrong: boolean;
  }
  const found = new Map<string, Map<string, Stands>>();
  const branches = [...wiresOf.values()].flat().map(({ id }) => wireBranch(id));
  withBroken(alone, own, branches, (branch, state) => {
    const { solution, meant, on } = state;
    const key = stateKey(state);
    const states = found.get(key) ?? new Map<string, Stands>();
    const lines = read(solution, restV, meant);
    const changed = Math.max(
      0,
      lines.findIndex(({ state: stands }, at) => stands !== meant[at]),
    );
    const wrong =
      lines.some(({ state: stands }, at) => isAgainstLost(own.job, stands, meant[at]!, on)) &&
      !holdsByContactors(alone, own.job, solution, on);
    found.set(key, states.set(branch!, { state: lines[changed]!.state, wrong }));
  });
  return new Map(
    [...found].map(([key, states]) => [
      key,
      own.signals.map((signal) => {
        const wires = wiresOf.get(signal)!;
        const stands = wires.flatMap(({ id }) => states.get(wireBranch(id)) ?? []);
        return {
          signal,
          wires: wires.map(({ tag }) => tag),
          states: [...new Set(stands.map(({ state }) => state))],
          wrong: stands.some(({ wrong }) => wrong),
        };
      }),
    ]),
  );
}
