import { isWhole } from '../graph/index.ts';
import { isCharged, plays } from '../kinds/index.ts';
import { computed, standard } from '../reference/index.ts';
import { jobSubject } from './context.ts';
import { fusePatch, takeBackEdits } from './nudging.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'both-ends-fuse';

/** A cable between two batteries has a source at each end: either may feed a short in it. */
export const bothEndsFuse: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Has a cable between two batteries a fuse at each end?',
  notAsked: 'it joins no two batteries',
  check: ({ jobs, netlist }) =>
    jobs.flatMap((job) => {
      const charged = job.job.loads.filter(isCharged);
      if (charged.length === 0) return [];
      const there = (id: string) =>
        netlist.parts.some((part) => part.id === id && plays(part, 'overcurrent device')) && isWhole(netlist, id);
      const near = there(`${job.job.id}-fuse`);
      const far = charged.filter(({ id }) => there(`${job.job.id}-${id}-fuse`)).length;
      const value = Number(near) + far;
      const limit = 1 + charged.length;
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: jobSubject(job.job),
          value,
          limit,
          unit: '',
          sense: 'at least',
          title:
            value < limit
              ? 'An end of the cable between the batteries has no fuse'
              : 'Each end of the cable between the batteries has its fuse',
          detail: value < limit ? 'a short in it is fed by that battery with nothing to stop it' : 'both batteries are sources',
          working: {
            formula: 'n ≥ batteries that the cable joins',
            given: [],
            result: { symbol: 'n', meaning: 'ends with a fuse', value, unit: '', source: computed('counted in the circuit') },
            limit: { symbol: 'n', meaning: 'sources', value: limit, unit: '', source: standard('IEC 60364-4-43') },
          },
        }),
      ];
    }),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [...takeBackEdits(job), { label: 'Nudge fuses in', patches: [fusePatch(job, 'fuse', 'auto')] }]),
};
