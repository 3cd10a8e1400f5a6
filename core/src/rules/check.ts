/** The whole book over the whole project. */
import type { Evidence } from '../analysis/index.ts';
import { acceptedReason } from './accept.ts';
import { marker } from './assumed.ts';
import { type RuleContext, ruleContext } from './context.ts';
import { RULES } from './registry.ts';
import { type Finding, type Rule, type Severity, usedShare } from './rule.ts';

/** The worst first. */
export const ORDER: Readonly<Record<Severity, number>> = { danger: 0, caution: 1, hold: 2 };

/** Findings of every rule, the worst first; those that are accepted after the others. */
export function checkEvidence(evidence: Evidence, context: RuleContext = ruleContext(evidence), book: readonly Rule[] = RULES): Finding[] {
  const { accepted } = evidence.design;
  const rank = ({ accepted: reason, severity }: Finding) => (reason === null ? ORDER[severity] : ORDER.hold - 0.5);
  const marked = marker(context);
  return book
    .flatMap((rule) => rule.check(context).map((finding) => marked(rule, finding)))
    .map((finding) => ({ ...finding, accepted: acceptedReason(finding, accepted) }))
    .sort((a, b) => rank(a) - rank(b) || (a.severity === 'hold' ? 0 : usedShare(b) - usedShare(a)));
}

/** Rules whose answers for a job need the states of no other job. */
export const OWN_RULES: readonly Rule[] = RULES.filter(({ acrossJobs }) => !acrossJobs);
