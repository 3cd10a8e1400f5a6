import { withSignal } from '../design/when.ts';
import { formatQuantity } from '../quantity/format.ts';
import { commonPractice, computed } from '../reference/source.ts';
import { coilBranch, partSubject } from './context.ts';
import { judge, type Rule } from './rule.ts';

const ID = 'coil-fed-when-key-off';
/** Below this a coil circuit drains no more than a battery loses by itself in a day. */
const LIMIT_A = 0.001;

export const coilFedWhenKeyOff: Rule = {
  id: ID,
  check: (context) =>
    context.jobs.flatMap((job) => {
      const natures = new Map(context.design.signals.map((signal) => [signal.id, signal]));
      const keys = context.design.signals.filter((signal) => signal.nature === 'feed' && signal.keyOn);
      // Key off: no feed is live, and no hand is on a button.
      const wakes = (id: string) => {
        const signal = natures.get(id)!;
        return signal.nature === 'feed' || (signal.nature === 'switch' && signal.action === 'momentary');
      };
      const keyOff = ({ on, othersOn }: (typeof job.evidence.states)[number]) =>
        ![...on].some(wakes) && (!othersOn || !context.design.signals.some(({ id }) => wakes(id) && !job.evidence.signals.includes(id)));
      return job.relays.map((relay) => {
        const { value } = context.worst(job, (state) => (keyOff(state) ? context.amps(state.solution, coilBranch(relay)) : 0));
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
              : keys.length > 0
                ? 'its feed dies with the key'
                : 'no state feeds it',
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
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job && job.lost === 'off')
      .flatMap(({ job, at }) =>
        design.signals
          .filter((signal) => signal.nature === 'feed' && signal.keyOn && signal.supply === job.supply)
          .map((key) => ({
            label: `Nudge in “${key.name} is on”`,
            patches: [{ path: ['jobs', at, 'when'], value: withSignal(job.when, key.id) }],
          })),
      ),
};
