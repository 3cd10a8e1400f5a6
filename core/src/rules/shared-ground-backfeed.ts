import { terminal } from '../circuit/terminal.ts';
import { branchId } from '../parts/kind.ts';
import { isKind, type PartOf } from '../parts/registry.ts';
import { formatQuantity } from '../quantity/format.ts';
import { commonPractice, computed } from '../reference/source.ts';
import { loadVolts } from '../prove/evidence.ts';
import { MOST_FAULT_SIGNALS, withBroken } from '../prove/faults.ts';
import { pullInA } from '../parts/relay.ts';
import { partSubject, type RuleContext, type WiredJob } from './context.ts';
import { judge, type Finding, type Rule } from './rule.ts';

const ID = 'shared-ground-backfeed';
/** Share of what a thing needs from which it is felt: a lamp glows, a relay may stay in. */
const LIMIT = 0.25;

/** Largest share of its need that a thing of the job gets while it is meant off, with a ground point gone. */
function worst(context: RuleContext, job: WiredJob, ground: PartOf<'ground-point'>) {
  const { circuit, netlist } = context.evidence;
  const others = netlist.parts.filter((part): part is PartOf<'load'> | PartOf<'relay'> => isKind(part, 'load') || isKind(part, 'relay'));
  let found = { share: 0, part: null as (typeof others)[number] | null, volts: 0 };
  withBroken(context.evidence, job.evidence, [branchId(ground.id, 'metal')], (_, { solution, meant }) => {
    for (const part of others) {
      // Its own loads while they are meant on, and its own coils, only lose their ground.
      if (part.job === job.job.id && (isKind(part, 'relay') || meant.some((line) => line !== 'off'))) continue;
      const volts = isKind(part, 'load') ? Math.abs(loadVolts(circuit, solution, part.id)) : coilVolts(context, solution, part);
      const share = isKind(part, 'load') ? volts / part.spec.ratedV : volts / (pullInA(part.spec.type) * part.spec.type.coilOhm);
      if (share > found.share) found = { share, part, volts };
    }
  });
  return found;
}

function coilVolts(context: RuleContext, solution: Parameters<RuleContext['volts']>[0], { id, spec }: PartOf<'relay'>): number {
  return Math.abs(context.volts(solution, terminal(id, spec.type.coil[0]), terminal(id, spec.type.coil[1])) || 0);
}

export const sharedGroundBackfeed: Rule = {
  id: ID,
  check: (context) => {
    const users = new Map<string, Set<string>>();
    for (const wire of context.netlist.wires)
      for (const end of [wire.from, wire.to])
        if (end.endsWith('.G')) {
          const id = end.slice(0, -2);
          users.set(id, new Set([...(users.get(id) ?? []), ...wire.jobs]));
        }
    return context.netlist.parts.flatMap((part): Finding[] => {
      const jobs = users.get(part.id);
      if (!isKind(part, 'ground-point') || !jobs || jobs.size < 2) return [];
      const asked = context.jobs.filter(({ job, evidence }) => jobs.has(job.id) && evidence.signals.length <= MOST_FAULT_SIGNALS);
      const [first] = asked;
      if (!first) return [];
      const found = asked.map((job) => ({ job, ...worst(context, job, part) })).reduce((a, b) => (b.share > a.share ? b : a));
      const victim = found.part;
      return [
        judge(ID, {
          severity: 'caution',
          job: found.job.job.id,
          subject: partSubject(part),
          value: 100 * found.share,
          limit: 100 * LIMIT,
          unit: '%',
          title:
            victim && found.share > LIMIT
              ? `If ${part.name} comes loose, ${victim.tag} ${victim.name} gets ${formatQuantity(found.volts, 'V')} backwards`
              : `${part.name} may come loose and nothing else comes on`,
          detail: `${jobs.size} jobs share it${found.share > LIMIT ? ': give them ground points of their own' : ''}`,
          working: {
            formula: 'V / V_needed ≤ 25 % on everything that is meant off',
            given: [],
            result: {
              symbol: 'V/V_n',
              meaning: victim ? `on ${victim.tag}, with that ground open` : 'with that ground open',
              value: 100 * found.share,
              unit: '%',
              source: computed('solved again with the ground open'),
            },
            limit: { symbol: '', meaning: 'from which a lamp glows or a relay stays in', value: 100 * LIMIT, unit: '%', source: commonPractice() },
          },
        }),
      ];
    });
  },
};
