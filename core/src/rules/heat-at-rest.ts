import { loadVolts } from '../analysis/index.ts';
import { restLevels } from '../project/index.ts';
import { LOADS, isCharged, signalFacets } from '../kinds/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { jobSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';
import { beginsOff, standsAfterCut } from './unknown-after-power-cut.ts';

const ID = 'heat-at-rest';
/** Share of its voltage from which a heater warms: a sixteenth of its power. */
const WARM = 0.25;

/** What heats is off when nothing tells it to be on: after a power cut, at boot, with its signal lost, with its relay out of the socket's power. */
export const heatAtRest: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is the heat off when nothing asks for it?',
  notAsked: 'nothing in it heats',
  check: ({ jobs, evidence, design, netlist }) =>
    jobs.flatMap((job) => {
      const heats = job.loads.filter(({ spec }) => LOADS[spec.loadKind].heats);
      if (heats.length === 0) return [];
      const lost = job.job.lost === 'on' && job.job.loads.some((load) => !isCharged(load) && LOADS[load.kind].heats);
      // What remembers through a power cut heats on by itself when power comes back.
      const { steps, left, receivers } = standsAfterCut(design, netlist, job);
      // Every signal at rest; a pin of a board at the level that its program writes first.
      const first = Object.assign({}, ...design.controllers.map((board) => restLevels(design, board))) as Record<string, boolean>;
      const rest = new Set(job.evidence.signals.filter((id) => first[id]));
      const resting = job.evidence.states.some(
        ({ corner, on, path, solution }) =>
          corner === 'usual' &&
          path.length <= 1 &&
          on.size === rest.size &&
          [...on].every((id) => rest.has(id)) &&
          // What leaks through a solid-state relay warms nothing.
          heats.some(({ id, spec }) => Math.abs(loadVolts(evidence.circuit, solution, id)) > WARM * spec.ratedV),
      );
      // A receiver, or a time relay, that begins with on heats as soon as power is back.
      const begins = receivers.some((signal) => signalFacets(signal).afterCut(signal) === 'on');
      const remembers = steps.length + left.length > 0 || begins;
      const value = lost || resting || remembers ? 1 : 0;
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: jobSubject(job.job),
          value,
          limit: 0,
          unit: '',
          title:
            lost || resting
              ? job.job.when.op === 'always'
                ? 'It heats always, and nothing turns it off'
                : 'It heats with every signal at rest or lost'
              : remembers
                ? begins
                  ? 'After a power cut it heats by itself: it begins with on'
                  : 'After a power cut it may heat by itself: it stands as it was'
                : 'With every signal at rest or lost the heat is off',
          detail:
            value > 0
              ? 'after a power cut or a broken wire it comes on by itself and nothing turns it off: let it be off, and switch it on its closing throw'
              : 'it takes a signal to heat',
          working: noneAllowed(
            value,
            'states of rest in which it heats',
            computed('solved with every signal off, and as the sentence has it for a lost signal'),
            commonPractice('heat is off unless something asks for it'),
          ),
        }),
      ];
    }),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap(({ at, job, evidence }) => [
        ...(job.lost === 'on'
          ? [{ label: 'Nudge to off when the signal is lost', patches: [{ path: ['jobs', at, 'lost'], value: 'off' as const }] }]
          : []),
        ...beginsOff(design, evidence, (signal) => (signalFacets(signal).afterCut(signal) ?? 'off') !== 'off'),
      ]),
};
