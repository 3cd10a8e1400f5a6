/** The public face of this layer. */
export { type MendingNudge, type NudgePlan, checkEvidence, findNudge, nudgeAll, nudgeAllInSteps, nudgeInSteps } from './check.ts';
export { type WiringView, compareWirings } from './compare.ts';
export { type MountPlace, comparePlaces } from './mount.ts';
export { combinationsOf, search, searchByTrying } from './search.ts';
export { type Candidate, type CandidateStep, type Choice, type Sized, sizeJob, sizingProblem } from './size.ts';
export { type Step, staircase } from './staircase.ts';
