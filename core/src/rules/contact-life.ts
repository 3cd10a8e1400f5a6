import { figures } from '../quantity/index.ts';
import { commonPractice, computed, entered } from '../reference/index.ts';
import { CUT_OUT, relayId } from '../wiring/index.ts';
import { contactLoad } from './contact-load.ts';
import { cyclesPerDay } from './cycles.ts';
import { partSubject } from './context.ts';
import { coilFits, otherRelays } from './nudging.ts';
import { type Finding, type Rule, judge, usedShare } from './rule.ts';

const ID = 'contact-life';
/** Operations of a contact at its rating and with nothing on it: powers of ten. */
const RATED_POWER = 5;
const IDLE_POWER = 6;
const DAYS_A_YEAR = 365.25;

export const contactLife: Rule = {
  id: ID,
  group: 'wears',
  asks: 'How long do its contacts last?',
  notAsked: 'no contact of metal in it switches the load',
  trail: 'load',
  // One line a relay: the contact that wears first.
  check: (context) =>
    context.jobs.flatMap((job) => {
      const worst = new Map<string, Finding>();
      for (const contact of job.contacts) {
        const { value: ampere, limit: rating } = contactLoad(context, job, contact);
        const { relay, pin } = contact;
        // Silicon does not wear by switching.
        if (relay.spec.type.solid) continue;
        const share = Math.min(1, rating > 0 ? ampere / rating : 1);
        const operations = 10 ** (IDLE_POWER - (IDLE_POWER - RATED_POWER) * share);
        const cycled = relay.id === relayId(job.job, CUT_OUT) ? 0 : cyclesPerDay(context.design, job.evidence.signals);
        const operationsPerDay = Math.max(job.job.operationsPerDay, cycled);
        const years = operations / (operationsPerDay * DAYS_A_YEAR);
        const limit = context.design.settings.serviceYears;
        const finding = judge(ID, {
          severity: 'caution',
          job: job.job.id,
          subject: partSubject(relay),
          value: years,
          limit,
          unit: '',
          sense: 'at least',
          title: `Contact ${relay.tag} ${pin} lasts about ${years >= 2 ? `${figures(years, 2)} years` : `${figures(years * DAYS_A_YEAR, 2)} days`} at ${figures(operationsPerDay)} times a day`,
          detail:
            years < limit
              ? 'a larger contact wears slower; what switches every few seconds is no work for a relay'
              : `${figures(100 * share, 2)} % of its rating`,
          working: {
            formula: 'N = 10^(6 − I/I_r), years = N/(n · 365.25)',
            given: [
              { symbol: 'I', meaning: `on contact ${pin}`, value: ampere, unit: 'A', source: computed('solved at the highest supply') },
              { symbol: 'I_r', meaning: 'rating with that load', value: rating, unit: 'A', source: computed('load-over-contact') },
              {
                symbol: 'N',
                meaning: 'operations, 10⁵ at its rating and 10⁶ with nothing on it',
                value: operations,
                unit: '',
                source: commonPractice(),
              },
              {
                symbol: 'n',
                meaning: 'times a day',
                value: operationsPerDay,
                unit: '',
                source:
                  cycled > job.job.operationsPerDay
                    ? computed('as its controller or its board’s program cycles it')
                    : entered(`jobs[${job.at}].operationsPerDay`),
              },
            ],
            result: { symbol: 'years', meaning: 'until it is worn', value: years, unit: '', source: computed('quotient') },
            limit: { symbol: 'years', meaning: 'it is to last', value: limit, unit: '', source: entered('settings.serviceYears') },
          },
        });
        const known = worst.get(relay.id);
        if (!known || usedShare(finding) > usedShare(known)) worst.set(relay.id, finding);
      }
      return [...worst.values()];
    }),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => otherRelays(context.design, job, coilFits(context.design, job))),
};
