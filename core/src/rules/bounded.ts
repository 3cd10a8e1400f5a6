import { MANY_SIGNALS, MOST_FAULT_SIGNALS, MOST_STATES } from '../analysis/index.ts';
import { computed } from '../reference/index.ts';
import type { RuleContext, WiredJob } from './context.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'not-all-asked';

const tooMany = ({ evidence }: WiredJob): boolean => evidence.signals.length > MOST_FAULT_SIGNALS;

/** Why a question about single faults is not asked: there are too many signals, or `reason`. */
export const unlessBounded =
  (reason: string) =>
  (_: RuleContext, job: WiredJob): string =>
    tooMany(job) ? `with ${job.evidence.signals.length} signals there are more states than are tried with something broken` : reason;

/** What is bounded says so: a number of states that were not looked at must not pass for a proof. */
export const notAllAsked: Rule = {
  id: ID,
  group: 'works',
  asks: 'Was every state looked at, also with something broken?',
  notAsked: 'it is not wired',
  check: ({ jobs }) =>
    jobs.flatMap(({ job, evidence }) => {
      const count = evidence.signals.length;
      const about = (code: string, value: number, limit: number, title: string, detail: string) =>
        judge(ID, {
          code,
          severity: 'caution',
          job: job.id,
          subject: { kind: 'job', id: `${job.id}/${code}`, label: job.name },
          value,
          limit,
          unit: '',
          title,
          detail,
          working: {
            formula: 'n ≤ n_most',
            given: [],
            result: { symbol: 'n', meaning: title, value, unit: '', source: computed('counted') },
            limit: {
              symbol: 'n_most',
              meaning: 'looked at',
              value: limit,
              unit: '',
              source: computed('what a check of every keystroke has time for'),
            },
          },
        });
      return [
        about(
          'faults',
          count,
          MOST_FAULT_SIGNALS,
          count > MOST_FAULT_SIGNALS
            ? `With ${count} signals it is not tried what a broken wire, a bad ground or a starting board does`
            : `Its ${count} signals are few enough to try every state with something broken`,
          count > MOST_FAULT_SIGNALS
            ? `that is done for up to ${MOST_FAULT_SIGNALS}: split the job, or try it on the bench`
            : 'single faults are asked of it',
        ),
        ...(count > MANY_SIGNALS
          ? [
              about(
                'others',
                count,
                MANY_SIGNALS,
                `With ${count} signals it is solved with the other jobs off, and not with them on`,
                'what it shares with others may sag more than is shown',
              ),
            ]
          : []),
        ...(evidence.unledSignals !== null
          ? [
              about(
                'led',
                evidence.unledSignals,
                MANY_SIGNALS,
                `With ${evidence.unledSignals} signals it is not solved together with all that hangs on what it switches`,
                'its fuse, its contact and its wires may carry more than is shown: split what hangs on it, or add it up by hand',
              ),
            ]
          : []),
        ...(evidence.cut
          ? [
              about(
                'states',
                MOST_STATES + 1,
                MOST_STATES,
                `It can stand in more states than the ${MOST_STATES} that were looked at`,
                'the others are not proved: divide it into jobs of fewer signals',
              ),
            ]
          : []),
      ];
    }),
};
