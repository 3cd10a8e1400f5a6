import { contactBranchId, currentOf, throwRating } from '../kinds/index.ts';
import { controlSupplyOf } from '../project/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { coilFits, otherRelays, takeBackEdits } from './nudging.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'helper-over-contact';

/** The contact of one relay feeds the coil of the next: a reed relay that a pin drives bears half an ampere, and a coil on studs takes more. */
export const helperOverContact: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every contact that feeds a coil bear it?',
  notAsked: 'no contact of a relay feeds a coil in it',
  trail: 'coil',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        job.relays
          .filter(({ spec }) => spec.carries === 'control')
          .flatMap((relay) =>
            relay.spec.uses.flatMap((pin) => {
              const { type } = relay.spec;
              // What takes a coil's current when it is switched off lies across the coil, and is asked for there.
              const { ampere: limit, source } = throwRating(type, pin, 'heater', currentOf(controlSupplyOf(context.design, job.job)));
              const { value } = context.worstAmps(job, contactBranchId(relay.id, pin));
              return [
                judge(ID, {
                  severity: 'danger',
                  job: job.job.id,
                  subject: partSubject(relay),
                  value,
                  limit,
                  unit: 'A',
                  title: `Contact ${relay.tag} ${pin}, which feeds a coil, carries ${formatQuantity(value, 'A')} of ${formatQuantity(limit, 'A')}`,
                  detail: value > limit ? `${type.name}: it welds, and the load stays on` : type.name,
                  working: {
                    formula: 'I ≤ I_res',
                    given: [],
                    result: {
                      symbol: 'I',
                      meaning: `on contact ${pin}`,
                      value,
                      unit: 'A',
                      source: computed('solved at the highest supply, coils cold'),
                    },
                    limit: { symbol: 'I_res', meaning: 'resistive rating', value: limit, unit: 'A', source },
                  },
                }),
              ];
            }),
          ),
      ),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [...takeBackEdits(job), ...otherRelays(context.design, job, coilFits(context.design, job))]),
};
