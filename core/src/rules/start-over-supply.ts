import { LOADS, branchId, supplyFacets } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { batteryId } from '../wiring/index.ts';
import { commonPractice, computed, entered } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { largerSupply } from './supply-overload.ts';

const ID = 'start-over-supply';
/** A supply of electronics is chosen at twice what starts hard on it (common practice): it shuts off before a lamp is warm or a motor turns. */
const TIMES = 2;

export const startOverSupply: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does a supply of electronics outlast the start of what hangs on it?',
  notAsked: 'nothing on it starts hard, or its supply bears a moment of more',
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const { supply } = job;
      const facets = supplyFacets(supply);
      const ratedA = facets.ratedA(supply);
      const part = context.netlist.parts.find(({ id }) => id === batteryId(supply.id));
      const isHard = ({ spec }: (typeof job.loads)[number]) => LOADS[spec.loadKind].startsHard;
      if (!part || ratedA === null || !facets.shutsOff(supply) || !job.loads.some(isHard)) return [];
      const times = (load: (typeof job.loads)[number]) => (isHard(load) ? TIMES : 1);
      const { value } = context.worst(job, ({ solution }) =>
        job.loads.reduce((sum, load) => sum + times(load) * context.amps(solution, branchId(load.id, 'load')), 0),
      );
      const at = context.design.supplies.indexOf(supply);
      const hard = [...new Set(job.loads.filter(isHard).map(({ name }) => name))].join(' and ');
      return [
        judge(ID, {
          severity: 'caution',
          job: job.job.id,
          subject: partSubject(part),
          value,
          limit: ratedA,
          unit: 'A',
          title:
            value > ratedA
              ? `${supply.name} gives ${formatQuantity(ratedA, 'A')} and no moment more; to start ${hard} it wants one of ${formatQuantity(value, 'A')}`
              : `${supply.name} gives ${formatQuantity(ratedA, 'A')}, ${formatQuantity(value, 'A')} for the start of ${hard}`,
          detail: value > ratedA ? 'it shuts off, tries again, and what hangs on it never comes up' : 'what starts hard counted twice',
          working: {
            formula: 'k · I ≤ I_rated',
            given: [
              {
                symbol: 'k',
                meaning: 'of what starts hard; of the rest 1',
                value: TIMES,
                unit: '',
                source: commonPractice('twice for lamps and motors'),
              },
            ],
            result: {
              symbol: 'k · I',
              meaning: 'to start with',
              value,
              unit: 'A',
              source: computed('solved, what starts hard counted twice'),
            },
            limit: { symbol: 'I_rated', meaning: supply.name, value: ratedA, unit: 'A', source: entered(`supplies[${at}].ratedA`) },
          },
        }),
      ];
    }),
  nudges: ({ design }, finding) => largerSupply(design, finding),
};
