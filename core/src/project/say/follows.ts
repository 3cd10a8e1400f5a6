/** What a clause that names another job promises of the two: asked of the circuit from then on, for what it copies may be said anew. */
import { mintId } from '../../document/index.ts';
import { feedOf } from '../hangs-on.ts';
import { type Design, type Job, MOST_STATEMENTS, type Statement, type StatementTerm } from '../schema.ts';
import type { AsJob, Clause } from './heard.ts';

const of = ({ job, on }: AsJob): StatementTerm => ({ what: 'job', id: job, on });
const means = (a: StatementTerm, b: StatementTerm) => ({ kind: 'whenever', a, b }) as const;

/** A project in which what its job `id` copies of others is said of both; `stops` where the clause keeps it off. */
export function withFollowed(design: Design, id: string, clause: Clause, stops = false): Design {
  const job = design.jobs.find((one) => one.id === id)!;
  const made = stops ? stopped(job, clause) : followed(design, job, clause);
  const statements = made.reduce<Statement[]>(
    (list, statement) => [...list, { id: mintId('statement', list), ...statement }],
    design.statements,
  );
  // More than a file holds would be refused with all that was said: then nothing is promised.
  return statements.length > MOST_STATEMENTS ? design : { ...design, statements };
}

function followed(design: Design, job: Job, clause: Clause): Omit<Statement, 'id'>[] {
  const own: StatementTerm = { what: 'job', id: job.id, on: true };
  // On a feed of its own, or with more that must hold, it may be off while the other one is on.
  const always = feedOf(design, job) === undefined && job.otherwise.kind !== 'original-feed';
  const parts = clause.asJob ? [clause] : clause.op === 'and' || clause.op === 'or' ? clause.of : [];
  const copied = parts.flatMap(({ asJob }) => asJob ?? []);
  return copied.flatMap((asJob) => [
    ...(clause.asJob || clause.op === 'and' ? [means(own, of(asJob))] : []),
    ...(always && (clause.asJob || clause.op === 'or') ? [means(of(asJob), own)] : []),
  ]);
}

/** Each of several that would keep it off does so by itself; of those that must all hold none does. */
function stopped(job: Job, clause: Clause): Omit<Statement, 'id'>[] {
  const parts = clause.asJob ? [clause] : clause.op === 'or' ? clause.of : [];
  return parts.flatMap(({ asJob }) =>
    asJob ? [{ kind: 'never-both' as const, a: of(asJob), b: { what: 'job' as const, id: job.id, on: true } }] : [],
  );
}
