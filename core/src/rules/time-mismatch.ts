import { type Course, inTime } from '../analysis/index.ts';
import { formatTime } from '../quantity/index.ts';
import { stateWord } from '../kinds/index.ts';
import type { Design } from '../project/index.ts';
import { computed } from '../reference/index.ts';
import { type RuleContext, type WiredJob, jobSubject } from './context.ts';
import { takeBackEdits } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'time-mismatch';

const counted = (count: number): string => `${count} ${count === 1 ? 'change' : 'changes'}`;

/** A change and what comes of it that is not meant, in words. */
function courseWords(design: Design, { signal, comesOn, before, stretches }: Course): string {
  const { fromS, untilS, meant, found } = stretches.find(({ matches }) => !matches)!;
  const named = (id: string, on: boolean) => {
    const one = design.signals.find((candidate) => candidate.id === id)!;
    return `${one.name} ${stateWord(one, on)}`;
  };
  const beside = before.filter((id) => id !== signal).map((id) => named(id, true));
  const after = `once ${named(signal, comesOn)}${beside.length > 0 ? ` with ${beside.join(', ')}` : ''}`;
  const span = untilS === null ? `from ${formatTime(fromS)} on` : `between ${formatTime(fromS)} and ${formatTime(untilS)}`;
  return `${after}, ${span}: meant ${meant}, found ${found}`;
}

const timesOf = (context: RuleContext, { job, evidence }: WiredJob) =>
  context.remembered('in time', new Set([job.id]), (part) => inTime(part, evidence));

/** Every change of a signal followed until nothing waits any more: a pulse is in no state that lasts. */
export const timeMismatch: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does it do what the sentence says also while its delays run?',
  notAsked: 'none of its relays waits',
  check: (context) =>
    context.jobs.flatMap((wired) => {
      const found = timesOf(context, wired);
      if (!found || found.courses.length === 0) return [];
      const { courses, whole } = found;
      const wrong = courses.filter(({ does }) => does === 'otherwise');
      const [first] = wrong;
      const late = courses.filter(({ does }) => does === 'later').length;
      const isOpen = !first && !whole;
      return judge(ID, {
        severity: isOpen ? 'caution' : 'danger',
        job: wired.job.id,
        subject: jobSubject(wired.job),
        value: isOpen ? 1 : wrong.length,
        limit: 0,
        unit: '',
        title: first
          ? `While a delay runs it does otherwise: after ${wrong.length} of ${counted(courses.length)}`
          : isOpen
            ? 'Not every change was followed for as long as its delays run'
            : `Followed for as long as its delays run: ${counted(courses.length)}`,
        detail: first
          ? courseWords(context.design, first)
          : isOpen
            ? `${courses.length} were; say it with fewer signals, or as two jobs`
            : late > 0
              ? `after ${late} of them it comes on later than said: a relay that waits begins to when it has power`
              : 'on and off when the sentence says so',
        working: noneAllowed(wrong.length, 'changes after which it does otherwise', computed('every change of one signal, on a fair day')),
      });
    }),
  nudges: ({ jobs }, finding) => jobs.filter(({ job }) => job.id === finding.job).flatMap((job) => takeBackEdits(job)),
};
