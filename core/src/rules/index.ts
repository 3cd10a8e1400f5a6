/** The public face of this layer. */
export { acceptFinding, isFurtherPast, takeBackAcceptance } from './accept.ts';
export { type Answer, answersOf } from './answers.ts';
export { ORDER, OWN_RULES, checkEvidence } from './check.ts';
export { type RuleContext, type WiredJob, loadAmps, ruleContext, sharesFuse, worstLoad } from './context.ts';
export { shareBehind } from './fuse-above-wire.ts';
export { airAbout } from './box-heat.ts';
export { startBehind } from './fuse-surge-opens.ts';
export { notWired } from './not-wired.ts';
export { editWords } from './nudging.ts';
export { RULES } from './registry.ts';
export { type Finding, GROUPS, type Given, type Group, type Nudge, type Severity, type Working } from './rule.ts';
export { trailOf } from './trail.ts';
