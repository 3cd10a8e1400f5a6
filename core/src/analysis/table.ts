/** Meant against found for every state of a job, as a table to read. */
import { type Intent, linesOf } from '../project/index.ts';
import { CORNERS, CORNER_NAMES } from './conditions.ts';
import type { Evidence, JobEvidence, LoadState } from './evidence.ts';
import { evidenceFor } from './faults.ts';
import { type InTime, inTime } from './in-time.ts';
import { type LostSignal, lostSignals } from './lost.ts';
import { type Found, type Verdict, jobVerdicts } from './verdict.ts';

export interface StateRow {
  /** For each of the table's signals, whether it is on. */
  readonly on: readonly boolean[];
  /** Set where the clause remembers and more than one state has these signals: what was before. */
  readonly memory: string;
  /** Signals that are on, one set after another, that lead here from power-up. */
  readonly path: readonly (readonly string[])[];
  readonly meant: Intent;
  /** The worst of the loads over all corners, with the other signals off and on. */
  readonly found: Found;
  readonly matches: boolean;
  /** Each load line with the resting supply: volts of a unit, how it stands, and what was meant of it. */
  readonly loads: readonly { readonly name: string; readonly volts: number; readonly state: LoadState; readonly meant: Intent }[];
  /** Corners at which it differs. */
  readonly differsAt: readonly string[];
  /** At each corner of supply and heat, of the first load line: least and most volts of a unit, with the other signals off and on. */
  readonly corners: readonly { readonly name: string; readonly leastV: number; readonly mostV: number; readonly matches: boolean }[];
  /** With each of the job's signals lost. */
  readonly lost: readonly LostSignal[];
}

export interface StateTable {
  readonly job: string;
  readonly signals: readonly string[];
  readonly sequential: boolean;
  /** Whether it was asked what a lost signal does: not where the order of signals counts, nor with many of them. */
  readonly lostAsked: boolean;
  readonly rows: readonly StateRow[];
  /** What it does from one of them to the next, while its delays run; null where none of its relays waits. */
  readonly inTime: InTime | null;
}

export function stateTable(evidence: Evidence, own: JobEvidence, verdicts: readonly Verdict[] = jobVerdicts(evidence, own)): StateTable {
  const names = linesOf(own.job).map(({ name }) => name);
  const groups = new Map<string, Verdict[]>();
  for (const verdict of verdicts) groups.set(verdict.state.key, [...(groups.get(verdict.state.key) ?? []), verdict]);
  const order = [...groups].sort(([a], [b]) => Number(a.split('|')[0]) - Number(b.split('|')[0]) || a.localeCompare(b));
  const lost = lostSignals(evidence, own);
  const rows = order.map(([key, same]): StateRow => {
    const usual = same.find(({ state }) => state.corner === 'usual' && !state.othersOn) ?? same[0]!;
    const wrong = same.filter(({ matches }) => !matches);
    const shown = wrong[0] ?? usual;
    return {
      on: own.signals.map((id) => usual.state.on.has(id)),
      memory: key.split('|')[1]!,
      path:
        usual.state.path.length > 0
          ? usual.state.path.map((bits) => own.signals.filter((_, at) => (bits >> at) & 1))
          : [[...usual.state.on]],
      meant: shown.meant,
      found: shown.found,
      matches: wrong.length === 0,
      differsAt: [...new Set(wrong.map(({ state }) => CORNER_NAMES[state.corner]))],
      corners: CORNERS.flatMap((corner) => {
        const here = same.filter(({ state }) => state.corner === corner);
        const volts = here.map(({ lines }) => lines[0]!.volts);
        return here.length === 0
          ? []
          : [
              {
                name: CORNER_NAMES[corner],
                leastV: Math.min(...volts),
                mostV: Math.max(...volts),
                matches: here.every(({ matches }) => matches),
              },
            ];
      }),
      lost: lost?.get(key) ?? [],
      loads: names.map((name, at) => ({ name, ...usual.lines[at]!, meant: usual.state.lines[at]! })),
    };
  });
  return {
    job: own.job.id,
    signals: own.signals,
    sequential: own.sequential,
    lostAsked: lost !== null,
    rows,
    inTime: inTime(evidenceFor(evidence, new Set([own.job.id])), own),
  };
}
