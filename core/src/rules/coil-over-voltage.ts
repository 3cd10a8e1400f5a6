import { formatQuantity } from '../quantity/index.ts';
import { computed, ofPart } from '../reference/index.ts';
import { coilTerminals, partSubject } from './context.ts';
import { otherRelays, relaysInstead } from './nudging.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'coil-over-voltage';

export const coilOverVoltage: Rule = {
  id: ID,
  group: 'wears',
  asks: 'Does every coil bear the highest voltage?',
  notAsked: 'it has no coil on a supply',
  trail: 'coil',
  check: (context) =>
    context.jobs.flatMap((job) =>
      job.relays.map((relay) => {
        const { type } = relay.spec;
        const [plus, minus] = coilTerminals(relay);
        const { value } = context.worst(job, ({ solution }) => Math.abs(context.volts(solution, plus, minus)) || 0);
        const limit = type.coilMostV;
        return judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: partSubject(relay),
          value,
          limit,
          unit: 'V',
          title: `Coil ${relay.tag} gets ${formatQuantity(value, 'V')} of the ${formatQuantity(limit, 'V')} that it bears for good`,
          detail: value > limit ? 'its heat goes with the square of that: it cooks, and takes its socket along' : type.name,
          working: {
            formula: 'V ≤ V_most',
            given: [{ symbol: 'V_coil', meaning: 'nominal', value: type.coilV, unit: 'V', source: ofPart(type.name) }],
            result: {
              symbol: 'V',
              meaning: `across ${relay.tag} at the highest supply`,
              value,
              unit: 'V',
              source: computed('solved over every state and corner'),
            },
            limit: { symbol: 'V_most', meaning: 'for good', value: limit, unit: 'V', source: ofPart(type.name) },
          },
        });
      }),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...otherRelays(context.design, job, (type) => type.coilMostV >= finding.value && type.coilV <= job.supply.nominalV),
        ...relaysInstead(context.design, job),
      ]),
};
