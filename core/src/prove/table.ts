/** Meant against found for every combination of a job's signals, as a table to read. */
import { terminal } from '../circuit/terminal.ts';
import { isKind } from '../parts/registry.ts';
import { CORNER_NAMES, loadState, voltsBetween, type Evidence, type JobEvidence, type LoadState } from './evidence.ts';
import { jobVerdicts } from './verdict.ts';

export interface StateRow {
  /** For each of the table's signals, whether it is on. */
  readonly on: readonly boolean[];
  readonly meant: 'on' | 'off';
  /** The worst of the loads over all corners, with the other signals off and on. */
  readonly found: LoadState | 'unsettled';
  readonly matches: boolean;
  /** Each load line with the resting supply: its first unit's volts, and how it stands. */
  readonly loads: readonly { readonly name: string; readonly volts: number; readonly state: LoadState }[];
  /** Corners at which it differs. */
  readonly differsAt: readonly string[];
}

export interface StateTable {
  readonly job: string;
  readonly signals: readonly string[];
  readonly rows: readonly StateRow[];
}

export function stateTable(evidence: Evidence, own: JobEvidence): StateTable {
  const verdicts = jobVerdicts(evidence, own);
  const firstUnits = own.job.loads.map((load) => ({
    name: load.name,
    unit: evidence.netlist.parts.find((part) => part.job === own.job.id && isKind(part, 'load') && part.spec.line === load.id)!.id,
  }));
  const rows: StateRow[] = [];
  for (let bits = 0; bits < 2 ** own.signals.length; bits++) {
    const on = own.signals.map((_, at) => ((bits >> at) & 1) === 1);
    const same = verdicts.filter(({ state }) => own.signals.every((id, at) => state.on.has(id) === on[at]));
    const usual = same.find(({ state }) => state.corner === 'usual' && !state.othersOn)!;
    const wrong = same.find(({ matches }) => !matches);
    rows.push({
      on,
      meant: usual.meant,
      found: (wrong ?? usual).found,
      matches: wrong === undefined,
      differsAt: [...new Set(same.filter(({ matches }) => !matches).map(({ state }) => CORNER_NAMES[state.corner]))],
      loads: firstUnits.map(({ name, unit }) => {
        const volts = Math.abs(voltsBetween(evidence.circuit, usual.state.solution, terminal(unit, '+'), terminal(unit, '-')));
        const settled = Number.isNaN(volts) ? 0 : volts;
        return { name, volts: settled, state: loadState(settled, evidence.openVolt(own.job.supply, 'usual')) };
      }),
    });
  }
  return { job: own.job.id, signals: own.signals, rows };
}
