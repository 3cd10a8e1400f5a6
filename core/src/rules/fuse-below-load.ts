import { formatQuantity } from '../quantity/index.ts';
import { computed, entered } from '../reference/index.ts';
import { branchId } from '../kinds/index.ts';
import { chooseAgain, otherFuses } from './nudging.ts';
import { fuseRating } from './shared-working.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'fuse-below-load';

export const fuseBelowLoad: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does the fuse carry the load?',
  notAsked: 'it has no fuse for its load',
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) =>
      job.loadFuses.map((fuse) => {
        const { value } = context.worstAmps(job, branchId(fuse.id, 'link'));
        const limit = fuse.spec.ratingA;
        return judge(ID, {
          severity: 'caution',
          job: job.job.id,
          subject: { kind: 'part', id: fuse.id, label: fuse.tag },
          value,
          limit,
          unit: 'A',
          title: `Load of ${formatQuantity(value, 'A')} through a ${formatQuantity(limit, 'A')} fuse`,
          detail: `at ${formatQuantity(job.supply.highestV, 'V')}, the most that ${job.supply.name} gives`,
          working: {
            formula: 'I_b ≤ I_n (IEC 60364-4-43)',
            given: [
              {
                symbol: 'V',
                meaning: 'highest supply',
                value: job.supply.highestV,
                unit: 'V',
                source: entered(`supplies[${context.design.supplies.indexOf(job.supply)}].highestV`),
              },
            ],
            result: {
              symbol: 'I_b',
              meaning: `current in ${fuse.tag}`,
              value,
              unit: 'A',
              source: computed('solved at the highest supply'),
            },
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
