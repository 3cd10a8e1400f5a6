/** The public face of this layer. */
export { SUMS } from './registry.ts';
export { sendSum, workingText } from './send.ts';
export { type Sum, type SumInput, type SumResult, type SumValues, isAsked, keptValues } from './sum.ts';
