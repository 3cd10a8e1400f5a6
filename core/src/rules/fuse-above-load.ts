import { formatQuantity } from '../quantity/index.ts';
import { entered } from '../reference/index.ts';
import { linePath, pathText } from '../project/index.ts';
import { type WiredJob, lineOf, partSubject } from './context.ts';
import { chooseAgain, otherFuses } from './nudging.ts';
import { fuseRating } from './shared-working.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'fuse-above-load';

/** What stands before a job's loads: where the signals feed them themselves, the fuse of those. */
const fusesOf = ({ loadFuses, contacts, controlFuses }: WiredJob) => (contacts.length > 0 ? loadFuses : [...loadFuses, ...controlFuses]);

/** What the label of a load allows before it: its own lead, its board or its winding is made for no more. */
export const fuseAboveLoad: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is the fuse no larger than what the labels of its loads allow?',
  notAsked: 'no label of its loads says what fuse may stand before it, or none does',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        job.loads.flatMap((load) => {
          const line = lineOf(job, load);
          const limit = line?.mostFuseA ?? 0;
          if (!line || limit === 0) return [];
          return fusesOf(job).map((fuse) =>
            judge(ID, {
              severity: 'danger',
              job: job.job.id,
              subject: partSubject(fuse),
              code: line.id,
              value: fuse.spec.ratingA,
              limit,
              unit: 'A',
              title: `${fuse.tag} is ${formatQuantity(fuse.spec.ratingA, 'A')}; the label of ${line.name} allows ${formatQuantity(limit, 'A')} before it`,
              detail:
                fuse.spec.ratingA > limit ? 'a fault inside it is ended too late: its own lead or board burns first' : 'as its label says',
              working: {
                formula: 'I_n ≤ I_label',
                given: [],
                result: fuseRating(job, fuse),
                limit: {
                  symbol: 'I_label',
                  meaning: `fuse before ${line.name}, at most`,
                  value: limit,
                  unit: 'A',
                  source: entered(pathText(['jobs', job.at, ...linePath(job.job, line.id), 'mostFuseA'])),
                },
              },
            }),
          );
        }),
      ),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...fusesOf(job)
          .filter(({ id }) => id === finding.subject.id)
          .flatMap((fuse) =>
            otherFuses(context, job, fuse, fuse.spec.guards === 'control' ? 'controlFuse' : 'fuse', (rating) => rating <= finding.limit),
          ),
        chooseAgain(job),
      ]),
};
