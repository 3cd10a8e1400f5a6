import { contactLoad } from './contact-load.ts';
import { LOADS, currentOf, throwRating } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed, ofPart } from '../reference/index.ts';
import { type PowerContact, type RuleContext, type WiredJob, partSubject } from './context.ts';
import { coilFits, otherRelays, relaysInstead } from './nudging.ts';
import { type Finding, type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'load-over-contact';

function check(context: RuleContext, job: WiredJob, contact: PowerContact): Finding {
  const { relay, pin } = contact;
  const { type } = relay.spec;
  const { parts, resistive, only, value, limit } = contactLoad(context, job, contact);
  const given = parts.flatMap(({ kind, ampere, rating }) => [
    {
      symbol: `I(${kind})`,
      meaning: `${LOADS[kind].title}, largest`,
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
  const what = only ? `as ${LOADS[only].title}` : 'as resistive';
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
      formula: only ? 'I ≤ I_r' : 'Σ I · I_res / I_r ≤ I_res',
      given: [...given, { symbol: 'I_res', meaning: 'resistive rating', value: resistive, unit: 'A', source: ofPart(type.name) }],
      result: { symbol: 'I', meaning: `on contact ${pin}, ${what}`, value, unit: 'A', source: computed('solved at the highest supply') },
      limit: {
        symbol: only ? 'I_r' : 'I_res',
        meaning: 'contact',
        value: limit,
        unit: 'A',
        source: only ? parts[0]!.rating.source : ofPart(type.name),
      },
    },
  });
}

export const loadOverContact: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every contact bear its load by kind?',
  notAsked: 'no contact in it switches the load',
  trail: 'load',
  // One line a relay: its throws share the subject, and the tightest of them speaks.
  check: (context) =>
    context.jobs.flatMap((job) => {
      const byRelay = new Map<string, Finding[]>();
      // Without any rating for its kind of current another rule speaks.
      const rated = job.contacts.filter(({ relay, pin }) => throwRating(relay.spec.type, pin, 'heater', currentOf(job.supply)).ampere > 0);
      for (const contact of rated) byRelay.set(contact.relay.id, [...(byRelay.get(contact.relay.id) ?? []), check(context, job, contact)]);
      return [...byRelay.values()].flatMap((list) => failingOrTightest(list).slice(0, 1));
    }),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [...otherRelays(context.design, job, coilFits(context.design, job)), ...relaysInstead(context.design, job)]),
};
