import { branchId } from '../parts/kind.ts';
import { throwRating } from '../parts/shelf.ts';
import type { LoadKind } from '../design/schema.ts';
import { LOAD_KIND_NAMES } from '../design/load.ts';
import { formatQuantity } from '../quantity/format.ts';
import { computed, ofPart } from '../reference/source.ts';
import { partSubject, type RuleContext, type WiredJob } from './context.ts';
import { otherRelays } from './nudging.ts';
import { judge, type Finding, type Rule } from './rule.ts';

const ID = 'load-over-contact';

/** Largest current of each kind of load on the contact, A. */
function currents(context: RuleContext, job: WiredJob): Map<LoadKind, number> {
  const kinds = new Set(job.loads.map(({ spec }) => spec.loadKind));
  return new Map(
    [...kinds].map((kind) => {
      const branches = job.loads.filter(({ spec }) => spec.loadKind === kind).map(({ id }) => branchId(id, 'load'));
      const { value } = context.worst(job, ({ solution }) => branches.reduce((sum, branch) => sum + context.amps(solution, branch), 0));
      return [kind, value];
    }),
  );
}

export const loadOverContact: Rule = {
  id: ID,
  check: (context) =>
    context.jobs.map((job): Finding => {
      const { type, throw: pin } = job.relay.spec;
      const parts = [...currents(context, job)].map(([kind, ampere]) => ({ kind, ampere, rating: throwRating(type, pin, kind) }));
      const given = parts.flatMap(({ kind, ampere, rating }) => [
        {
          symbol: `I(${kind})`,
          meaning: `${LOAD_KIND_NAMES[kind]}, largest`,
          value: ampere,
          unit: 'A' as const,
          source: computed('solved at the highest supply'),
        },
        {
          symbol: `I_r(${kind})`,
          meaning: `contact ${pin} with that kind of load`,
          value: rating.ampere,
          unit: 'A' as const,
          source: rating.source,
        },
      ]);
      const [only] = parts;
      const resistive = throwRating(type, pin, 'heater').ampere;
      const single = parts.length === 1 && only;
      // Mixed kinds: each counts by the share of its own rating, against the resistive rating.
      const value = single ? only.ampere : parts.reduce((sum, { ampere, rating }) => sum + (ampere / rating.ampere) * resistive, 0);
      const limit = single ? only.rating.ampere : resistive;
      const what = single ? `as ${LOAD_KIND_NAMES[only.kind]}` : 'counted as resistive';
      return judge(ID, {
        severity: 'danger',
        job: job.job.id,
        subject: partSubject(job.relay),
        value,
        limit,
        unit: 'A',
        title: `Contact ${job.relay.tag} ${pin} carries ${formatQuantity(value, 'A')} of ${formatQuantity(limit, 'A')}`,
        detail: `${type.name}, load counted ${what}`,
        working: {
          formula: single ? 'I ≤ I_r' : 'Σ I · I_res / I_r ≤ I_res',
          given: [...given, { symbol: 'I_res', meaning: 'resistive rating', value: resistive, unit: 'A', source: ofPart(type.name) }],
          result: {
            symbol: 'I',
            meaning: `on contact ${pin}, ${what}`,
            value,
            unit: 'A',
            source: computed('solved at the highest supply'),
          },
          limit: {
            symbol: single ? 'I_r' : 'I_res',
            meaning: 'contact',
            value: limit,
            unit: 'A',
            source: single ? only.rating.source : ofPart(type.name),
          },
        },
      });
    }),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => otherRelays(job, (type) => type.coilV === job.relay.spec.type.coilV)),
};
