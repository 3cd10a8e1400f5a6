/** The public face of this layer. */
export { smallestForAmpacity } from './choose.ts';
export { wireBranch } from '../kinds/index.ts';
export { type Unwired, circuitParts, compile, toCircuit } from './compile.ts';
export { boxId } from './load-side.ts';
export { modulePowered } from './control-side.ts';
export { CONTINUOUS, chooseFuse, headroomOf, instantSurge, leastRating, surgeRating } from './fuse-choice.ts';
export { type SizedLeg, type SizingParts, type SizingProblem, type Variant, neededA, sizedLegs } from './problem.ts';
export { batteryId, controllerId, fedSpec, postsOf, signalPartId } from './shared-parts.ts';
export { CUT_OUT } from './ways/mains.ts';
export { relayId } from './ways/way.ts';
export { wiringsOf } from './wiring.ts';
