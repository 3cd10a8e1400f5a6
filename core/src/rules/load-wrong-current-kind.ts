import { currentOf, loadFacets } from '../kinds/index.ts';
import { linesOf } from '../project/index.ts';
import { computed } from '../reference/index.ts';
import { jobSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'load-wrong-current-kind';
const WORDS = { ac: 'alternating current', dc: 'direct current' } as const;

/** A load that lives on one kind of current alone, on a supply of the other: a transformer on a battery is a short. */
export const loadWrongCurrentKind: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Do its loads live on the kind of current that its supply gives?',
  notAsked: 'it is not wired',
  check: ({ jobs }) =>
    jobs.map(({ job, supply }) => {
      const current = currentOf(supply);
      const wrong = linesOf(job).filter((load) => !loadFacets(load).currents.includes(current));
      const [first] = wrong;
      return judge(ID, {
        severity: 'danger',
        job: job.id,
        subject: jobSubject(job),
        value: wrong.length,
        limit: 0,
        unit: '',
        title: first
          ? `${first.name} is no load for ${WORDS[current]}, which is what ${supply.name} gives`
          : `Its loads live on ${WORDS[current]}`,
        detail: first ? loadFacets(first).otherCurrent : `${supply.name} gives it`,
        working: noneAllowed(
          wrong.length,
          `loads that do not live on ${WORDS[current]}`,
          computed('kinds of its loads, and of its supply'),
        ),
      });
    }),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap(({ job, at, supply }) =>
        design.supplies
          .filter((other) => other.id !== supply.id && linesOf(job).every((load) => loadFacets(load).currents.includes(currentOf(other))))
          .map((other) => ({ label: `Nudge to ${other.name}`, patches: [{ path: ['jobs', at, 'supply'], value: other.id }] })),
      ),
};
