import type { Solution } from '../solve/index.ts';
import { batteryId, postsOf, signalPartId } from '../wiring/index.ts';
import { branchId, isFeed, supplyFacets } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed, entered } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'supply-overload';
/** Ratings in which plug-top supplies and small transformers are sold, A. */
const RATINGS = [0.5, 1, 2, 3, 5, 8, 10, 15, 20, 30];

/** All that hangs on an isolated supply, on together, against its plate. */
export const supplyOverload: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does a rated supply bear all that hangs on it?',
  notAsked: 'its supply is bounded by its fuses alone, or another job says it',
  acrossJobs: true,
  check: (context) =>
    context.design.supplies.flatMap((supply, at) => {
      const ratedA = supplyFacets(supply).ratedA(supply);
      if (ratedA === null) return [];
      const part = context.netlist.parts.find(({ id }) => id === batteryId(supply.id));
      if (!part) return [];
      const [out] = postsOf(supply);
      const given = (solution: Solution) => context.givenAmps(solution, out);
      // What a feed's own circuit takes is not what this project hangs on it.
      const feeds = context.design.signals.flatMap((signal) =>
        isFeed(signal) && signal.supply === supply.id && context.netlist.parts.some(({ id }) => id === signalPartId(signal.id))
          ? [branchId(signalPartId(signal.id), 'others')]
          : [],
      );
      const others = (solution: Solution) => feeds.reduce((sum, branch) => sum + context.amps(solution, branch), 0);
      const users = context.jobs.flatMap((job) => {
        // What the job itself asks for: the others off, so that nothing is counted twice.
        const ampere = job.evidence.states.reduce(
          (most, { solution, othersOn }) => (othersOn ? most : Math.max(most, given(solution) - others(solution))),
          0,
        );
        return ampere > 1e-6 ? [{ job, ampere }] : [];
      });
      const [first] = users;
      if (!first) return [];
      const value = users.reduce((sum, { ampere }) => sum + ampere, 0);
      return [
        judge(ID, {
          severity: 'danger',
          job: first.job.job.id,
          subject: partSubject(part),
          value,
          limit: ratedA,
          unit: 'A',
          title: `${supply.name} gives ${formatQuantity(ratedA, 'A')}; all on, it is asked for ${formatQuantity(value, 'A')}`,
          detail: value > ratedA ? 'it sags, shuts off or overheats' : users.map(({ job }) => job.job.name).join(', '),
          working: {
            formula: 'Σ I ≤ I_rated',
            given: users.map(({ job, ampere }) => ({
              symbol: 'I',
              meaning: job.job.name,
              value: ampere,
              unit: 'A' as const,
              source: computed('solved at the highest supply'),
            })),
            result: { symbol: 'Σ I', meaning: 'all on together', value, unit: 'A', source: computed('sum') },
            limit: { symbol: 'I_rated', meaning: supply.name, value: ratedA, unit: 'A', source: entered(`supplies[${at}].ratedA`) },
          },
        }),
      ];
    }),
  nudges: ({ design }, finding) =>
    design.supplies.flatMap((supply, at) =>
      batteryId(supply.id) === finding.subject.id
        ? RATINGS.filter((rating) => rating >= finding.value)
            .slice(0, 1)
            .map((rating) => ({
              label: `Nudge to a supply of ${formatQuantity(rating, 'A')}`,
              patches: [{ path: ['supplies', at, 'ratedA'], value: rating }],
            }))
        : [],
    ),
};
