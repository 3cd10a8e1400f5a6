import { branchId } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { BLADE_FUSE_SOURCE, FUSE_AIR_SOURCE, computed, fuseAirFactor } from '../reference/index.ts';
import { CONTINUOUS, chooseFuse } from '../wiring/index.ts';
import { partSubject } from './context.ts';
import { fusePatch } from './nudging.ts';
import { fuseRating } from './shared-working.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'fuse-match-school';

/** Asked only of a project that matches fuses to loads. */
export const fuseMatchSchool: Rule = {
  id: ID,
  group: 'works',
  asks: 'Is the fuse what the load’s maker names?',
  notAsked: 'this project chooses fuses for the wire',
  trail: 'load',
  check: (context) =>
    context.design.settings.fuseFor === 'wire'
      ? []
      : context.jobs.flatMap((job) =>
          job.loadFuses.map((fuse, nth) => {
            // What its makers' plates say, as the app itself chooses; drops on the way take a little from it.
            const fed = context.evidence.sizing.get(job.job.id)?.fed[nth];
            const ampere = fed?.ampere ?? context.worstAmps(job, branchId(fuse.id, 'link')).value;
            const factor = job.forHours ? CONTINUOUS : 1;
            const warm = fuseAirFactor(fuse.spec.style, context.hottestC(fuse.place));
            const limit = chooseFuse(ampere * Math.max(factor, 1 / warm), job.job.protection, job.supply);
            return judge(ID, {
              severity: 'caution',
              job: job.job.id,
              subject: partSubject(fuse),
              value: fuse.spec.ratingA,
              limit,
              unit: 'A',
              title: `${fuse.tag} is ${formatQuantity(fuse.spec.ratingA, 'A')}; matched to its load it is ${formatQuantity(limit, 'A')}`,
              detail: 'this project matches fuses to loads',
              working: {
                formula: 'I_n = the smallest stock rating of at least I_b times the larger of k and 1/k_T',
                given: [
                  {
                    symbol: 'I_b',
                    meaning: `current in ${fuse.tag}`,
                    value: ampere,
                    unit: 'A',
                    source: computed('by its plates at the highest supply'),
                  },
                  {
                    symbol: 'k',
                    meaning: job.forHours ? 'runs for hours' : 'does not run for hours',
                    value: factor,
                    unit: '',
                    source: computed('the job'),
                  },
                  { symbol: 'k_T', meaning: 'left of its rating in the air where it sits', value: warm, unit: '', source: FUSE_AIR_SOURCE },
                ],
                result: fuseRating(job, fuse),
                limit: { symbol: 'I_n', meaning: 'matched', value: limit, unit: 'A', source: BLADE_FUSE_SOURCE },
              },
            });
          }),
        ),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .map((job) => ({ label: `Nudge to a ${formatQuantity(finding.limit, 'A')} fuse`, patches: [fusePatch(job, 'fuse', finding.limit)] })),
};
