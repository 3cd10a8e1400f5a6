import { withoutSignal } from '../document/index.ts';
import { computed } from '../reference/index.ts';
import { type WiredJob, jobSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'clause-no-effect';

/** What is pointless about a sentence, in words: signals that change nothing, loads that never change. */
function pointless({ job, evidence }: WiredJob, nameOf: (signal: string) => string): string[] {
  const states = evidence.states.filter(({ corner, othersOn }) => corner === 'usual' && !othersOn);
  const meant = new Map(states.map(({ key, lines }) => [key, lines.join()]));
  const said: string[] = [];
  const kinds = new Set(states.flatMap(({ lines }) => lines.slice(0, job.loads.length)));
  const passing = evidence.passing.filter(({ corner, othersOn }) => corner === 'usual' && !othersOn);
  // A pulse: on for as long as a delay runs, and in no state that lasts.
  if (kinds.size === 1 && passing.some(({ lines }) => lines.some((line) => !kinds.has(line)))) return [];
  if (kinds.size === 1) said.push(kinds.has('off') ? 'the load is never on' : 'the load is always on');
  if (evidence.sequential) return said;
  evidence.signals.forEach((signal, at) => {
    const changes = states.some(({ key, lines }) => {
      const bits = Number(key.split('|')[0]);
      const other = meant.get(`${bits ^ (1 << at)}|`);
      return other !== undefined && other !== lines.join();
    });
    if (!changes) said.push(`${nameOf(signal)} changes nothing`);
  });
  return said;
}

export const clauseNoEffect: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does every signal of the sentence have an effect?',
  notAsked: (_, { evidence }) =>
    evidence.cut ? 'it can stand in more states than were looked at' : 'nothing works it: it is said to be always on',
  check: ({ jobs, design }) =>
    jobs.flatMap((job) => {
      if (job.job.when.op === 'always' || job.evidence.cut) return [];
      const said = pointless(job, (id) => design.signals.find((signal) => signal.id === id)!.name);
      return judge(ID, {
        severity: 'caution',
        job: job.job.id,
        subject: jobSubject(job.job),
        value: said.length,
        limit: 0,
        unit: '',
        title: said.length > 0 ? `As it is said, ${said[0]!}` : 'Every signal of the sentence matters',
        detail:
          said.length > 1
            ? said.slice(1).join('; ')
            : said.length === 1
              ? 'say it again, or take it out'
              : 'and the load is on in some states and off in others',
        working: noneAllowed(said.length, 'pointless things', computed('the meaning of the sentence in every state')),
      });
    }),
  // One signal out at a time: whichever was pointless leaves the meaning as it was.
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap(({ job, at, evidence }) =>
        evidence.signals.flatMap((id) => {
          const rest = withoutSignal(job.when, id);
          const name = design.signals.find((signal) => signal.id === id)!.name;
          return rest ? [{ label: `Nudge ${name} out of the sentence`, patches: [{ path: ['jobs', at, 'when'], value: rest }] }] : [];
        }),
      ),
};
