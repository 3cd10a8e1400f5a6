import { currentOf, throwRating } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { PLUG_FUSE_SOURCE, entered, ofPart } from '../reference/index.ts';
import { chooseAgain, otherLoadFuses } from './nudging.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'plug-fuse-above-device';

/** The fuse in a plug against what stands after it: the weaker of contact and terminal. */
export const plugFuseAboveDevice: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is the device stronger than its plug’s fuse?',
  notAsked: 'no plug’s fuse guards it',
  check: ({ jobs }) =>
    jobs.flatMap((job) =>
      failingOrTightest(
        job.contacts.flatMap(({ relay, pin, fuse }) => {
          if (!fuse || fuse.spec.style !== 'plug') return [];
          const { type, socket } = relay.spec;
          const contact = throwRating(type, pin, 'heater', currentOf(job.supply)).ampere;
          if (contact === 0) return [];
          const limit = Math.min(contact, socket.terminalA);
          return [
            judge(ID, {
              severity: 'danger',
              job: job.job.id,
              subject: { kind: 'part', id: fuse.id, label: fuse.tag },
              value: fuse.spec.ratingA,
              limit,
              unit: 'A',
              title: `The plug’s ${formatQuantity(fuse.spec.ratingA, 'A')} fuse stands before a device of ${formatQuantity(limit, 'A')}`,
              detail: fuse.spec.ratingA > limit ? `${type.name} carries an overload that the plug lets through` : type.name,
              working: {
                formula: 'I_n ≤ min(I_contact, I_terminal)',
                given: [
                  { symbol: 'I_contact', meaning: `contact ${pin}, resistive`, value: contact, unit: 'A', source: ofPart(type.name) },
                  { symbol: 'I_terminal', meaning: socket.name, value: socket.terminalA, unit: 'A', source: ofPart(type.name) },
                ],
                result: {
                  symbol: 'I_n',
                  meaning: `rating of ${fuse.tag}`,
                  value: fuse.spec.ratingA,
                  unit: 'A',
                  source: fuse.spec.chosen ? entered(`jobs[${job.at}].fuse`) : PLUG_FUSE_SOURCE,
                },
                limit: { symbol: 'I', meaning: 'the device', value: limit, unit: 'A', source: ofPart(type.name) },
              },
            }),
          ];
        }),
      ),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [...otherLoadFuses(context, job, (rating) => rating <= finding.limit), chooseAgain(job)]),
};
