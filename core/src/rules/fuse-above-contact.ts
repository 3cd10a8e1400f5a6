import { currentOf, throwRating } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { ofPart } from '../reference/index.ts';
import { coilFits, otherRelays, otherLoadFuses } from './nudging.ts';
import { fuseRating } from './shared-working.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'fuse-above-contact';

export const fuseAboveContact: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is every contact stronger than the fuse before it?',
  notAsked: 'no contact in it has a fuse of its own before it',
  check: ({ jobs }) =>
    jobs.flatMap((job) =>
      failingOrTightest(
        job.contacts.flatMap(({ relay, pin, fuse }) => {
          // A plug's fuse has a rule of its own; a contact with no rating for this current another.
          if (!fuse || fuse.spec.style === 'plug') return [];
          const { type } = relay.spec;
          const limit = throwRating(type, pin, 'heater', currentOf(job.supply)).ampere;
          if (limit === 0) return [];
          return [
            judge(ID, {
              severity: 'danger',
              job: job.job.id,
              subject: { kind: 'part', id: fuse.id, label: fuse.tag },
              value: fuse.spec.ratingA,
              limit,
              unit: 'A',
              title: `${fuse.tag} passes ${formatQuantity(fuse.spec.ratingA, 'A')}; contact ${relay.tag} ${pin} is rated ${formatQuantity(limit, 'A')}`,
              detail: `${type.name}: in an overload the fuse must be the weaker of the two`,
              working: {
                formula: 'I_n ≤ I_contact',
                given: [],
                result: fuseRating(job, fuse),
                limit: {
                  symbol: 'I_contact',
                  meaning: `contact ${pin}, resistive`,
                  value: limit,
                  unit: 'A',
                  source: ofPart(type.name),
                },
              },
            }),
          ];
        }),
      ),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...otherLoadFuses(context, job, (rating) => rating <= finding.limit),
        ...otherRelays(context.design, job, coilFits(context.design, job)),
      ]),
};
