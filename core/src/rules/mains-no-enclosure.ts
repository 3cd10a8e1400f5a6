import { commonPractice, computed, standard } from '../reference/index.ts';
import { jobSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';
import { isMains } from '../kinds/index.ts';

const ID = 'mains-no-enclosure';

/** What switches the mains is closed in. */
export const mainsNoEnclosure: Rule = {
  id: ID,
  group: 'shock',
  asks: 'Does what carries mains stand in a closed box?',
  notAsked: 'it is not on the mains',
  check: ({ jobs, design }) =>
    jobs.flatMap((job) => {
      if (!isMains(job.supply)) return [];
      const place = design.places.find(({ id }) => id === job.job.device.place)!;
      const value = place.box === 'open' ? 1 : 0;
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: jobSubject(job.job),
          value,
          limit: 0,
          unit: '',
          title:
            value > 0 ? `What switches the mains stands open at ${place.name}` : `What switches the mains is closed in at ${place.name}`,
          detail:
            value > 0
              ? 'a box with strain relief at both cords, closed before it is plugged in'
              : place.box === 'metal'
                ? 'the metal of the box is bonded to earth'
                : 'with strain relief at both cords',
          working: noneAllowed(
            value,
            'places where mains lies open',
            computed('the places of this job'),
            value > 0 ? standard('IEC 60364-4-41, annex A: barriers or enclosures') : commonPractice(),
          ),
        }),
      ];
    }),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .map(({ job }) => ({
        label: 'Nudge it into a closed box',
        patches: [{ path: ['places', design.places.findIndex(({ id }) => id === job.device.place), 'box'], value: 'plastic' }],
      })),
};
