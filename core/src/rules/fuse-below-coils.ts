import { branchId } from '../kinds/index.ts';
import { fuseCarries } from './fuse-carries.ts';
import { fusePatch, shelfGuard } from './nudging.ts';
import { type Rule, failingOrTightest } from './rule.ts';
import { supplyOf } from './short.ts';

const ID = 'fuse-below-coils';

const OF = { load: 'Load of', control: 'Coils and inputs of', trunk: 'All jobs behind it:' } as const;

/** The fuse of the coil circuits, and the main fuse of several jobs: what one typed there may be less than what hangs behind it. */
export const fuseBelowCoils: Rule = {
  id: ID,
  group: 'works',
  asks: 'Do the fuse of its coil circuits and a main fuse carry what is behind them, in the warmest air that they sit in?',
  notAsked: 'it has no fuse but its load’s, or another job says it',
  acrossJobs: true,
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        job.ownFuses
          .filter(({ spec }) => spec.guards !== 'load')
          .map((fuse) => {
            // What several jobs share carries most in some state of one of them.
            const users = context.jobs.filter(({ job: { id } }) => fuse.jobs.includes(id));
            const ampere = Math.max(...users.map((user) => context.worstAmps(user, branchId(fuse.id, 'link')).value));
            return fuseCarries(ID, context, job, { fuse, ampere, of: OF[fuse.spec.guards], supply: supplyOf(context, job, fuse) });
          }),
      ),
    ),
  // Of what a short draws, or a hot place takes, the app's own choice mends nothing, and a fuse is not made to fit it.
  nudges({ jobs }, finding) {
    const fuse = jobs.flatMap(({ controlFuses }) => controlFuses).find(({ id }) => id === finding.subject.id);
    const patches = jobs
      .filter(({ job }) => fuse?.jobs.includes(job.id) && (typeof job.controlFuse === 'number' || job.controlGuard !== 'none'))
      .flatMap((job) => [...shelfGuard(job, 'controlFuse'), fusePatch(job, 'controlFuse', 'auto')]);
    return patches.length > 0 ? [{ label: 'Nudge to the fuse that the app chooses', patches }] : [];
  },
};
