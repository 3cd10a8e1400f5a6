import { HEATSINK_IDS, heatsinkOf, heatsinksOf } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed, entered, fromMemory, ofPart } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { otherRelays } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { solidContacts } from './solid.ts';

const ID = 'ssr-no-heatsink';
/** What a junction is kept below its limit for a long life, K (common practice). */
const MARGIN_K = 15;

const isOwn = (id: string) => !HEATSINK_IDS.some((known) => known === id);

export const ssrNoHeatsink: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Stays every solid-state relay cool enough?',
  notAsked: 'no solid-state relay is in it',
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) =>
      solidContacts(context, job).map(({ relay, solid, ampere }) => {
        const { type } = relay.spec;
        const sink = heatsinkOf(context.design, job.job.cooling);
        const airC = context.hottestC(relay.place);
        const watt = solid.onV * ampere;
        const kPerW = solid.caseKPerW + solid.pasteKPerW + sink.kPerW;
        const value = airC + watt * kPerW;
        const limit = solid.junctionC - MARGIN_K;
        return judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: partSubject(relay),
          value,
          limit,
          unit: '°C',
          title:
            value > limit
              ? `${relay.tag} would reach ${context.says(value, '°C')} inside with ${sink.name}; ${context.says(limit, '°C')} is its end`
              : `${relay.tag} gives off ${formatQuantity(watt, 'W')} and stays at ${context.says(value, '°C')} inside`,
          detail: value > limit ? 'it fails, and it fails closed' : sink.name,
          working: {
            formula: 'T_j = T_a + P · (R_jc + R_cs + R_sa), P = V_on · I',
            given: [
              {
                symbol: 'T_a',
                meaning: `hottest air at ${context.placeName(relay.place)}`,
                value: airC,
                unit: '°C',
                source: entered(`places[${context.design.places.findIndex(({ id }) => id === relay.place)}].hottestC`),
              },
              { symbol: 'V_on', meaning: 'lost across it', value: solid.onV, unit: 'V', source: ofPart(type.name) },
              { symbol: 'I', meaning: 'largest through it', value: ampere, unit: 'A', source: computed('solved at the highest supply') },
              { symbol: 'P', meaning: 'heat', value: watt, unit: 'W', source: computed('V_on · I') },
              { symbol: 'R_jc', meaning: 'junction to case, K/W', value: solid.caseKPerW, unit: '', source: ofPart(type.name) },
              { symbol: 'R_cs', meaning: 'paste, K/W', value: solid.pasteKPerW, unit: '', source: ofPart(type.name) },
              {
                symbol: 'R_sa',
                meaning: `${sink.name}, K/W`,
                value: sink.kPerW,
                unit: '',
                source: isOwn(sink.id) ? ofPart(sink.name) : fromMemory('usual for its size'),
              },
            ],
            result: { symbol: 'T_j', meaning: 'junction', value, unit: '°C', source: computed('sum') },
            limit: { symbol: 'T_j', meaning: `${MARGIN_K} K below its limit`, value: limit, unit: '°C', source: ofPart(type.name) },
          },
        });
      }),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...heatsinksOf(context.design)
          .filter(({ kPerW }) => kPerW < heatsinkOf(context.design, job.job.cooling).kPerW)
          .map(({ id, name }) => ({
            label: `Nudge to: ${name}`,
            patches: [{ path: ['jobs', job.at, 'cooling'], value: id }],
          })),
        ...otherRelays(context.design, job, () => true).flatMap((larger) =>
          heatsinksOf(context.design)
            .slice(1)
            .map(({ id, name }) => ({
              label: `${larger.label}, ${name}`,
              patches: [...larger.patches, { path: ['jobs', job.at, 'cooling'], value: id }],
            })),
        ),
      ]),
};
