import { branchId } from '../parts/kind.ts';
import { throwRating } from '../parts/shelf.ts';
import type { LoadKind } from '../design/schema.ts';
import { LOAD_KIND_NAMES } from '../design/load.ts';
import { formatQuantity } from '../quantity/format.ts';
import { computed, ofPart } from '../reference/source.ts';
import { partSubject, type PowerContact, type RuleContext, type WiredJob } from './context.ts';
import { otherRelays } from './nudging.ts';
import { failingOrTightest, judge, type Finding, type Rule } from './rule.ts';

const ID = 'load-over-contact';

/** Largest current of each kind of load on a contact, A. */
function currents(context: RuleContext, job: WiredJob, { branch }: PowerContact): Map<LoadKind, number> {
  // What flows through the contact, shared out by kind as the loads that run share it then.
  const kinds = new Map<LoadKind, number>();
  for (const { solution } of job.evidence.states) {
    const through = context.amps(solution, branch);
    if (through === 0) continue;
    const running = new Map<LoadKind, number>();
    for (const { id, spec } of job.loads) {
      const ampere = context.amps(solution, branchId(id, 'load'));
      if (ampere > 0) running.set(spec.loadKind, (running.get(spec.loadKind) ?? 0) + ampere);
    }
    const total = [...running.values()].reduce((sum, ampere) => sum + ampere, 0);
    const seen: [LoadKind, number][] =
      total > 0 ? [...running].map(([kind, ampere]) => [kind, (through * ampere) / total]) : [['battery', through]];
    for (const [kind, ampere] of seen) kinds.set(kind, Math.max(kinds.get(kind) ?? 0, ampere));
  }
  return kinds.size > 0 ? kinds : new Map([[job.loads[0]?.spec.loadKind ?? 'battery', 0]]);
}

function check(context: RuleContext, job: WiredJob, contact: PowerContact): Finding {
  const { relay, pin } = contact;
  const { type } = relay.spec;
  const parts = [...currents(context, job, contact)].map(([kind, ampere]) => ({ kind, ampere, rating: throwRating(type, pin, kind) }));
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
    subject: partSubject(relay),
    value,
    limit,
    unit: 'A',
    title: `Contact ${relay.tag} ${pin} carries ${formatQuantity(value, 'A')} of ${formatQuantity(limit, 'A')}`,
    detail: `${type.name}, load counted ${what}`,
    working: {
      formula: single ? 'I ≤ I_r' : 'Σ I · I_res / I_r ≤ I_res',
      given: [...given, { symbol: 'I_res', meaning: 'resistive rating', value: resistive, unit: 'A', source: ofPart(type.name) }],
      result: { symbol: 'I', meaning: `on contact ${pin}, ${what}`, value, unit: 'A', source: computed('solved at the highest supply') },
      limit: {
        symbol: single ? 'I_r' : 'I_res',
        meaning: 'contact',
        value: limit,
        unit: 'A',
        source: single ? only.rating.source : ofPart(type.name),
      },
    },
  });
}

export const loadOverContact: Rule = {
  id: ID,
  // One line a relay: its throws share the subject, and the tightest of them speaks.
  check: (context) =>
    context.jobs.flatMap((job) => {
      const byRelay = new Map<string, Finding[]>();
      for (const contact of job.contacts)
        byRelay.set(contact.relay.id, [...(byRelay.get(contact.relay.id) ?? []), check(context, job, contact)]);
      return [...byRelay.values()].flatMap((list) => failingOrTightest(list).slice(0, 1));
    }),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => otherRelays(job, (type) => type.coilV === job.supply.nominalV)),
};
