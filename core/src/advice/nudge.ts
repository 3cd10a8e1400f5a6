/** The whole book over the whole project, and the nudges that really mend. */
import { type Patch, applyPatches } from '../document/index.ts';
import type { Design } from '../project/index.ts';
import { type Evidence, gatherEvidence } from '../analysis/index.ts';
import {
  type Finding,
  type Nudge,
  ORDER,
  RULES,
  type RuleContext,
  type Severity,
  checkEvidence,
  isFurtherPast,
  notWired,
  ruleContext,
} from '../rules/index.ts';

export interface Movement {
  readonly title: string;
  readonly from: Severity | null;
  readonly to: Severity | null;
}

export interface MendingNudge extends Nudge {
  /** Other findings that change, with their severity before and after. */
  readonly moves: readonly Movement[];
}

/** Attempts before giving up: the lists are ordered by size, and each attempt re-checks the project. */
const MOST_ATTEMPTS = 60;

/**
 * What may mend a finding: its own rule's proposals first, then those of what else is wrong with its job. A drop of all
 * the volts there are has no thicker wire for it, but goes away with the swapped pins that cause it.
 */
function* proposalsFor(context: RuleContext, findings: readonly Finding[], finding: Finding): Generator<Nudge> {
  const tried = new Set<string>();
  const causes = findings.filter((other) => other !== finding && other.job === finding.job && other.severity !== 'hold');
  for (const about of [finding, ...causes])
    for (const nudge of RULES.find(({ id }) => id === about.rule)?.nudges?.(context, about) ?? []) {
      const key = JSON.stringify(nudge.patches);
      if (!tried.has(key)) yield nudge;
      tried.add(key);
    }
}

/** What a change does to the project: the evidence after it, and what is found then. */
interface After {
  readonly evidence: Evidence;
  readonly findings: readonly Finding[];
}
function after(evidence: Evidence, patches: readonly Patch[]): After {
  const made = gatherEvidence(applyPatches<Design>(evidence.design, patches), evidence.cache);
  return { evidence: made, findings: checkEvidence(made) };
}

/**
 * The first proposal after which this finding holds (or is gone), its job is still wired and no finding is worse than
 * before; null when none is. Yields after every attempt, so that a search can be cut into slices and given up.
 */
export function* nudgeInSteps(
  evidence: Evidence,
  findings: readonly Finding[],
  finding: Finding,
): Generator<undefined, (MendingNudge & { readonly after: After }) | null> {
  if (finding.severity === 'hold') return null;
  let attempts = 0;
  for (const nudge of proposalsFor(ruleContext(evidence), findings, finding)) {
    if (++attempts > MOST_ATTEMPTS) break;
    const then = after(evidence, nudge.patches);
    const same = then.findings.find(({ key }) => key === finding.key);
    if ((!same || same.severity === 'hold') && !worsened(findings, then.findings))
      return { ...nudge, moves: movements(findings, then.findings, new Set([finding.key])), after: then };
    yield;
  }
  return null;
}

/** The same in one go. */
export function findNudge(evidence: Evidence, findings: readonly Finding[], finding: Finding): MendingNudge | null {
  const found = toEnd(nudgeInSteps(evidence, findings, finding));
  if (!found) return null;
  const { label, patches, moves } = found;
  return { label, patches, moves };
}

function toEnd<T>(steps: Generator<unknown, T>): T {
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

export interface NudgePlan {
  readonly steps: readonly { readonly title: string; readonly label: string }[];
  /** All steps after one another, as one change. */
  readonly patches: readonly Patch[];
  /** Titles of what no nudge mends. */
  readonly left: readonly string[];
  /** Other findings that differ when all is done. */
  readonly moves: readonly Movement[];
}

/** More steps than this are no plan that anybody reads. */
const MOST_STEPS = 40;

/**
 * One nudge after another until none of the job's findings has one left. It ends: a nudge makes one finding hold and
 * none worse, so with each step fewer fail; only a job that gets wired for the first time brings findings of its own,
 * and that happens to a job once. Yields after every attempt.
 */
export function* nudgeAllInSteps(evidence: Evidence, findings: readonly Finding[], job: string): Generator<undefined, NudgePlan> {
  const steps: { title: string; label: string; key: string }[] = [];
  const patches: Patch[] = [];
  let now: After = { evidence, findings };
  const open = () => now.findings.filter((finding) => finding.job === job && finding.severity !== 'hold' && finding.accepted === null);
  /** What was tried since anything changed, and not mended. */
  const hopeless = new Set<string>();
  while (steps.length < MOST_STEPS) {
    const finding = open().find(({ key }) => !hopeless.has(key));
    if (!finding) break;
    const nudge = yield* nudgeInSteps(now.evidence, now.findings, finding);
    if (!nudge) {
      hopeless.add(finding.key);
      continue;
    }
    hopeless.clear();
    steps.push({ title: finding.title, label: nudge.label, key: finding.key });
    patches.push(...nudge.patches);
    now = nudge.after;
  }
  return {
    steps: steps.map(({ title, label }) => ({ title, label })),
    patches,
    left: open().map(({ title }) => title),
    moves: movements(findings, now.findings, new Set(steps.map(({ key }) => key))),
  };
}

/** The same in one go. */
export const nudgeAll = (evidence: Evidence, findings: readonly Finding[], job: string): NudgePlan =>
  toEnd(nudgeAllInSteps(evidence, findings, job));

const AT_STAKE: ReadonlySet<string> = new Set(RULES.flatMap(({ id, atStake }) => (atStake ? [id] : [])));
function worsened(before: readonly Finding[], after: readonly Finding[]): boolean {
  const was = new Map(before.map((finding) => [finding.key, finding]));
  // A job that was not wired was not checked: what is found of it now is no step back.
  const unchecked = new Set(before.filter(({ rule, severity }) => rule === notWired.id && severity !== 'hold').map(({ job }) => job));
  return after.some((finding) => {
    if (unchecked.has(finding.job)) return false;
    const old = was.get(finding.key);
    if (ORDER[finding.severity] !== ORDER[old?.severity ?? 'hold']) return ORDER[finding.severity] < ORDER[old?.severity ?? 'hold'];
    // What failed before must not fail by more than one would see.
    return (
      old !== undefined && finding.severity !== 'hold' && !AT_STAKE.has(finding.rule) && isFurtherPast(finding, old) && moved(old, finding)
    );
  });
}

/** Changed so that one would see it: another severity, or a number that differs by half a per cent. */
function moved(before: Finding, after: Finding): boolean {
  const differs = (a: number, b: number) => Math.abs(a - b) > 0.005 * Math.max(Math.abs(a), Math.abs(b), 1e-9);
  return before.severity !== after.severity || differs(before.value, after.value) || differs(before.limit, after.limit);
}

function movements(before: readonly Finding[], after: readonly Finding[], except: ReadonlySet<string>): Movement[] {
  const now = new Map(after.map((finding) => [finding.key, finding]));
  const was = new Map(before.map((finding) => [finding.key, finding]));
  const changed: Movement[] = [];
  for (const finding of after) {
    const old = was.get(finding.key);
    if (!except.has(finding.key) && old && moved(old, finding))
      changed.push({ title: finding.title, from: old.severity, to: finding.severity });
  }
  for (const finding of before)
    if (!except.has(finding.key) && !now.has(finding.key) && finding.severity !== 'hold')
      changed.push({ title: finding.title, from: finding.severity, to: null });
  return changed;
}
