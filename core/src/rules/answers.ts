/** Every question of the book, with its answer for one job: nothing is skipped in silence. */
import type { RuleContext } from './context.ts';
import { RULES } from './registry.ts';
import { type Finding, GROUPS, type Group, type Severity } from './rule.ts';

export interface Answer {
  readonly rule: string;
  readonly group: Group;
  readonly asks: string;
  readonly answer: Severity | 'not asked';
  /** Why it was not asked; empty where it was. */
  readonly because: string;
  /** Keys of the findings that say it, the worst first. */
  readonly findings: readonly string[];
}

const WORST: readonly Severity[] = ['danger', 'caution', 'hold'];

/** The answers for a job, by group and as the book has them. */
export function answersOf(context: RuleContext, findings: readonly Finding[], job: string): Answer[] {
  const wired = context.jobs.find((candidate) => candidate.job.id === job);
  const answers = RULES.map(({ id, group, asks, notAsked }): Answer => {
    const own = findings.filter((finding) => finding.rule === id && finding.job === job);
    const answer = WORST.find((severity) => own.some((finding) => finding.severity === severity)) ?? 'not asked';
    const because =
      answer !== 'not asked'
        ? ''
        : !wired
          ? 'it cannot be wired as it is said'
          : typeof notAsked === 'string'
            ? notAsked
            : notAsked(context, wired);
    return { rule: id, group, asks, answer, because, findings: own.map(({ key }) => key) };
  });
  return [...answers].sort((a, b) => GROUPS.indexOf(a.group) - GROUPS.indexOf(b.group));
}
