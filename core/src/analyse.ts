/** From a document to all that a person sees of it, in named stages. */
import { type CutRow, type Drawing, type PartRow, type WireRow, cutList, drawCurrentPaths, partsList, wireList } from './outputs/index.ts';
import { type Netlist, type Strip, stripsOf } from './graph/index.ts';
import type { Design } from './project/index.ts';
import { type Cache, type Evidence, prepareEvidence, solveInSteps, statesOf } from './analysis/index.ts';
import { type Step, staircase } from './advice/index.ts';
import { type Finding, OWN_RULES, type RuleContext, type Severity, checkEvidence, loadAmps, ruleContext } from './rules/index.ts';

export interface JobView {
  readonly id: string;
  /** The worst that is found of it; a caution that is accepted does not count, a danger always does. */
  readonly severity: Severity;
  /** Largest load current, A; null when the job is not wired. */
  readonly ampere: number | null;
  readonly steps: readonly Step[];
  readonly signals: readonly string[];
  /** Why it is not wired; empty when it is. */
  readonly unwired: readonly string[];
  /** Id of its wiring; empty when it is not wired. */
  readonly wiring: string;
  /** Whether its states depend on what was before. */
  readonly sequential: boolean;
  /** States of the job, and those that do what is meant at every corner. */
  readonly combinations: number;
  readonly matching: number;
  /** Whether it can stand in more states than were looked at. */
  readonly cut: boolean;
}

export interface Analysis {
  readonly netlist: Netlist;
  readonly findings: readonly Finding[];
  readonly jobs: readonly JobView[];
  readonly wires: readonly WireRow[];
  readonly parts: readonly PartRow[];
  readonly cuts: readonly CutRow[];
  readonly strips: readonly Strip[];
}

/** What is known of the job in hand before the others are solved. */
export interface Look {
  readonly job: JobView;
  readonly netlist: Netlist;
  /** Findings of the job, and the rules that they are of; what the other rules say is of the document before. */
  readonly findings: readonly Finding[];
  readonly rules: readonly string[];
}

type Whole = { analysis: Analysis; evidence: Evidence };

/**
 * A document analysed in stages: first the job in hand alone (`first`; what other jobs warm is taken from `before`),
 * then all of them. Yields the look once, and undefined wherever it may be cut into slices.
 */
export function* analyseInSteps(
  design: Design,
  cache: Cache | undefined,
  first: string | null,
  before: Evidence | null,
): Generator<Look | undefined, Whole> {
  const prepared = prepareEvidence(design, cache);
  if (first !== null && prepared.machines.some(({ job }) => job.id === first)) {
    const own = yield* solveInSteps(prepared, new Set([first]), before?.hotWireC ?? null);
    const context = ruleContext(own);
    const findings = checkEvidence(own, context, OWN_RULES).filter(({ job }) => job === first);
    const job = jobViews(context, findings).find(({ id }) => id === first)!;
    yield { job, netlist: own.netlist, findings, rules: OWN_RULES.map(({ id }) => id) };
  }
  const evidence = yield* solveInSteps(prepared);
  const context = ruleContext(evidence);
  const findings = checkEvidence(evidence, context);
  yield;
  const jobs = jobViews(context, findings);
  const strips = stripsOf(design, evidence.netlist);
  const wires = wireList(design, evidence.netlist, strips);
  return {
    evidence,
    analysis: {
      netlist: evidence.netlist,
      findings,
      jobs,
      wires,
      strips,
      parts: partsList(design, evidence.netlist, wires, strips),
      cuts: cutList(design, wires),
    },
  };
}

/** All of it in one go. */
export function analyse(design: Design, cache?: Cache): Whole {
  const steps = analyseInSteps(design, cache, null, null);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

export function drawJobs(netlist: Netlist, jobs: readonly string[]): Drawing {
  return drawCurrentPaths(netlist, new Set(jobs));
}

function jobViews(context: RuleContext, findings: readonly Finding[]): JobView[] {
  const { evidence } = context;
  const wired = new Map(context.jobs.map((job) => [job.job.id, job]));
  return evidence.design.jobs.map((job): JobView => {
    const own = findings.filter((finding) => finding.job === job.id);
    const at = wired.get(job.id);
    const verdicts = at ? context.verdicts(at) : [];
    return {
      id: job.id,
      severity: own.some(({ severity }) => severity === 'danger')
        ? 'danger'
        : own.some(({ severity, accepted }) => severity === 'caution' && accepted === null)
          ? 'caution'
          : 'hold',
      ampere: at ? loadAmps(context, at) : null,
      steps: at ? staircase(context, at) : [],
      signals: at ? at.evidence.signals : [],
      unwired: evidence.unwired.find((entry) => entry.job === job.id)?.reasons.map(({ message }) => message) ?? [],
      wiring: evidence.wiring.get(job.id) ?? '',
      sequential: at?.evidence.sequential ?? false,
      ...statesOf(verdicts),
      cut: at?.evidence.cut ?? false,
    };
  });
}
