import { coilFits, otherRelays, takeBackEdits } from './nudging.ts';
import { computed } from '../reference/index.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'state-mismatch';

export const stateMismatch: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does every state do what the sentence says?',
  notAsked: 'it is not wired',
  check: (context) =>
    context.jobs.map((wired) => {
      const { job } = wired;
      const verdicts = context.verdicts(wired);
      const wrong = verdicts.filter(({ matches }) => !matches);
      const [first] = wrong;
      return judge(ID, {
        severity: 'danger',
        job: job.id,
        subject: { kind: 'job', id: job.id, label: job.name },
        value: wrong.length,
        limit: 0,
        unit: '',
        title: first
          ? `${wrong.length} of ${verdicts.length} solved states do not do what the sentence says`
          : `All ${verdicts.length} solved states do what the sentence says`,
        detail: first
          ? first.words
          : `${new Set(verdicts.map(({ state }) => state.key)).size} states of its signals, at every corner of supply and heat`,
        working: noneAllowed(wrong.length, 'states that differ', computed('every state at every corner')),
      });
    }),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [...takeBackEdits(job), ...otherRelays(design, job, coilFits(design, job))]),
};
