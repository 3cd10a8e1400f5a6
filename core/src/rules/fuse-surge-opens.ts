import { type PartPlaying, type Starting, branchId, usualSurge } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { BLADE_BAND_SOURCE, SURGE_SOURCE, computed } from '../reference/index.ts';
import { loadVolts } from '../analysis/index.ts';
import { surgeRating } from '../wiring/index.ts';
import { type RuleContext, type WiredJob, partSubject } from './context.ts';
import { chooseAgain, otherFuses } from './nudging.ts';
import { fuseRating } from './shared-working.ts';
import { type Finding, type Rule, judge } from './rule.ts';

const ID = 'fuse-surge-opens';

/** What starts behind a fuse in the state in which most flows through it, and what the way to it lets through. */
export function startBehind(
  context: RuleContext,
  job: WiredJob,
  fuse: PartPlaying<'overcurrent device'>,
): { starting: Starting[]; mostA: number } {
  const { circuit } = context.evidence;
  const { state, value: through } = context.worstAmps(job, branchId(fuse.id, 'link'));
  const running = job.carried
    .map(({ id, spec }) => ({ id, kind: spec.loadKind, ampere: context.amps(state.solution, branchId(id, 'load')) }))
    .filter(({ ampere }) => ampere > 0);
  const total = running.reduce((sum, { ampere }) => sum + ampere, 0);
  const [first] = running;
  if (!first || through === 0) return { starting: [], mostA: Infinity };
  const lostV = state.supplyV - Math.abs(loadVolts(circuit, state.solution, first.id));
  return {
    starting: running.map(({ kind, ampere }) => ({ kind, ampere: (ampere * through) / total })),
    // Short across the load: all of the supply over the resistance of the way.
    mostA: lostV > 0 ? (state.supplyV * through) / lostV : Infinity,
  };
}

function check(context: RuleContext, job: WiredJob, fuse: PartPlaying<'overcurrent device'>): Finding[] {
  if (fuse.spec.style !== 'blade') return [];
  const { starting, mostA } = startBehind(context, job, fuse);
  if (starting.length === 0) return [];
  const value = surgeRating({ groups: [starting], mostA });
  const limit = fuse.spec.ratingA;
  const kinds = new Map<string, number>();
  for (const one of starting) kinds.set(one.kind, (kinds.get(one.kind) ?? 0) + one.ampere);
  return [
    judge(ID, {
      severity: 'caution',
      job: job.job.id,
      subject: partSubject(fuse),
      value,
      limit,
      unit: 'A',
      title:
        value > limit
          ? `The start may open ${fuse.tag}: it asks for ${formatQuantity(value, 'A')}, the fuse is ${formatQuantity(limit, 'A')}`
          : `${fuse.tag} outlasts the start, which asks for ${formatQuantity(value, 'A')} of its ${formatQuantity(limit, 'A')}`,
      detail: 'the usual surge, against the soonest that a fuse of its kind opens',
      working: {
        formula: 'I_asked = max over t of √(∫ i² dt / t) / b(t), i(t) = Σ I · (1 + (k − 1) · e^(−3t/d)) ≤ I_way',
        given: [
          ...[...kinds].flatMap(([kind, running]) => {
            const surge = usualSurge(kind as Starting['kind']);
            return [
              { symbol: `I(${kind})`, meaning: 'running', value: running, unit: 'A' as const, source: computed('solved') },
              { symbol: `k(${kind})`, meaning: 'times that at first', value: surge.times, unit: '' as const, source: SURGE_SOURCE },
              { symbol: `d(${kind})`, meaning: 'over after', value: surge.durationS, unit: 's' as const, source: SURGE_SOURCE },
            ];
          }),
          ...(Number.isFinite(mostA)
            ? [
                {
                  symbol: 'I_way',
                  meaning: 'the way lets through',
                  value: mostA,
                  unit: 'A' as const,
                  source: computed('supply over the resistance before the load'),
                },
              ]
            : []),
        ],
        result: { symbol: 'I_asked', meaning: 'rating that the start asks for', value, unit: 'A', source: BLADE_BAND_SOURCE },
        limit: fuseRating(job, fuse),
      },
    }),
  ];
}

export const fuseSurgeOpens: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does the fuse outlast the start?',
  notAsked: 'its fuse is a breaker or a plug’s, or it has none',
  trail: 'load',
  check: (context) => context.jobs.flatMap((job) => job.loadFuses.flatMap((fuse) => check(context, job, fuse))),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...job.loadFuses
          .filter(({ id }) => id === finding.subject.id)
          .flatMap((fuse) => otherFuses(context, job, fuse, 'fuse', (rating) => rating >= finding.value)),
        chooseAgain(job),
      ]),
};
