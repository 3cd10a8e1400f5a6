/** Meant against found, state by state. */
import { terminal } from '../circuit/terminal.ts';
import { stateWord } from '../design/when.ts';
import { isKind } from '../parts/registry.ts';
import { CORNER_NAMES, loadState, voltsBetween, type Evidence, type JobEvidence, type LoadState, type SolvedState } from './evidence.ts';

export interface Verdict {
  readonly state: SolvedState;
  readonly meant: 'on' | 'off';
  /** The worst of the job's loads. */
  readonly found: LoadState | 'unsettled';
  readonly matches: boolean;
  /** The state and the difference in a sentence. */
  readonly words: string;
}

export function jobVerdicts(evidence: Evidence, { job, signals, states }: JobEvidence): Verdict[] {
  const loads = evidence.netlist.parts.filter((part) => part.job === job.id && isKind(part, 'load'));
  return states.map((state) => {
    const meant = state.meant ? 'on' : 'off';
    const supplyV = evidence.openVolt(job.supply, state.corner);
    const each = loads.map(({ id }) => {
      const across = voltsBetween(evidence.circuit, state.solution, terminal(id, '+'), terminal(id, '-'));
      return Number.isNaN(across) ? 'off' : loadState(across, supplyV);
    });
    const found = state.solution.outcome !== 'settled' ? 'unsettled' : (each.find((load) => load !== meant) ?? meant);
    return { state, meant, found, matches: found === meant, words: words(evidence, signals, state, meant, found) };
  });
}

function words(evidence: Evidence, signals: readonly string[], state: SolvedState, meant: string, found: string): string {
  const list = signals.map((id) => {
    const signal = evidence.design.signals.find((candidate) => candidate.id === id)!;
    return `${signal.name} ${stateWord(signal, state.on.has(id))}`;
  });
  return `${list.join(', ')} (${CORNER_NAMES[state.corner]}): meant ${meant}, found ${found}`;
}
