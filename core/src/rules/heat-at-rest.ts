import { loadVolts } from '../analysis/index.ts';
import { linesOf } from '../project/index.ts';
import { LOADS, isCharged, isPin } from '../kinds/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { jobSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'heat-at-rest';
/** Share of its voltage from which a heater warms: a sixteenth of its power. */
const WARM = 0.25;

/** What heats is off when nothing tells it to be on: after a power cut, at boot, with its signal lost, with its relay out of the socket's power. */
export const heatAtRest: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is the heat off when nothing asks for it?',
  notAsked: 'nothing in it heats',
  check: ({ jobs, evidence, design }) =>
    jobs.flatMap((job) => {
      const lines = linesOf(job.job);
      const heating = lines.flatMap((load, at) => (!isCharged(load) && LOADS[load.kind].heats ? [at] : []));
      if (heating.length === 0) return [];
      // With every signal at rest, as it is after a power cut, and with the job's signal lost.
      const lost = job.job.lost === 'on' && job.job.loads.some((load) => !isCharged(load) && LOADS[load.kind].heats);
      // How a pin of a board stands while nothing drives it is asked of its boot.
      const byPin = design.signals.some((signal) => isPin(signal) && job.evidence.signals.includes(signal.id));
      const resting =
        !byPin &&
        job.evidence.states.some(
          ({ corner, on, solution, key }) =>
            corner === 'usual' &&
            on.size === 0 &&
            !key.split('|')[1]!.includes('1') &&
            // What leaks through a solid-state relay warms nothing.
            job.loads.some(
              ({ id, spec }) => LOADS[spec.loadKind].heats && Math.abs(loadVolts(evidence.circuit, solution, id)) > WARM * spec.ratedV,
            ),
        );
      const value = lost || resting ? 1 : 0;
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: jobSubject(job.job),
          value,
          limit: 0,
          unit: '',
          title: value > 0 ? 'It heats with every signal at rest or lost' : 'With every signal at rest or lost the heat is off',
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
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job && job.lost === 'on')
      .map(({ at }) => ({ label: 'Nudge to off when the signal is lost', patches: [{ path: ['jobs', at, 'lost'], value: 'off' }] })),
};
