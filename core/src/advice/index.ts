/** The public face of this layer. */
export { type WiringView, compareWirings } from './compare.ts';
export { type MountPlace, comparePlaces } from './mount.ts';
export { type MendingNudge, type NudgePlan, findNudge, nudgeAll, nudgeAllInSteps, nudgeInSteps } from './nudge.ts';
export { type PlugIn, type PlugInAnswer, TRIED_W, asItIsBuilt, whatMayBePluggedIn } from './plug-in.ts';
export { withSafeRelay } from './begin.ts';
export { combinationsOf, search, searchByTrying } from './search.ts';
export { type Candidate, type CandidateStep, type Choice, type Sized, sizeJob, sizingProblem } from './size.ts';
export { type Step, staircase } from './staircase.ts';
