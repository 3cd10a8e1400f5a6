import { wireBranch, wiringsOf } from '../wiring/index.ts';
import { type BranchId, branchId, restOf } from '../kinds/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import {
  type Evidence,
  MOST_FAULT_SIGNALS,
  holdsByContactors,
  isAgainstLost,
  lineReader,
  signalWords,
  withBroken,
} from '../analysis/index.ts';
import { unlessBounded } from './bounded.ts';
import { type RuleContext, type WiredJob, jobSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'signal-lost-wrong-state';

interface Broken {
  readonly label: string;
  readonly words: string;
}

/** Control wires and fuses whose loss brings the load where the sentence says that a lost signal must not. */
function wrongWhenBroken(context: RuleContext, job: WiredJob, evidence: Evidence): { broken: Broken[]; asked: number } {
  const { netlist } = context;
  const labels = new Map<BranchId, string>();
  for (const wire of netlist.wires)
    if (wire.jobs.includes(job.job.id) && wire.section.side === 'control') labels.set(wireBranch(wire.id), wire.tag);
  for (const { id, tag } of job.controlFuses) labels.set(branchId(id, 'link'), tag);
  const read = lineReader(evidence, job.job);
  const found = new Map<string, Broken>();
  withBroken(evidence, job.evidence, [...labels.keys()], (branch, { solution, meant, on }) => {
    if (branch === null || found.has(branch)) return;
    const lines = read(solution, job.supply.restV, meant);
    const wrong = lines.some(({ state }, at) => isAgainstLost(job.job, state, meant[at]!, on));
    if (wrong && !holdsByContactors(evidence, job.job, solution, on))
      found.set(branch, { label: labels.get(branch)!, words: signalWords(context, job.evidence.signals, on) });
  });
  return { broken: [...found.values()], asked: labels.size };
}

export const signalLostWrongState: Rule = {
  id: ID,
  group: 'works',
  asks: 'What does one broken control wire do?',
  notAsked: unlessBounded('it has no control wire'),
  check: (context) =>
    context.jobs.flatMap((job) => {
      // What runs otherwise is on with the relay at rest: that is what the sentence says.
      if (job.evidence.signals.length > MOST_FAULT_SIGNALS || job.job.otherwise.kind === 'loads') return [];
      const { broken, asked } = context.remembered(`${ID} ${job.job.id}`, new Set([job.job.id]), (part) =>
        wrongWhenBroken(context, job, part),
      );
      const [first] = broken;
      const { lost } = job.job;
      return [
        judge(ID, {
          severity: 'caution',
          job: job.job.id,
          subject: jobSubject(job.job),
          value: broken.length,
          limit: 0,
          unit: '',
          title: first
            ? `With ${first.label} broken the load is ${lost === 'off' ? 'on' : 'off'} where it must not be`
            : `Any one control wire may fall off: the load never comes ${lost === 'off' ? 'on' : 'to rest'} by it`,
          detail: first
            ? `${broken.length} of ${asked} control wires and fuses do that, this one with ${first.words}`
            : `${asked} wires and fuses, each broken in turn`,
          working: noneAllowed(
            broken.length,
            `wires and fuses whose loss puts it ${lost === 'off' ? 'on' : 'off'} against the clause`,
            computed('solved again with each broken'),
            commonPractice('what is lost falls to the safe side'),
          ),
        }),
      ];
    }),
  nudges: ({ jobs, design, evidence }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap(({ job, at, evidence: own }) => [
        ...wiringsOf(design, job)
          .wirings.filter(({ id }) => id !== evidence.wiring.get(job.id))
          .map(({ id, title }) => ({ label: `Nudge to another wiring: ${title}`, patches: [{ path: ['jobs', at, 'way'], value: id }] })),
        // A contact that rests the other way round says “not” by itself, and its wire's loss is an open contact.
        ...design.signals.flatMap((signal, index) =>
          own.signals.includes(signal.id) && restOf(signal) !== null
            ? [
                {
                  label: `Nudge to a ${signal.name} that rests ${restOf(signal) === 'open' ? 'closed' : 'open'}`,
                  patches: [{ path: ['signals', index, 'rest'], value: restOf(signal) === 'open' ? 'closed' : 'open' }],
                },
              ]
            : [],
        ),
      ]),
};
