import { contradictions } from '../project/index.ts';
import { computed, entered } from '../reference/index.ts';
import { jobSubject } from './context.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'distance-contradicted';

/**
 * A way that was measured longer than a chain of other measured ways beside it: one of the numbers is wrong, and wires
 * are cut by them. Which one is a matter for a tape, so there is no nudge.
 */
export const distanceContradicted: Rule = {
  id: ID,
  group: 'works',
  asks: 'Do the entered distances agree with each other?',
  notAsked: 'it is not wired',
  check(context) {
    const odd = contradictions(context.design);
    return context.jobs.flatMap(({ job, wires }) => {
      const along = (a: string, b: string) =>
        wires.some(({ from, to }) => {
          const [one, other] = [context.placeAt(from), context.placeAt(to)];
          return (one === a && other === b) || (one === b && other === a);
        });
      const name = context.placeName;
      const found = odd
        .filter(({ a, b }) => along(a, b))
        .map(({ a, b, measuredM, chainM, via }) => {
          const at = context.design.distances.findIndex((way) => way.a === a && way.b === b && way.lengthM === measuredM);
          const round = via.length > 0 ? `by way of ${via.map(name).join(' and ')}` : 'as it was entered a second time';
          return judge(ID, {
            severity: 'caution',
            job: job.id,
            subject: { kind: 'job', id: `${job.id}|${a}|${b}`, label: job.name },
            value: measuredM,
            limit: chainM,
            unit: 'm',
            title: `${name(a)} to ${name(b)} is entered as ${context.says(measuredM, 'm')}; ${round} it is ${context.says(chainM, 'm')}`,
            detail: 'wires are cut to the entered way: measure both again',
            working: {
              formula: 'd ≤ Σ d_i',
              given: [],
              result: { symbol: 'd', meaning: 'as entered', value: measuredM, unit: 'm', source: entered(`distances[${at}].lengthM`) },
              limit: { symbol: 'Σ d_i', meaning: round, value: chainM, unit: 'm', source: computed('shortest chain of the other ways') },
            },
          });
        });
      if (found.length > 0) return failingOrTightest(found);
      return [
        judge(ID, {
          severity: 'caution',
          job: job.id,
          subject: jobSubject(job),
          value: 0,
          limit: 0,
          unit: '',
          title: 'No entered distance contradicts another',
          detail: 'no chain of ways is clearly shorter than the way itself',
          working: {
            formula: 'd ≤ Σ d_i',
            given: [],
            result: { symbol: 'n', meaning: 'ways longer than a chain', value: 0, unit: '', source: computed('the entered distances') },
            limit: { symbol: 'n', meaning: 'allowed', value: 0, unit: '', source: computed('a straight way is the shortest') },
          },
        }),
      ];
    });
  },
};
