import { LOADS, isCharged } from '../kinds/index.ts';
import { linesOf } from '../project/index.ts';
import { commonPractice, computed, resetsAtAll, resetsItself } from '../reference/index.ts';
import { type Rule, judge } from './rule.ts';
import { jobSubject } from './context.ts';
import { shelfGuard } from './nudging.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'guard-resets-itself';

/** Asked of breakers: one that closes again when it has cooled feeds a short for as long as there is a battery, and starts a motor by itself. */
export const guardResetsItself: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does a breaker that has opened stay open until somebody has looked?',
  notAsked: 'no breaker guards it',
  check: ({ jobs }) =>
    jobs.flatMap((job) => {
      const breakers = job.loadFuses.filter(({ spec }) => resetsAtAll(spec.style));
      if (breakers.length === 0) return [];
      const again = breakers.filter(({ spec }) => resetsItself(spec.style));
      const [first] = again;
      const turns = linesOf(job.job).some((load) => !isCharged(load) && LOADS[load.kind].turns);
      return [
        judge(ID, {
          severity: 'caution',
          job: job.job.id,
          subject: first ? { kind: 'part', id: first.id, label: first.tag } : jobSubject(job.job),
          value: again.length,
          limit: 0,
          unit: '',
          title: first
            ? `${first.tag} closes again by itself: a fault is fed again and again`
            : 'A breaker that has opened stays open until it is reset by hand',
          detail: first
            ? `a wire that chafes heats each time${turns ? ', and what turns starts while somebody’s hand is in it' : ''}: one that is reset by hand, or a fuse`
            : 'as it is bought',
          working: noneAllowed(
            again.length,
            'breakers before its load that close again when they have cooled',
            computed('counted in the circuit'),
            commonPractice(
              'self-resetting breakers (SAE J553, type I, from memory) only where a short stop is worse than a fault that stays',
            ),
          ),
        }),
      ];
    }),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .map(({ job, at }) => ({
        label: 'Nudge to a breaker that is reset by hand',
        patches: [...shelfGuard({ job, at }), { path: ['jobs', at, 'protection'], value: 'breaker' }],
      })),
};
