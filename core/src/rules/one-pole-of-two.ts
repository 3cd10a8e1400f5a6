import { isTwoHot } from '../kinds/index.ts';
import { breakOtherwise, liveWhenOff } from './neutral-switched.ts';
import { PROTECTION_NAMES, computed, standard } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { shelfGuard } from './nudging.ts';
import { type Rule, judge } from './rule.ts';

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
              ended: 'Off, one hot conductor stays on the load until the contactor lets go of both: pull that before you work on it',
              good: 'Both hot conductors are broken',
              why: 'the conductor that is not broken is hot as well',
            }),
            ...job.loadFuses.slice(0, 1).map((fuse) => {
              const poles = fuse.spec.poles ?? 1;
              return judge(ID, {
                code: 'poles',
                severity: 'danger',
                job: job.job.id,
                subject: partSubject(fuse),
                value: poles,
                limit: 2,
                unit: '',
                sense: 'at least',
                title:
                  poles < 2
                    ? `${fuse.tag} opens one of two hot conductors: a fault on the other goes on burning`
                    : `${fuse.tag} opens both hot conductors together`,
                detail: poles < 2 ? 'a two-pole breaker' : 'a pole for each',
                working: {
                  formula: 'n ≥ hot conductors',
                  given: [],
                  result: { symbol: 'n', meaning: `poles of ${fuse.tag}`, value: poles, unit: '', source: computed('as it is wired') },
                  limit: {
                    symbol: 'n',
                    meaning: 'hot conductors',
                    value: 2,
                    unit: '',
                    source: standard('NEC 240.15(B): each ungrounded conductor'),
                  },
                },
              });
            }),
          ]
        : [],
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) =>
        finding.code === 'poles'
          ? (['breaker-c', 'breaker-b'] as const).map((protection) => ({
              label: `Nudge to a two-pole ${PROTECTION_NAMES[protection]}`,
              patches: [
                ...shelfGuard(job),
                { path: ['jobs', job.at, 'protection'], value: protection },
                { path: ['jobs', job.at, 'fuse'], value: 'auto' },
              ],
            }))
          : breakOtherwise(context, job, ['both']),
      ),
};
