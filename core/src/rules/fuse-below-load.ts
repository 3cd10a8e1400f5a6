import { fuseAirFactor } from '../reference/index.ts';
import { branchId } from '../kinds/index.ts';
import { airAbout } from './box-heat.ts';
import { chooseAgain, otherFuses } from './nudging.ts';
import { fuseCarries } from './fuse-carries.ts';
import type { Rule } from './rule.ts';

const ID = 'fuse-below-load';

export const fuseBelowLoad: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does the fuse carry the load, in the warmest air that it sits in?',
  notAsked: 'it has no fuse for its load',
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) =>
      job.loadFuses.map((fuse) =>
        fuseCarries(ID, context, job, {
          fuse,
          ampere: context.worstAmps(job, branchId(fuse.id, 'link')).value,
          of: 'Load of',
          supply: job.supply,
        }),
      ),
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
