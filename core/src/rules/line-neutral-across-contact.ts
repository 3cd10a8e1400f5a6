import { type Terminal, terminal } from '../quantity/index.ts';
import { batteryId } from '../wiring/index.ts';
import { isMains, isTwoHot, kindOf } from '../kinds/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { type RuleContext, type WiredJob, partSubject } from './context.ts';
import { takeBackEdits } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';
import { walk } from '../graph/index.ts';

const ID = 'line-neutral-across-contact';

/** Nodes that wires, fuses and metal alone join to a terminal: nothing between that a load would be. */
function straightFrom({ evidence: { circuit }, graph }: RuleContext, from: Terminal): Set<number> {
  const { terminals } = walk(graph, [from], (link) => link.by !== 'part' || kindOf(link.part).inLine === true);
  return new Set([...terminals].map((at) => circuit.nodeOf(at)));
}

/** Contacts of a job with the line on one side and the neutral on the other: a short each time that they close. */
function shorting(context: RuleContext, job: WiredJob): { relay: string; pin: string }[] {
  const { circuit } = context.evidence;
  const id = batteryId(job.supply.id);
  const line = straightFrom(context, terminal(id, 'L'));
  const back = straightFrom(context, terminal(id, isTwoHot(job.supply) ? 'L2' : 'N'));
  return job.relays.flatMap((relay) =>
    relay.spec.type.poles.flatMap(({ common, closing, resting }) =>
      [closing, ...(resting ? [resting] : [])].flatMap((pin) => {
        const [a, b] = [circuit.nodeOf(terminal(relay.id, common)), circuit.nodeOf(terminal(relay.id, pin))];
        return (line.has(a) && back.has(b)) || (line.has(b) && back.has(a)) ? [{ relay: relay.id, pin }] : [];
      }),
    ),
  );
}

export const lineNeutralAcrossContact: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Can a closing contact short the mains?',
  notAsked: 'it is not on the mains',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const [relay] = job.relays;
      if (!isMains(job.supply) || !relay) return [];
      const found = shorting(context, job);
      const names = found.map(({ relay: id, pin }) => `${context.part(id).tag} ${pin}`).join(', ');
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: partSubject(relay),
          value: found.length,
          limit: 0,
          unit: '',
          title:
            found.length > 0
              ? `Line and neutral meet on contact ${names}: a short when it closes`
              : 'No contact has the line on one side and its return on the other',
          detail:
            found.length > 0 ? 'the arc can burst the relay before any breaker opens' : 'there is a load between the two, whatever closes',
          working: noneAllowed(
            found.length,
            'contacts between the two conductors with no load between',
            computed('followed along wires and fuses from both ends of the supply'),
            commonPractice('line and neutral never share a relay’s common and throw'),
          ),
        }),
      ];
    }),
  nudges: ({ jobs }, finding) => jobs.filter(({ job }) => job.id === finding.job).flatMap(takeBackEdits),
};
