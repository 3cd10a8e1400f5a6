import { formatQuantity } from '../quantity/index.ts';
import { FUSE_AIR_SOURCE, computed, entered, fuseAirFactor } from '../reference/index.ts';
import { branchId } from '../kinds/index.ts';
import { airAbout } from './box-heat.ts';
import { chooseAgain, otherFuses } from './nudging.ts';
import { fuseRating } from './shared-working.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'fuse-below-load';

export const fuseBelowLoad: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does the fuse carry the load, in the warmest air that it sits in?',
  notAsked: 'it has no fuse for its load',
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) =>
      job.loadFuses.map((fuse) => {
        const { value } = context.worstAmps(job, branchId(fuse.id, 'link'));
        const { ratingA, style } = fuse.spec;
        const { airC, given } = airAbout(context, fuse.place);
        const warm = fuseAirFactor(style, airC);
        // In a furnace it carries nothing; `part-air` says so.
        const limit = ratingA * Math.max(0, warm);
        const hot = warm < 1 && value > limit && value <= ratingA;
        return judge(ID, {
          severity: 'caution',
          job: job.job.id,
          subject: { kind: 'part', id: fuse.id, label: fuse.tag },
          value,
          limit,
          unit: 'A',
          title: `Load of ${formatQuantity(value, 'A')} through a ${formatQuantity(ratingA, 'A')} fuse${hot ? `, worth ${formatQuantity(limit, 'A')} in ${context.says(airC, '°C')}` : ''}`,
          detail: `at ${formatQuantity(job.supply.highestV, 'V')}, the most that ${job.supply.name} gives`,
          working: {
            formula: warm < 1 ? 'I_b ≤ k_T · I_n (IEC 60364-4-43)' : 'I_b ≤ I_n (IEC 60364-4-43)',
            given: [
              {
                symbol: 'V',
                meaning: 'highest supply',
                value: job.supply.highestV,
                unit: 'V',
                source: entered(`supplies[${context.design.supplies.indexOf(job.supply)}].highestV`),
              },
              ...(warm < 1
                ? [
                    fuseRating(job, fuse),
                    ...given,
                    { symbol: 'k_T', meaning: 'left of its rating in that air', value: warm, unit: '' as const, source: FUSE_AIR_SOURCE },
                  ]
                : []),
            ],
            result: {
              symbol: 'I_b',
              meaning: `current in ${fuse.tag}`,
              value,
              unit: 'A',
              source: computed('solved at the highest supply'),
            },
            limit:
              warm < 1
                ? { symbol: 'k_T · I_n', meaning: 'what it carries there', value: limit, unit: 'A', source: computed('product') }
                : fuseRating(job, fuse),
          },
        });
      }),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...job.loadFuses.flatMap((fuse) =>
          otherFuses(
            context,
            job,
            fuse,
            'fuse',
            (rating) => rating * fuseAirFactor(fuse.spec.style, airAbout(context, fuse.place).airC) >= finding.value,
          ),
        ),
        chooseAgain(job),
      ]),
};
