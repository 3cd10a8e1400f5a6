import { signalPartId } from '../wiring/index.ts';
import { type PartPlaying, branchId, controllerType, isFeed, isOutput, isPin, kindOf, plays, throwRating } from '../kinds/index.ts';
import type { Solution } from '../solve/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed, entered, ofPart } from '../reference/index.ts';
import { type RuleContext, partSubject, signalsIn } from './context.ts';
import { coilFits, otherRelays } from './nudging.ts';
import { type Finding, type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'signal-current-over';

/** All pins of a board together, as its chip bears them. */
function chips(context: RuleContext): Finding[] {
  return context.design.controllers.flatMap((board) => {
    const pins = context.netlist.parts.flatMap((part) =>
      plays(part, 'output') &&
      context.design.signals.some((signal) => isPin(signal) && signal.id === part.spec.signal && signal.controller === board.id)
        ? [part]
        : [],
    );
    const job = context.jobs.find(({ evidence }) => pins.some(({ spec }) => evidence.signals.includes(spec.signal)));
    if (!job) return [];
    const worstOf = ({ id, spec }: PartPlaying<'output'>) =>
      Math.max(
        0,
        ...context.jobs
          .filter(({ evidence }) => evidence.signals.includes(spec.signal))
          .map(
            (user) =>
              context.worst(user, ({ solution }) =>
                Math.max(context.amps(solution, branchId(id, 'high')), context.amps(solution, branchId(id, 'low'))),
              ).value,
          ),
      );
    const value = pins.reduce((sum, pin) => sum + worstOf(pin), 0);
    const type = controllerType(context.design, board.type);
    return [
      judge(ID, {
        severity: 'danger',
        job: job.job.id,
        subject: { kind: 'job', id: `${board.id}/chip`, label: board.name },
        value,
        limit: type.chipA,
        unit: 'A',
        title: `All pins of ${board.name} together: ${formatQuantity(value, 'A')} of the ${formatQuantity(type.chipA, 'A')} that its chip bears`,
        detail: pins.map(({ name }) => name).join(', '),
        working: {
          formula: 'Σ I_pin ≤ I_chip',
          given: pins.map((pin) => ({
            symbol: `I(${pin.tag})`,
            meaning: pin.name,
            value: worstOf(pin),
            unit: 'A' as const,
            source: computed('solved, given or sunk'),
          })),
          result: { symbol: 'Σ I', meaning: 'all at their largest', value, unit: 'A', source: computed('sum') },
          limit: { symbol: 'I_chip', meaning: type.name, value: type.chipA, unit: 'A', source: ofPart(type.name) },
        },
      }),
    ];
  });
}

export const signalCurrentOver: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every signal bear what is asked of it?',
  notAsked: 'no signal of it has a limit that is used',
  acrossJobs: true,
  trail: 'coil',
  check: (context) => [
    ...chips(context),
    ...context.jobs.flatMap((job) =>
      failingOrTightest(
        signalsIn(context, job).flatMap((id) => {
          const part = context.netlist.parts.find((candidate) => candidate.id === signalPartId(id));
          if (!part) return [];
          const signal = context.design.signals.find((candidate) => candidate.id === id)!;
          // A school that leaves existing circuits alone takes nothing from their fuses for a coil.
          const leftAlone =
            context.design.settings.feedTaps === 'never' &&
            isFeed(signal) &&
            !signal.keyOn &&
            job.job.supply !== id &&
            !(job.job.otherwise.kind === 'original-feed' && job.job.otherwise.signal === id);
          // No more than the fuse that was read off it.
          const fuseA = isFeed(signal) ? signal.fuseA : undefined;
          const byFuse = fuseA !== undefined && fuseA < signal.limitA;
          const saidA = byFuse ? fuseA : signal.limitA;
          return (kindOf(part).signalBranches?.(part.spec) ?? []).map(({ key, less, or, throwOf }) => {
            // A coil is what a contact of a relay breaks with most pains.
            const throws = throwOf && throwRating(throwOf.type, throwOf.pin, 'solenoid');
            const byThrow = throws !== undefined && throws.ampere < saidA;
            const mostA = byThrow ? throws.ampere : saidA;
            const limit = leftAlone ? 0 : mostA;
            const ampsOf = (solution: Solution, own: string | undefined) =>
              own === undefined ? 0 : context.amps(solution, branchId(part.id, own));
            // What the vehicle's own lamps take from a feed is not ours.
            const { value } = context.worst(job, ({ solution }) =>
              Math.max(ampsOf(solution, key) - ampsOf(solution, less), ampsOf(solution, or)),
            );
            return judge(ID, {
              severity: value > mostA ? 'danger' : 'caution',
              job: job.job.id,
              subject: partSubject(part),
              value,
              limit,
              unit: 'A',
              title:
                value > mostA
                  ? `${signal.name} may give ${formatQuantity(mostA, 'A')} and is asked for ${formatQuantity(value, 'A')}`
                  : leftAlone
                    ? `${signal.name} gives a coil ${formatQuantity(value, 'A')}, and this project leaves existing circuits alone`
                    : `${signal.name} gives ${formatQuantity(value, 'A')} of ${formatQuantity(mostA, 'A')}`,
              detail: isFeed(signal)
                ? 'all that hangs on this feed together'
                : isOutput(signal)
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
                  value: limit,
                  unit: 'A',
                  source: byThrow
                    ? throws.source
                    : entered(
                        leftAlone
                          ? 'settings.feedTaps'
                          : `signals[${context.design.signals.indexOf(signal)}].${byFuse ? 'fuseA' : 'limitA'}`,
                      ),
                },
              },
            });
          });
        }),
      ),
    ),
  ],
  // A coil of more ohms asks for less.
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => otherRelays(context.design, job, coilFits(context.design, job))),
};
