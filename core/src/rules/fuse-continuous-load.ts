import { figures, formatQuantity } from '../quantity/index.ts';
import { branchId } from '../kinds/index.ts';
import { computed, standard } from '../reference/index.ts';
import { CONTINUOUS } from '../wiring/index.ts';
import { chooseAgain, otherFuses } from './nudging.ts';
import { fuseRating } from './shared-working.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'fuse-continuous-load';

export const fuseContinuousLoad: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does the fuse stand far enough above a load of hours?',
  notAsked: 'it does not run for three hours at a time',
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) =>
      (job.forHours ? job.loadFuses : []).map((fuse) => {
        const ampere = context.worstAmps(job, branchId(fuse.id, 'link')).value;
        const factor = CONTINUOUS;
        return judge(ID, {
          severity: 'caution',
          job: job.job.id,
          subject: { kind: 'part', id: fuse.id, label: fuse.tag },
          value: ampere * factor,
          limit: fuse.spec.ratingA,
          unit: 'A',
          title: `Runs for hours: ${figures(factor)} × ${formatQuantity(ampere, 'A')} needs ${formatQuantity(ampere * factor, 'A')} of ${formatQuantity(fuse.spec.ratingA, 'A')}`,
          detail: `a fuse near its rating for three hours or more grows warm and opens early`,
          working: {
            formula: 'k · I_b ≤ I_n (NEC 210.20(A))',
            given: [
              { symbol: 'k', meaning: 'for three hours and more', value: factor, unit: '', source: standard('NEC 210.20(A)') },
              {
                symbol: 'I_b',
                meaning: `current in ${fuse.tag}`,
                value: ampere,
                unit: 'A',
                source: computed('solved at the highest supply'),
              },
            ],
            result: { symbol: 'k · I_b', meaning: 'needed', value: ampere * factor, unit: 'A', source: computed('product') },
            limit: fuseRating(job, fuse),
          },
        });
      }),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...job.loadFuses.flatMap((fuse) => otherFuses(context, job, fuse, 'fuse', (rating) => rating >= finding.value)),
        chooseAgain(job),
      ]),
};
