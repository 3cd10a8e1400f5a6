import { MOST_JOINT_SIGNALS, checkStatement } from '../analysis/index.ts';
import type { Statement } from '../project/index.ts';
import { computed } from '../reference/index.ts';
import { type RuleContext, type WiredJob } from './context.ts';
import { takeBackEdits } from './nudging.ts';
import { type Finding, type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'statement-broken';
/** More signals than this are too many for a check of every keystroke: 512 states. */
const MOST_SIGNALS = 9;

/** The job that a statement is told of: the last that it names. Null where it names none that is wired, or two of which one is not. */
function toldOf({ jobs }: RuleContext, statement: Statement): WiredJob | null {
  const named = [statement.a, statement.b].flatMap(({ what, id }) => (what === 'job' ? [id] : []));
  const wired = named.map((id) => jobs.find(({ job }) => job.id === id));
  return wired.every((job) => job !== undefined) ? (wired.at(-1) ?? null) : null;
}

function check(context: RuleContext, statement: Statement): Finding[] {
  const told = toldOf(context, statement);
  if (!told) return [];
  const { holds, against, states, words, example } = checkStatement(context.evidence, statement, MOST_SIGNALS);
  const common = {
    job: told.job.id,
    subject: { kind: 'job', id: `${told.job.id}/${statement.id}`, label: told.job.name },
    limit: 0,
    unit: '',
  } as const;
  if (holds === null)
    return [
      judge(ID, {
        ...common,
        code: 'not asked',
        severity: 'caution',
        value: 1,
        title: `It is not asked here whether ${words}`,
        detail:
          states > 0
            ? `they can stand in more states than the ${states} that were looked at, in which it holds`
            : `with more than ${MOST_SIGNALS} signals there are too many states for a check at each change: Prove asks it of up to ${MOST_JOINT_SIGNALS}`,
        working: noneAllowed(1, 'statements that were not asked', computed('counted')),
      }),
    ];
  return [
    judge(ID, {
      ...common,
      code: 'broken',
      severity: 'danger',
      value: against,
      title: example ? `Not so: ${words}` : `${words}: in all ${states} states`,
      detail: example
        ? `with ${example.words}; in ${against} of ${states} states`
        : 'every state of what it names is solved, at the usual voltage and with the other jobs at rest',
      working: noneAllowed(against, 'states against it', computed('every state of the jobs that it names')),
    }),
  ];
}

/** What a person, or a sentence, says must hold of several jobs: asked of the solved circuit in every state of theirs. */
export const statementBroken: Rule = {
  id: ID,
  group: 'works',
  asks: 'Is all so that was said of several jobs?',
  notAsked: 'nothing was said of it and another job or signal',
  check: (context) => context.design.statements.flatMap((statement) => check(context, statement)),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...takeBackEdits(job),
        // Another one’s sentence was changed since it was copied.
        ...design.jobs
          .filter(({ id }) => id !== job.job.id && design.statements.some(({ a, b }) => [a, b].some((term) => term.id === id)))
          .map(({ name, when }) => ({
            label: `Nudge it to the sentence of ${name}`,
            patches: [{ path: ['jobs', job.at, 'when'], value: when }],
          })),
      ]),
};
