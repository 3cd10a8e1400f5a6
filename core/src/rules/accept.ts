/** Findings that a person accepts with a reason: they stay, are shown as such, and come back when they get worse. */
import type { Accepted, Design } from '../project/index.ts';
import { type Finding, usedShare } from './rule.ts';

/** A number worse by less than this is the same: lengths and loads are not known better. */
const SAME = 1.005;

/** Further past its limit than `then`, by more than what nobody knows anyway. */
export function isFurtherPast(finding: Finding, then: Pick<Accepted, 'value' | 'limit'>): boolean {
  const [now, before] = [usedShare(finding), usedShare({ ...then, sense: finding.sense })];
  if (Number.isFinite(now) || Number.isFinite(before)) return now > before * SAME;
  // Past a limit of nothing: the number itself tells.
  return finding.sense === 'at most' ? finding.value > then.value * SAME : finding.value < then.value;
}

/** The reason with which a finding is accepted; null when it is not, or is worse by now. */
export function acceptedReason(finding: Finding, accepted: readonly Accepted[]): string | null {
  if (finding.severity === 'hold') return null;
  const then = accepted.find(({ key }) => key === finding.key);
  return then && !isFurtherPast(finding, then) ? then.reason : null;
}

export function acceptFinding(design: Design, { key, value, limit }: Finding, reason: string): Design {
  const others = takeBackAcceptance(design, key);
  return { ...others, accepted: [...others.accepted, { key, reason, value, limit }] };
}
export function takeBackAcceptance(design: Design, key: string): Design {
  return { ...design, accepted: design.accepted.filter((entry) => entry.key !== key) };
}
