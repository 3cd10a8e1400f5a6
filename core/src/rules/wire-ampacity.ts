import { type Wire, familyOf } from '../graph/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { ampacitySource, computed, sizeName } from '../reference/index.ts';
import { type RuleContext, type WiredJob, wireSubject } from './context.ts';
import { chooseAgain, thickerLegs } from './nudging.ts';
import { ampacityGiven, worstShared } from './shared-working.ts';
import { type Finding, type Rule, judge } from './rule.ts';

const ID = 'wire-ampacity';

function checkWire(context: RuleContext, job: WiredJob, wire: Wire, value: number, limit: number): Finding {
  const hotC = context.hottestC(wire.hotPlace);
  const size = sizeName(wire.sizeMm2);
  return judge(ID, {
    severity: 'danger',
    job: job.job.id,
    subject: wireSubject(wire),
    value,
    limit,
    unit: 'A',
    title: `${wire.tag} carries ${formatQuantity(value, 'A')} of ${formatQuantity(limit, 'A')}`,
    detail: `${size} at up to ${context.says(hotC, '°C')}`,
    working: {
      formula: 'I ≤ I_z = I_table · k_ambient',
      given: ampacityGiven(context, wire, false),
      result: { symbol: 'I', meaning: `largest in ${wire.tag}`, value, unit: 'A', source: computed('solved over every state and corner') },
      limit: {
        symbol: 'I_z',
        meaning: `ampacity of ${wire.tag}`,
        value: limit,
        unit: 'A',
        source: ampacitySource(familyOf(context.design.settings, wire), wire.sizeMm2),
      },
    },
  });
}

export const wireAmpacity: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every wire bear its current where it lies?',
  notAsked: 'it is not wired',
  acrossJobs: true,
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) => {
      if (job.wires.length === 0) return [];
      const shares = job.wires.map((wire) => {
        const value = worstShared(context, wire);
        const limit = context.looseAmpacity(wire);
        return { wire, value, limit, share: value / limit };
      });
      const over = shares.filter(({ share }) => share > 1);
      const tightest = shares.reduce((tight, next) => (next.share > tight.share ? next : tight));
      return (over.length > 0 ? over : [tightest]).map(({ wire, value, limit }) => checkWire(context, job, wire, value, limit));
    }),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const wire = job.wires.find(({ id }) => id === finding.subject.id);
        return wire ? [...thickerLegs(job, [wire.leg]), chooseAgain(job)] : [];
      }),
};
