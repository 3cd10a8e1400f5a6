/** A fuse or a breaker is read with nothing of the circuit beside it, in the way that its kind allows (common practice). */
import { expect, test } from '@jest/globals';
import { gatherEvidence } from '../../analysis/index.ts';
import type { Design, Job } from '../../project/index.ts';
import { design, job } from '../../testing/designs.ts';
import { mains } from '../../testing/mains.ts';
import { benchPlan } from './plan.ts';

const direct = (protection: Job['protection'], fuse: number): Design => design([job({ protection, fuse })]);
test.each<[string, Design, string]>([
  ['a blade fuse', direct('blade', 20), 'across fuse F1, out of its holder'],
  ['a strip fuse', direct('blade', 60), 'across fuse F1, unbolted'],
  ['a battery fuse', direct('high-breaking', 60), 'across fuse F1, unbolted'],
  ['a thermal breaker', direct('breaker', 20), 'across breaker F1, closed, with one of its leads off'],
  ['one that resets itself', direct('self-resetting', 20), 'across breaker F1, closed, with one of its leads off'],
  ['a miniature breaker', mains(), 'across breaker F1, closed, with one of its leads off'],
  ['a fused plug', mains({ protection: 'plug', fuse: 5 }), 'across fuse F1, out of the plug'],
])('%s', (_, made, words) => {
  const steps = benchPlan(gatherEvidence(made), 'job-1').filter(({ alone }) => alone);
  expect(steps.map((step) => step.words)).toEqual([words]);
});
