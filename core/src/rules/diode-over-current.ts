import { isWhole } from '../graph/index.ts';
import { branchId, plays } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed, ofPart } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'diode-over-current';

/** Diodes in line with a feed carry all that flows there. */
export const diodeOverCurrent: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every diode in line bear its current?',
  notAsked: 'no diode is in line with a feed of it',
  acrossJobs: true,
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        context.netlist.parts.flatMap((part) => {
          if (!plays(part, 'diode') || !part.spec.inLine || part.job !== job.job.id) return [];
          // With a wire in its place it carries nothing.
          if (!isWhole(context.netlist, part.id)) return [];
          const { value } = context.worstAmps(job, branchId(part.id, 'junction'));
          const { forwardA, name } = part.spec;
          return [
            judge(ID, {
              severity: 'danger',
              job: job.job.id,
              subject: partSubject(part),
              value,
              limit: forwardA,
              unit: 'A',
              title:
                value > forwardA
                  ? `${part.tag} carries ${formatQuantity(value, 'A')}; it bears ${formatQuantity(forwardA, 'A')}`
                  : `${part.tag} carries ${formatQuantity(value, 'A')} of ${formatQuantity(forwardA, 'A')}`,
              detail: value > forwardA ? 'about a watt for each ampere: it melts off its leads. A relay between carries more' : name,
              working: {
                formula: 'I ≤ I_F',
                given: [],
                result: {
                  symbol: 'I',
                  meaning: `largest through ${part.tag}`,
                  value,
                  unit: 'A',
                  source: computed('solved over every state'),
                },
                limit: { symbol: 'I_F', meaning: name, value: forwardA, unit: 'A', source: ofPart(name) },
              },
            }),
          ];
        }),
      ),
    ),
};
