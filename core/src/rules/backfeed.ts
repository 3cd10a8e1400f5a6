import type { SolvedState } from '../analysis/index.ts';
import { takeBackEdits } from './nudging.ts';
import { formatQuantity, terminal } from '../quantity/index.ts';
import { signalPartId } from '../wiring/index.ts';
import { branchId, plays } from '../kinds/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { signalWords } from '../analysis/index.ts';
import { partSubject } from './context.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'backfeed';
/** Less than this on a dead circuit lights nothing and keeps nothing awake. */
const LIMIT_V = 0.5;

export const backfeed: Rule = {
  id: ID,
  group: 'works',
  asks: 'Can one feed make another one live backwards?',
  notAsked: 'no feed of the vehicle is in it',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        job.evidence.signals.flatMap((id) => {
          const part = context.netlist.parts.find((candidate) => candidate.id === signalPartId(id));
          if (!part || !plays(part, 'tap')) return [];
          const tap = terminal(part.id, '15');
          const dead = (state: SolvedState) =>
            state.on.has(id) ? 0 : Math.abs(context.volts(state.solution, tap, terminal(part.id, '31')) || 0);
          const { value, state } = context.worst(job, dead);
          const ampere = context.amps(state.solution, branchId(part.id, 'others'));
          return [
            judge(ID, {
              severity: 'danger',
              job: job.job.id,
              subject: partSubject(part),
              value,
              limit: LIMIT_V,
              unit: 'V',
              title:
                value > LIMIT_V
                  ? `${part.name} is off, yet gets ${formatQuantity(value, 'V')} backwards`
                  : `${part.name} is dead when it is off`,
              detail:
                value > LIMIT_V
                  ? `with ${signalWords(context, job.evidence.signals, state.on)}, ${formatQuantity(ampere, 'A')} runs into what else hangs on it`
                  : 'nothing feeds it backwards',
              working: {
                formula: 'V_tap ≤ 0.5 V while the feed is off',
                given: [],
                result: {
                  symbol: 'V_tap',
                  meaning: `on ${part.tag}, largest while it is off`,
                  value,
                  unit: 'V',
                  source: computed('solved over those states'),
                },
                limit: {
                  symbol: 'V',
                  meaning: 'that wakes nothing',
                  value: LIMIT_V,
                  unit: 'V',
                  source: commonPractice('a blocking diode for each feed'),
                },
              },
            }),
          ];
        }),
      ),
    ),
  nudges: ({ jobs }, finding) => jobs.filter(({ job }) => job.id === finding.job).flatMap(takeBackEdits),
};
