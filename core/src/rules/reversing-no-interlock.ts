import { takeBackEdits } from './nudging.ts';
import { branchId } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { signalWords } from '../analysis/index.ts';
import { jobSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'reversing-no-interlock';
/** Share of the running current that may flow while the motor is meant to stand. */
const LIMIT = 0.02;

export const reversingNoInterlock: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Can a motor that turns both ways short its supply?',
  notAsked: 'nothing in it turns both ways',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const [fuse] = job.loadFuses;
      const [motor] = job.loads;
      if (job.job.otherwise.kind !== 'reverse' || !motor) return [];
      const through = fuse ? branchId(fuse.id, 'link') : branchId(motor.id, 'load');
      const standing = ({ lines, solution }: (typeof job.evidence.states)[number]) =>
        lines[0] === 'off' ? context.amps(solution, through) : 0;
      const { value, state } = context.worstSettled(job, standing);
      const limit = (LIMIT * job.supply.highestV) / motor.spec.ohm;
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: jobSubject(job.job),
          value,
          limit,
          unit: 'A',
          title:
            value > limit
              ? `${formatQuantity(value, 'A')} flows where the motor is meant to stand`
              : 'With neither or both relays in, the motor is braked and nothing is shorted',
          detail:
            value > limit ? `with ${signalWords(context, job.evidence.signals, state.on)}` : 'both its ends are on the same metal then',
          working: {
            formula: 'I ≤ 2 % of the running current, with none or both pulled in',
            given: [],
            result: {
              symbol: 'I',
              meaning: 'from the supply while it is meant to stand',
              value,
              unit: 'A',
              source: computed('solved over those states'),
            },
            limit: {
              symbol: '0.02 · V/R',
              meaning: 'of the motor',
              value: limit,
              unit: 'A',
              source: commonPractice('both off and both on are safe'),
            },
          },
        }),
      ];
    }),
  nudges: ({ jobs }, finding) => jobs.filter(({ job }) => job.id === finding.job).flatMap(takeBackEdits),
};
