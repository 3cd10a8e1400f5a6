/** The core behind the one channel: holds the last checked project and answers about it. */
import { expose } from 'comlink';
import {
  analyse,
  findNudge,
  parseDesign,
  readDesk,
  type Analysis,
  type Desk,
  type DeskReading,
  type DocumentProblem,
  type Evidence,
  type MendingNudge,
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
  /** The nudge that mends one finding of the last checked document. */
  nudge(key: string): MendingNudge | null {
    const finding = current?.analysis.findings.find((candidate) => candidate.key === key);
    return current && finding ? findNudge(current.evidence, current.analysis.findings, finding) : null;
  },
};

export type Engine = typeof engine;
expose(engine);
