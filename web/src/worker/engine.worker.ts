/** The core behind the one channel: holds the last checked project and answers about it. */
import { expose } from 'comlink';
import {
  analyse,
  drawJobs,
  findNudge,
  parseDesign,
  readDesk,
  stateTable,
  type Analysis,
  type Desk,
  type DeskReading,
  type DocumentProblem,
  type Drawing,
  type Evidence,
  type MendingNudge,
  type StateTable,
} from '@iron-nudge/core';

export type CheckResult = { ok: true; analysis: Analysis } | { ok: false; problems: DocumentProblem[] };

let current: { analysis: Analysis; evidence: Evidence } | null = null;

const engine = {
  /** Parses and analyses a document; a bad one leaves the last good one in place. */
  check(document: unknown): CheckResult {
    const parsed = parseDesign(document);
    if (!parsed.ok) return { ok: false, problems: parsed.problems };
    current = analyse(parsed.design);
    return { ok: true, analysis: current.analysis };
  },
  desk(desk: Desk): DeskReading | null {
    return current ? readDesk(current.evidence, desk) : null;
  },
  /** One job on current paths; null while it is not wired. */
  draw(job: string): Drawing | null {
    const view = current?.analysis.jobs.find(({ id }) => id === job);
    return current && view && view.unwired.length === 0 ? drawJobs(current.analysis.netlist, [job]) : null;
  },
  /** Every combination of a job's signals: meant and found. */
  states(job: string): StateTable | null {
    const evidence = current?.evidence.jobs.get(job);
    return current && evidence ? stateTable(current.evidence, evidence) : null;
  },
  /** The nudge that mends one finding of the last checked document. */
  nudge(key: string): MendingNudge | null {
    const finding = current?.analysis.findings.find((candidate) => candidate.key === key);
    return current && finding ? findNudge(current.evidence, current.analysis.findings, finding) : null;
  },
};

export type Engine = typeof engine;
expose(engine);
