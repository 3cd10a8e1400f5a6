import { commonPractice, standard } from '../reference/index.ts';
import type { WiredJob } from './context.ts';
import { fusePatch } from './nudging.ts';
import { type Finding, type Rule, judge } from './rule.ts';
import { isOutput } from '../kinds/index.ts';

const ID = 'fuse-missing';
const SOURCE = standard('IEC 60364-4-43');

function check(job: WiredJob, which: 'fuse' | 'controlFuse'): Finding {
  const load = which === 'fuse';
  const present = (load ? job.loadFuses : job.controlFuses)[0];
  const side = load ? 'load side' : 'control side';
  const value = present ? 1 : 0;
  return judge(ID, {
    severity: 'danger',
    job: job.job.id,
    subject: present
      ? { kind: 'part', id: `${job.job.id}/${which}`, label: present.tag }
      : { kind: 'job', id: `${job.job.id}/${which}`, label: side },
    value,
    limit: 1,
    unit: '',
    sense: 'at least',
    title: present ? `${present.tag} guards the ${side} at its source` : `The ${side} has no fuse`,
    detail: present ? `${present.spec.ratingA} A` : 'a short anywhere in it is fed by all that the supply can give',
    working: {
      formula: 'n ≥ 1',
      given: [],
      result: { symbol: 'n', meaning: `fuses in the ${side}`, value, unit: '', source: commonPractice('counted in the circuit') },
      limit: { symbol: 'n', meaning: 'needed at the source end', value: 1, unit: '', source: SOURCE },
    },
  });
}

export const fuseMissing: Rule = {
  id: ID,
  // Where the signals feed the load themselves, their fuses are the load's.
  check: ({ jobs, design }) =>
    jobs.flatMap((job) => {
      // A pin, a drive output and a board's rail give no more than they can: what hangs on them has no fuse to miss.
      const driven = design.signals.some((signal) => isOutput(signal) && job.evidence.signals.includes(signal.id));
      const limited = driven && job.controlFuses.length === 0 && job.relays.every(({ spec }) => spec.supply === null);
      return [...(job.contacts.length > 0 ? [check(job, 'fuse')] : []), ...(limited ? [] : [check(job, 'controlFuse')])];
    }),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .map((job) => ({
        label: 'Nudge a fuse in',
        patches: [fusePatch(job, finding.subject.id.endsWith('/fuse') ? 'fuse' : 'controlFuse', 'auto')],
      })),
};
