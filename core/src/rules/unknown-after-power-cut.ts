import type { Netlist } from '../graph/index.ts';
import type { Design } from '../project/index.ts';
import { withStop } from '../document/index.ts';
import { type Signal, plays, isMomentary, restOf, signalFacets } from '../kinds/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { type WiredJob, jobSubject } from './context.ts';
import { type Nudge, type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'unknown-after-power-cut';

/** Whether how it stands after a power cut is left to chance. */
const isLeft = (signal: Signal): boolean => ['unknown', 'as it was'].includes(signalFacets(signal).afterCut(signal) ?? '');

/** Stepping relays and receivers of a job; those that are left may stand on when power comes back. */
export function standsAfterCut(design: Design, netlist: Netlist, job: WiredJob) {
  const steps = netlist.parts.filter((part) => plays(part, 'relay') && part.jobs.includes(job.job.id) && part.spec.type.duty === 'step');
  const receivers = design.signals.filter(
    (signal) => signalFacets(signal).afterCut(signal) !== null && job.evidence.signals.includes(signal.id),
  );
  const left = receivers.filter(isLeft);
  return { steps, receivers, left };
}

/** A receiver or a time relay that can be set begins with off. */
export const beginsOff = (design: Design, { signals }: WiredJob['evidence'], wrong: (signal: Signal) => boolean): Nudge[] =>
  design.signals.flatMap((signal, index) =>
    wrong(signal) && signals.includes(signal.id)
      ? [{ label: `Nudge ${signal.name} to begin with off`, patches: [{ path: ['signals', index, 'afterCut'], value: 'off' }] }]
      : [],
  );

/** Asked of jobs that remember. A stepping relay's cam stays where it is without power; what holds itself lets go. */
export const unknownAfterPowerCut: Rule = {
  id: ID,
  group: 'works',
  asks: 'What does it do after a power cut?',
  notAsked: 'it remembers nothing',
  check: ({ jobs, netlist, design }) =>
    jobs.flatMap((job) => {
      const { steps, receivers, left } = standsAfterCut(design, netlist, job);
      if (steps.length === 0 && receivers.length === 0 && !job.evidence.sequential) return [];
      const tags = [...steps.map(({ tag }) => tag), ...left.map(({ name }) => name)].join(', ');
      return [
        judge(ID, {
          severity: 'caution',
          job: job.job.id,
          subject: jobSubject(job.job),
          value: steps.length + left.length,
          limit: 0,
          unit: '',
          title: tags
            ? `After a power cut ${tags} stands as it was: the load may come on by itself`
            : receivers.some((signal) => signalFacets(signal).afterCut(signal) === 'on')
              ? 'After a power cut it comes on, as was chosen'
              : receivers.some((signal) => signalFacets(signal).afterCut(signal) === 'by its clock')
                ? 'After a power cut it stands as its clock says'
                : 'After a power cut it begins with off',
          detail: tags
            ? 'whoever disconnected the battery does not know which way it stands; start and stop buttons begin with off'
            : 'what held itself in has let go',
          working: noneAllowed(
            steps.length + left.length,
            'relays and receivers that keep their state without power',
            computed('counted in the circuit'),
            commonPractice('what comes on by itself is chosen, not left to chance'),
          ),
        }),
      ];
    }),
  // A button that opens when it is pressed ends what another begins.
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap(({ job, at, evidence }) => [
        ...beginsOff(design, evidence, isLeft),
        ...design.signals
          .filter((signal) => isMomentary(signal) && restOf(signal) === 'closed')
          .map((stop) => ({
            label: `Nudge to “until ${stop.name} is pressed”`,
            patches: [{ path: ['jobs', at, 'when'], value: withStop(job.when, stop.id) }],
          })),
      ]),
};
