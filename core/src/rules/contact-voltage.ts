import { contactLoad } from './contact-load.ts';
import { type RelayType, currentOf, throwRating } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { type Source, computed, entered, fromMemory, ofPart } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { coilFits, otherRelays } from './nudging.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'contact-voltage';
const RATED_SOURCE = fromMemory('relays of vehicles 16 V and 32 V, of boards 30 V');
const SHARE_SOURCE = fromMemory('half of a rating to 32 V, a tenth to 60 V');

/** Highest direct voltage at which a contact's rating holds, V: what the part says; else of a vehicle's relay its system's, of boards and machine relays 30 V (from memory). */
export const ratedDcV = (type: RelayType): number =>
  type.closing.mostV ?? (type.build === undefined && type.coilV === 12 ? 16 : type.solid ? type.solid.ratedV : 32);
const ratedSource = (type: RelayType): Source => (type.closing.mostV === undefined ? RATED_SOURCE : ofPart(type.name));

/** What is left of a rating for direct current above its voltage: an arc of 28 V hardly goes out, one of 48 V does not (from memory). */
export const shareAt = (ratedV: number, volt: number): number => (volt <= ratedV ? 1 : volt <= 32 ? 0.5 : volt <= 60 ? 0.1 : 0.02);

/** A rating for direct current holds at its own voltage: above it an arc stands. */
export const contactVoltage: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Can every contact break its load at this voltage?',
  notAsked: 'no contact of it switches direct current',
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) => {
      if (currentOf(job.supply) !== 'dc') return [];
      const byRelay = new Map<string, ReturnType<typeof judge>[]>();
      for (const contact of job.contacts) {
        const { relay, pin } = contact;
        const { type } = relay.spec;
        if (type.solid || throwRating(type, pin, 'heater', 'dc').ampere === 0) continue;
        const { value, limit: rated } = contactLoad(context, job, contact);
        const ratedV = ratedDcV(type);
        const share = shareAt(ratedV, job.supply.highestV);
        const limit = share * rated;
        const at = context.design.supplies.indexOf(job.supply);
        const { highestV } = job.supply;
        const common = { severity: 'danger', job: job.job.id, subject: partSubject(relay) } as const;
        // At its own voltage whether it bears the current is another question.
        const found =
          share === 1
            ? judge(ID, {
                ...common,
                value: highestV,
                limit: ratedV,
                unit: 'V',
                title: `Contact ${relay.tag} ${pin} is made for ${formatQuantity(ratedV, 'V')} of direct current`,
                detail: type.name,
                working: {
                  formula: 'V ≤ V_r',
                  given: [],
                  result: {
                    symbol: 'V',
                    meaning: job.supply.name,
                    value: highestV,
                    unit: 'V',
                    source: entered(`supplies[${at}].highestV`),
                  },
                  limit: { symbol: 'V_r', meaning: type.name, value: ratedV, unit: 'V', source: ratedSource(type) },
                },
              })
            : judge(ID, {
                ...common,
                value,
                limit,
                unit: 'A',
                title:
                  value > limit
                    ? `Contact ${relay.tag} ${pin} is made for ${formatQuantity(ratedV, 'V')}: at ${formatQuantity(highestV, 'V')} it breaks ${formatQuantity(limit, 'A')}, and ${formatQuantity(value, 'A')} flow`
                    : `At ${formatQuantity(highestV, 'V')} contact ${relay.tag} ${pin} breaks ${formatQuantity(limit, 'A')}, and ${formatQuantity(value, 'A')} flow`,
                detail: value > limit ? 'the arc stands when it opens, and burns the relay' : type.name,
                working: {
                  formula: 'I ≤ I_r · k_V',
                  given: [
                    { symbol: 'I_r', meaning: `contact ${pin} with this load`, value: rated, unit: 'A', source: ofPart(type.name) },
                    { symbol: 'V_r', meaning: 'at which that holds', value: ratedV, unit: 'V', source: ratedSource(type) },
                    { symbol: 'k_V', meaning: `of it at ${formatQuantity(highestV, 'V')}`, value: share, unit: '', source: SHARE_SOURCE },
                  ],
                  result: {
                    symbol: 'I',
                    meaning: `through contact ${pin}`,
                    value,
                    unit: 'A',
                    source: computed('solved at the highest supply'),
                  },
                  limit: { symbol: 'I_r · k_V', meaning: 'that it breaks', value: limit, unit: 'A', source: SHARE_SOURCE },
                },
              });
        byRelay.set(relay.id, [...(byRelay.get(relay.id) ?? []), found]);
      }
      return [...byRelay.values()].flatMap((list) => failingOrTightest(list).slice(0, 1));
    }),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...otherRelays(context.design, job, (type) => coilFits(context.design, job)(type) && ratedDcV(type) >= job.supply.highestV),
        // With its coil on the load's own supply there are relays for that voltage.
        ...otherRelays(context.design, job, (type) => type.coilV === job.supply.nominalV && ratedDcV(type) >= job.supply.highestV).map(
          ({ label, patches }) => ({
            label: `${label}, its coil on ${job.supply.name}`,
            patches: [...patches, { path: ['jobs', job.at, 'controlSupply'], value: 'same' }],
          }),
        ),
      ]),
};
