import { controlSupplyOf } from '../project/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { coilBranch, partSubject } from './context.ts';
import { keyIsOff } from './key-off.ts';
import { addKey } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { isFeed, isStored } from '../kinds/index.ts';

const ID = 'coil-fed-when-key-off';
/** Below this a coil circuit drains no more than a battery loses by itself in a day. */
const LIMIT_A = 0.001;

export const coilFedWhenKeyOff: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does a coil draw current with the key off?',
  notAsked: 'no coil of it hangs on a battery, or the project has no key',
  trail: 'coil',
  check: (context) =>
    context.jobs.flatMap((job) => {
      // What hangs on no battery empties none.
      if (!isStored(controlSupplyOf(context.design, job.job))) return [];
      if (!context.design.signals.some((signal) => isFeed(signal) && signal.keyOn)) return [];
      const keyOff = keyIsOff(context, job);
      return job.relays
        .filter(({ spec }) => !spec.type.solid)
        .map((relay) => {
          const { value } = context.worstSettled(job, (state) => (keyOff(state) ? context.amps(state.solution, coilBranch(relay)) : 0));
          const idle = job.job.lost === 'on' && job.contacts.some((contact) => contact.relay === relay);
          return judge(ID, {
            severity: 'caution',
            job: job.job.id,
            subject: partSubject(relay),
            value,
            limit: LIMIT_A,
            unit: 'A',
            title:
              value > LIMIT_A
                ? `Coil ${relay.tag} can draw ${formatQuantity(value, 'A')} with the key off`
                : `Coil ${relay.tag} draws nothing with the key off`,
            detail:
              value > LIMIT_A
                ? idle
                  ? 'it is held in while the load is off, and empties the battery'
                  : 'left on, it empties the battery'
                : 'its feed dies with the key',
            working: {
              formula: 'I_coil ≤ 1 mA in every state with the key off',
              given: [],
              result: {
                symbol: 'I_coil',
                meaning: 'largest with the key off',
                value,
                unit: 'A',
                source: computed('solved over those states'),
              },
              limit: { symbol: 'I', meaning: 'that a battery does not notice', value: LIMIT_A, unit: 'A', source: commonPractice() },
            },
          });
        });
    }),
  nudges: ({ jobs, design }, finding) => jobs.filter(({ job }) => job.id === finding.job).flatMap((job) => addKey(design, job)),
};
