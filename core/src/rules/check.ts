/** The whole book over the whole project, and the nudges that really mend. */
import { applyPatches, type Patch } from '../design/patch.ts';
import type { Design } from '../design/schema.ts';
import { gatherEvidence, type Evidence } from '../prove/evidence.ts';
import { acceptedReason } from './accept.ts';
import { ruleContext, type RuleContext } from './context.ts';
import { RULES } from './registry.ts';
import { usedShare, type Finding, type Nudge, type Severity } from './rule.ts';

const ORDER: Readonly<Record<Severity, number>> = { danger: 0, caution: 1, hold: 2 };

/** Findings of every rule, the worst first; those that are accepted after the others. */
export function checkEvidence(evidence: Evidence, context: RuleContext = ruleContext(evidence)): Finding[] {
  const { accepted } = evidence.design;
  const rank = ({ accepted: reason, severity }: Finding) => (reason === null ? ORDER[severity] : ORDER.hold - 0.5);
  return RULES.flatMap((rule) => rule.check(context))
    .map((finding) => ({ ...finding, accepted: acceptedReason(finding, accepted) }))
    .sort((a, b) => rank(a) - rank(b) || (a.severity === 'hold' ? 0 : usedShare(b) - usedShare(a)));
}

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
const MOST_ATTEMPTS = 40;

/**
 * The first of the rule's proposals after which this finding holds (or is gone) and no finding is worse
 * than before; null when none does.
 */
export function findNudge(evidence: Evidence, findings: readonly Finding[], finding: Finding): MendingNudge | null {
  if (finding.severity === 'hold') return null;
  const rule = RULES.find(({ id }) => id === finding.rule);
  const proposals = rule?.nudges?.(ruleContext(evidence), finding) ?? [];
  for (const nudge of proposals.slice(0, MOST_ATTEMPTS)) {
    const after = checkEvidence(gatherEvidence(applyPatches<Design>(evidence.design, nudge.patches), evidence.cache));
    const same = after.find(({ key }) => key === finding.key);
    if (same && same.severity !== 'hold') continue;
    if (worsened(findings, after)) continue;
    return { ...nudge, moves: movements(findings, after, new Set([finding.key])) };
  }
  return null;
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

/**
 * One nudge after another until none of the job's findings has one left. It ends: each makes one finding hold
 * and none worse.
 */
export function nudgeAll(evidence: Evidence, findings: readonly Finding[], job: string): NudgePlan {
  const steps: { title: string; label: string; key: string }[] = [];
  const patches: Patch[] = [];
  let now = { evidence, findings };
  const open = () => now.findings.filter((finding) => finding.job === job && finding.severity !== 'hold' && finding.accepted === null);
  for (;;) {
    let next: { finding: Finding; nudge: MendingNudge } | null = null;
    for (const finding of open()) {
      const nudge = findNudge(now.evidence, now.findings, finding);
      if (!nudge) continue;
      next = { finding, nudge };
      break;
    }
    if (!next) break;
    steps.push({ title: next.finding.title, label: next.nudge.label, key: next.finding.key });
    patches.push(...next.nudge.patches);
    const after = gatherEvidence(applyPatches<Design>(now.evidence.design, next.nudge.patches), evidence.cache);
    now = { evidence: after, findings: checkEvidence(after) };
  }
  return {
    steps: steps.map(({ title, label }) => ({ title, label })),
    patches,
    left: open().map(({ title }) => title),
    moves: movements(findings, now.findings, new Set(steps.map(({ key }) => key))),
  };
}

function worsened(before: readonly Finding[], after: readonly Finding[]): boolean {
  const was = new Map(before.map((finding) => [finding.key, finding]));
  // A job that was not wired was not checked: what is found of it now is no step back.
  const unchecked = new Set(before.filter(({ rule }) => rule === 'not-wired').map(({ job }) => job));
  return after.some((finding) => !unchecked.has(finding.job) && ORDER[finding.severity] < ORDER[was.get(finding.key)?.severity ?? 'hold']);
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
