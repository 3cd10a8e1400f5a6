import { isTwoHot } from '../kinds/index.ts';
import { breakOtherwise, liveWhenOff } from './neutral-switched.ts';
import type { Rule } from './rule.ts';

const ID = 'one-pole-of-two';

/** Two hot conductors, and one of them broken: the other still feeds the load's metal. */
export const onePoleOfTwo: Rule = {
  id: ID,
  group: 'shock',
  asks: 'Are both hot conductors broken?',
  notAsked: 'no two conductors of its supply are hot',
  check: (context) =>
    context.jobs.flatMap((job) =>
      isTwoHot(job.supply)
        ? [
            liveWhenOff(ID, context, job, {
              bad: 'One of two hot conductors is broken: off, the load stays live',
              good: 'Both hot conductors are broken',
              why: 'the conductor that is not broken is hot as well',
            }),
          ]
        : [],
    ),
  nudges: (context, finding) =>
    context.jobs.filter(({ job }) => job.id === finding.job).flatMap((job) => breakOtherwise(context, job, ['both'])),
};
