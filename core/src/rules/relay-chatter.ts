import { takeBackEdits } from './nudging.ts';
import { computed } from '../reference/index.ts';
import { signalWords } from '../analysis/index.ts';
import { jobSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'relay-chatter';

export const relayChatter: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does every relay come to rest?',
  notAsked: 'it is not wired',
  check: (context) =>
    context.jobs.map(({ job, evidence }) => {
      const restless = evidence.states.filter(({ solution }) => solution.outcome === 'chatters');
      const [first] = restless;
      return judge(ID, {
        severity: 'danger',
        job: job.id,
        subject: jobSubject(job),
        value: restless.length,
        limit: 0,
        unit: '',
        title: first ? `A relay chatters in ${restless.length} of ${evidence.states.length} states` : 'Every relay comes to rest',
        detail: first
          ? `with ${signalWords(context, evidence.signals, first.on)} no position agrees with what it does to its own coil`
          : 'in every state at every corner',
        working: noneAllowed(restless.length, 'states without rest', computed('every state at every corner')),
      });
    }),
  nudges: ({ jobs }, finding) => jobs.filter(({ job }) => job.id === finding.job).flatMap(takeBackEdits),
};
