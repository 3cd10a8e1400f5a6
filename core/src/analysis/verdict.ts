/** Meant against found, state by state and line by line. */
import type { Solution } from '../solve/index.ts';
import { terminal } from '../quantity/index.ts';
import { graphOf, walk } from '../graph/index.ts';
import { batteryId, postsOf, wireBranch } from '../wiring/index.ts';
import { type Intent, type Job, linesOf, supplyById, supplyIdOf, unitOhm } from '../project/index.ts';
import { contactBranchId, isCharged, plays, stateWord } from '../kinds/index.ts';
import { CORNER_NAMES } from './conditions.ts';
import { type Evidence, type JobEvidence, type LoadState, type SolvedState, eitherWay, loadState, loadVolts } from './evidence.ts';

export type Found = LoadState | 'unsettled';

export interface LineFound {
  /** Volts of the unit that gets least like what is meant, signed as the plate's + and −. */
  readonly volts: number;
  readonly state: LoadState;
}

export interface Verdict {
  readonly state: SolvedState;
  /** Of the first line that differs, or of the first. */
  readonly meant: Intent;
  readonly found: Found;
  readonly lines: readonly LineFound[];
  readonly matches: boolean;
  /** The state and the difference in a sentence. */
  readonly words: string;
}

/** Reads each load line of a job from a solved state. */
export function lineReader(evidence: Evidence, job: Job): (solution: Solution, supplyV: number, meant: readonly Intent[]) => LineFound[] {
  const { circuit, netlist, design } = evidence;
  const lines = linesOf(job).map((load) => {
    const units = netlist.parts.flatMap((part) =>
      part.job === job.id && plays(part, 'load') && part.spec.line === load.id ? [part.id] : [],
    );
    const lowShare = job.otherwise.kind === 'slower' ? unitOhm(load) / load.count / (unitOhm(load) / load.count + job.otherwise.ohm) : null;
    const wire = netlist.wires.find((candidate) => candidate.job === job.id && candidate.leg === `load-${load.id}`);
    const alike = eitherWay(design, job, load);
    return {
      load,
      units,
      lowShare,
      alike,
      wire,
      comesBack: isCharged(load) && minusesJoined(evidence, supplyIdOf(design, job), load.supply),
    };
  });
  const joined = (solution: Solution, { wire, comesBack }: (typeof lines)[number], battery: string): LineFound => {
    const post = circuit.nodeOf(terminal(batteryId(battery), '+'));
    const source = circuit.nodeOf(terminal(batteryId(supplyIdOf(design, job)), '+'));
    const volts = solution.volts[post]!;
    const amps = wire ? Math.abs(solution.amps(circuit.branchIndex(wireBranch(wire.id)))) : 0;
    const near = wire ? solution.volts[circuit.nodeOf(wire.from)]! : NaN;
    // With current it is plain; two batteries of one voltage give none, and then the metal itself must be joined.
    const level =
      comesBack && Math.abs(solution.volts[source]! - volts) < JOINED_V && Math.abs(near - volts) < JOINED_V && closes(solution);
    return { volts, state: amps > CHARGES_A || level ? 'on' : 'off' };
  };
  const closes = (solution: Solution) =>
    netlist.parts.some(
      (part) =>
        part.job === job.id &&
        plays(part, 'relay') &&
        part.spec.carries === 'load' &&
        part.spec.uses.some((pin) => solution.closed[circuit.branchIndex(contactBranchId(part.id, pin))] === 1),
    );
  return (solution, supplyV, meant) =>
    lines.map((line, at) => {
      const { load, units, lowShare, alike } = line;
      if (isCharged(load)) return joined(solution, line, load.supply);
      const each = units.map((unit): LineFound => {
        const volts = loadVolts(circuit, solution, unit);
        // Volts between two bare ends run nothing.
        return { volts, state: netlist.leftOut.has(unit) ? 'off' : loadState(volts, supplyV, lowShare, alike) };
      });
      return each.find(({ state }) => state !== meant[at]) ?? each[0]!;
    });
}

/** Whether wires and metal lead from the minus of one battery to that of another: without, nothing flows between the two. */
function minusesJoined({ netlist, design }: Evidence, ...ids: readonly [from: string, to: string]): boolean {
  const [from, to] = ids.map((id) => postsOf(supplyById(design, id))[1]);
  const { terminals } = walk(
    graphOf(netlist),
    [from!],
    (link) => link.by === 'joint' || (link.by === 'wire' && link.wire.role === 'return'),
  );
  return terminals.has(to!);
}

/** Current through the wire that joins two batteries, A, and volts between two posts that are one, V. */
const CHARGES_A = 0.05;
const JOINED_V = 0.1;

export function jobVerdicts(evidence: Evidence, { job, signals, states }: JobEvidence): Verdict[] {
  const read = lineReader(evidence, job);
  return states.map((state) => {
    const lines = read(state.solution, state.supplyV, state.lines);
    const wrong = lines.findIndex((line, at) => line.state !== state.lines[at]);
    const at = Math.max(0, wrong);
    const found: Found = state.solution.outcome === 'settled' ? lines[at]!.state : 'unsettled';
    const meant = state.lines[at]!;
    const matches = found === meant;
    return { state, meant, found, lines, matches, words: matches ? '' : words(evidence, signals, state, meant, found) };
  });
}

export function signalWords(evidence: Pick<Evidence, 'design'>, signals: readonly string[], on: ReadonlySet<string>): string {
  return signals
    .map((id) => {
      const signal = evidence.design.signals.find((candidate) => candidate.id === id)!;
      return `${signal.name} ${stateWord(signal, on.has(id))}`;
    })
    .join(', ');
}

function words(evidence: Evidence, signals: readonly string[], state: SolvedState, meant: Intent, found: Found): string {
  return `${signalWords(evidence, signals, state.on)} (${CORNER_NAMES[state.corner]}): meant ${meant}, found ${found}`;
}

/** States of a job, and those that do what is meant at every corner. */
export function statesOf(verdicts: readonly Verdict[]): { combinations: number; matching: number } {
  const good = new Map<string, boolean>();
  for (const { state, matches } of verdicts) good.set(state.key, matches && (good.get(state.key) ?? true));
  return { combinations: good.size, matching: [...good.values()].filter(Boolean).length };
}
