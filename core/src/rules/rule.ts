import type { Patch } from '../document/index.ts';
import type { Corner } from '../analysis/index.ts';
import type { Unit } from '../quantity/index.ts';
import type { Source } from '../reference/index.ts';
import type { RuleContext, WiredJob } from './context.ts';

/** What a question is about: what may burn, what may hurt whoever touches it, what may not work, what may not last. */
export const GROUPS = ['fire', 'shock', 'works', 'wears'] as const;
export type Group = (typeof GROUPS)[number];

export type Severity = 'danger' | 'caution' | 'hold';

export interface Given {
  readonly symbol: string;
  readonly meaning: string;
  readonly value: number;
  readonly unit: Unit;
  readonly source: Source;
}

/** The sum behind a finding, so that it can be checked by hand. */
export interface Working {
  readonly formula: string;
  readonly given: readonly Given[];
  readonly result: Given;
  readonly limit: Given;
}

export interface Subject {
  readonly kind: 'part' | 'wire' | 'job';
  readonly id: string;
  readonly label: string;
}

/** One checked statement. `value` must not pass `limit`, upwards or downwards as `sense` says. */
export interface Finding {
  /** Rule, job and subject: the same finding keeps its key from one check to the next. */
  readonly key: string;
  readonly rule: string;
  /** Which of its questions it answers, where a rule asks several; empty where it asks one. */
  readonly code: string;
  readonly severity: Severity;
  readonly job: string;
  readonly subject: Subject;
  readonly value: number;
  readonly limit: number;
  readonly unit: Unit;
  readonly sense: 'at most' | 'at least';
  readonly title: string;
  readonly detail: string;
  readonly working: Working;
  /** Keys of values that nobody entered, and that its number stands on. */
  readonly assumed: readonly string[];
  /** Why a person lives with it; null when nobody said so, or it got worse since. */
  readonly accepted: string | null;
}

/** A change that may mend a finding; whether it does is tried before it is offered. */
export interface Nudge {
  readonly label: string;
  readonly patches: readonly Patch[];
}

/** One rule of the book. Adding one is a file with this and a line in the registry. */
export interface Rule {
  readonly id: string;
  readonly group: Group;
  /** The question that it asks of a job. */
  readonly asks: string;
  /** Why it is not asked of a job of which it says nothing. */
  readonly notAsked: string | ((context: RuleContext, job: WiredJob) => string);
  /** Whether its number, once past its limit, says what is at stake and not how far from right it is: a nudge that moves it there makes nothing worse. */
  readonly atStake?: true;
  /** Whether its answer for a job takes the solved states of other jobs as well. */
  readonly acrossJobs?: true;
  /** What its solved numbers come from, for the trail down to the plate; none where it counts. */
  readonly trail?: 'load' | 'coil';
  /** The corner at which those are worst, where it is not the one with the largest current. */
  readonly trailCorner?: Corner;
  check(context: RuleContext): readonly Finding[];
  /** Changes worth trying, the smallest first. */
  nudges?(context: RuleContext, finding: Finding): readonly Nudge[];
}

export interface Checked {
  readonly code?: string;
  readonly severity: 'danger' | 'caution';
  readonly job: string;
  readonly subject: Subject;
  readonly value: number;
  readonly limit: number;
  readonly unit: Unit;
  readonly sense?: 'at most' | 'at least';
  readonly title: string;
  readonly detail: string;
  readonly working: Working;
}

/** Compares value and limit: the given severity when it fails, `hold` when it does not. */
export function judge(rule: string, checked: Checked): Finding {
  const sense = checked.sense ?? 'at most';
  const slack = 1e-9 * Math.max(1, Math.abs(checked.limit));
  const holds = sense === 'at most' ? checked.value <= checked.limit + slack : checked.value >= checked.limit - slack;
  return {
    code: '',
    ...checked,
    key: `${rule}|${checked.job}|${checked.subject.id}`,
    rule,
    assumed: [],
    accepted: null,
    sense,
    severity: holds ? 'hold' : checked.severity,
  };
}

/** Share of the limit that is used: above 1 fails. For ordering and for the tightest of several. */
export function usedShare(finding: Pick<Finding, 'value' | 'limit' | 'sense'>): number {
  const { value, limit, sense } = finding;
  if (sense === 'at most') return limit === 0 ? (value <= 0 ? 0 : Infinity) : value / limit;
  return value <= 0 ? Infinity : limit / value;
}

/** All that fail, or the tightest that holds: twenty wires that hold are one line, not twenty. */
export function failingOrTightest(findings: readonly Finding[]): Finding[] {
  const failing = findings.filter(({ severity }) => severity !== 'hold');
  if (failing.length > 0) return failing;
  return findings.length > 0 ? [tightest(findings)] : [];
}

/** The one of several that uses most of its limit; there has to be one. */
export const tightest = (findings: readonly Finding[]): Finding =>
  findings.reduce((tight, finding) => (usedShare(finding) > usedShare(tight) ? finding : tight));
