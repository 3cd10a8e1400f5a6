import { POWER_RELAYS, type PartPlaying, branchId, isOnVehicle, plays } from '../kinds/index.ts';
import type { Solution } from '../solve/index.ts';
import { figures, partOf } from '../quantity/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { type Evidence, MOST_FAULT_SIGNALS, loadVolts, voltsBetween, withBroken } from '../analysis/index.ts';
import { type WiredJob, coilTerminals, partSubject } from './context.ts';
import { type Finding, type Rule, judge } from './rule.ts';
import { unlessBounded } from './bounded.ts';

const ID = 'shared-ground-backfeed';
/** Share of what a thing needs from which it is felt: a lamp glows, a relay may stay in. */
const LIMIT = 0.25;

type Victim = PartPlaying<'load'> | PartPlaying<'relay'>;

/** Share of what it needs that a thing gets in a state. */
function shareOf({ circuit }: Evidence, solution: Solution, part: Victim): number {
  if (plays(part, 'load')) return Math.abs(loadVolts(circuit, solution, part.id)) / part.spec.ratedV;
  return Math.abs(voltsBetween(circuit, solution, ...coilTerminals(part)) || 0) / part.spec.type.pullInV;
}

/** What gets most more of its need with a ground point gone than with it there, the signals being the same. */
function worst(evidence: Evidence, job: WiredJob, ground: PartPlaying<'ground'>) {
  const victims = evidence.netlist.parts.filter((part): part is Victim => plays(part, 'load') || plays(part, 'relay'));
  const healthy = new Map<string, number[]>();
  let found = { share: 0, part: null as string | null };
  const metal = branchId(ground.id, 'metal');
  withBroken(evidence, job.evidence, [null, metal], (broken, { solution, bits, memory }) => {
    const key = `${bits}|${memory.join()}`;
    const shares = victims.map((part) => shareOf(evidence, solution, part));
    const before = healthy.get(key);
    if (broken === null) healthy.set(key, shares);
    else
      shares.forEach((share, at) => {
        if (before && before[at]! < LIMIT && share > found.share) found = { share, part: victims[at]!.id };
      });
  });
  return found;
}

export const sharedGroundBackfeed: Rule = {
  id: ID,
  group: 'works',
  asks: 'What does a bad ground do that it shares with others?',
  notAsked: unlessBounded('it shares no ground stud with another job'),
  acrossJobs: true,
  check: (context) => {
    const users = new Map<string, Set<string>>();
    for (const wire of context.netlist.wires)
      for (const end of [wire.from, wire.to])
        if (plays(context.part(partOf(end)), 'ground')) {
          const id = partOf(end);
          users.set(id, new Set([...(users.get(id) ?? []), ...wire.jobs]));
        }
    return context.netlist.parts.flatMap((part): Finding[] => {
      const jobs = users.get(part.id);
      // A job's own is asked as well: what its loss does must not go unasked because nobody shares it.
      if (!plays(part, 'ground') || !jobs || (jobs.size < 2 && part.job === null)) return [];
      const asked = context.jobs.filter(({ job, evidence }) => jobs.has(job.id) && evidence.signals.length <= MOST_FAULT_SIGNALS);
      const [first] = asked;
      if (!first) return [];
      const found = asked
        .map((job) => ({ job, ...context.remembered(`${ID} ${part.id} ${job.job.id}`, jobs, (evidence) => worst(evidence, job, part)) }))
        .reduce((a, b) => (b.share > a.share ? b : a));
      const victim = found.part === null ? null : context.part(found.part);
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
              ? `If ${part.name} comes loose, ${victim.tag} ${victim.name} gets ${figures(100 * found.share, 2)} % of what it needs backwards`
              : `${part.name} may come loose and nothing else comes on`,
          detail:
            jobs.size < 2
              ? `it is the job’s own${found.share > LIMIT ? ': what its loss does comes of its own relays' : ''}`
              : `${jobs.size} jobs share it${found.share > LIMIT ? ': give them ground points of their own' : ''}`,
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
            limit: {
              symbol: '',
              meaning: 'from which a lamp glows or a relay stays in',
              value: 100 * LIMIT,
              unit: '%',
              source: commonPractice(),
            },
          },
        }),
      ];
    });
  },
  nudges: ({ jobs }, finding) => {
    const sharing = jobs.filter(({ job, supply }) => job.grounds !== 'own' && isOnVehicle(supply));
    const apart = ({ at }: WiredJob) => ({ path: ['jobs', at, 'grounds'], value: 'own' });
    const ofIt = sharing.filter(({ job }) => job.id === finding.job);
    // A relay between a feed and its lamp: what then comes back through the ground stops at an open contact.
    const direct = jobs.filter(({ job }) => job.device.kind === 'direct');
    const own = direct.filter(({ job }) => job.id === finding.job);
    const between = ({ job, at, supply }: WiredJob) => {
      const part = POWER_RELAYS.find(({ coilV }) => coilV === supply.nominalV)!.id;
      return { path: ['jobs', at, 'device'], value: { kind: 'relay', part, socket: 'auto', place: job.device.place } };
    };
    return [
      ...ofIt.map((job) => ({ label: 'Nudge to ground points of its own', patches: [apart(job)] })),
      ...sharing
        .filter((job) => !ofIt.includes(job))
        .map((job) => ({ label: `Nudge ${job.job.name} to ground points of its own`, patches: [apart(job)] })),
      { label: 'Nudge each job to ground points of its own', patches: sharing.map(apart) },
      { label: 'Nudge a relay in between', patches: own.map(between) },
      { label: 'Nudge a relay into each job without one', patches: direct.map(between) },
    ].filter(({ patches }) => patches.length > 0);
  },
};
