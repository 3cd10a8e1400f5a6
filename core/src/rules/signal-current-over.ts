import { signalPartId } from '../compile/shared-parts.ts';
import { branchId } from '../parts/kind.ts';
import { isKind, type AnyPart } from '../parts/registry.ts';
import { formatQuantity } from '../quantity/format.ts';
import { computed, entered } from '../reference/source.ts';
import { partSubject } from './context.ts';
import { failingOrTightest, judge, type Rule } from './rule.ts';

const ID = 'signal-current-over';

/** The branches that carry a signal's current. */
function branches(part: AnyPart): string[] {
  if (isKind(part, 'switch') || isKind(part, 'threshold'))
    return Array.from({ length: part.spec.poles }, (_, at) => branchId(part.id, `pole${at + 1}`));
  if (isKind(part, 'feed')) return [branchId(part.id, 'feed')];
  if (isKind(part, 'ground-switch')) return [branchId(part.id, 'contact')];
  if (isKind(part, 'pin')) return [branchId(part.id, 'high')];
  return [];
}

export const signalCurrentOver: Rule = {
  id: ID,
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        job.evidence.signals.flatMap((id) => {
          const part = context.netlist.parts.find((candidate) => candidate.id === signalPartId(id));
          if (!part) return [];
          const signal = context.design.signals.find((candidate) => candidate.id === id)!;
          return branches(part).map((branch) => {
            // What the vehicle's own lamps take from a feed is not ours.
            const others = isKind(part, 'feed') ? branchId(part.id, 'others') : null;
            const { value } = context.worst(
              job,
              ({ solution }) => context.amps(solution, branch) - (others ? context.amps(solution, others) : 0),
            );
            return judge(ID, {
              severity: 'danger',
              job: job.job.id,
              subject: partSubject(part),
              value,
              limit: signal.limitA,
              unit: 'A',
              title:
                value > signal.limitA
                  ? `${signal.name} may give ${formatQuantity(signal.limitA, 'A')} and is asked for ${formatQuantity(value, 'A')}`
                  : `${signal.name} gives ${formatQuantity(value, 'A')} of ${formatQuantity(signal.limitA, 'A')}`,
              detail:
                signal.nature === 'feed'
                  ? 'all that hangs on this feed together'
                  : signal.nature === 'pin'
                    ? 'what the pin drives'
                    : 'current through its contact',
              working: {
                formula: 'I ≤ I_limit',
                given: [],
                result: {
                  symbol: 'I',
                  meaning: `through ${part.tag}`,
                  value,
                  unit: 'A',
                  source: computed('solved at the highest supply, coils cold'),
                },
                limit: {
                  symbol: 'I_limit',
                  meaning: `that ${signal.name} may give`,
                  value: signal.limitA,
                  unit: 'A',
                  source: entered('signals'),
                },
              },
            });
          });
        }),
      ),
    ),
};
