import { LOADS, type PartPlaying, branchId, supplyFacets } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { batteryId } from '../wiring/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { type WiredJob, partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { givesFor, largerSupply } from './supply-overload.ts';

const ID = 'start-over-supply';
/** A supply of electronics is chosen at twice what starts hard on it (common practice): it shuts off before a lamp is warm or a motor turns. */
const TIMES = 2;

const isHard = ({ spec }: PartPlaying<'load'>) => LOADS[spec.loadKind].startsHard;

export const startOverSupply: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does a supply of electronics outlast the start of what hangs on it?',
  notAsked: 'nothing on it starts hard, or its supply bears a moment of more',
  trail: 'load',
  acrossJobs: true,
  check: (context) =>
    context.jobs.flatMap((job) => {
      const { supply } = job;
      const facets = supplyFacets(supply);
      const most = givesFor(context, supply);
      const part = context.netlist.parts.find(({ id }) => id === batteryId(supply.id));
      if (!part || most === null || !facets.shutsOff(supply) || !job.loads.some(isHard)) return [];
      const taken = (of: WiredJob, starts: boolean) =>
        context.worst(of, ({ solution }) =>
          of.loads.reduce((sum, load) => sum + (starts && isHard(load) ? TIMES : 1) * context.amps(solution, branchId(load.id, 'load')), 0),
        ).value;
      // What shares a signal with it may start at the same moment; all the rest may run by then.
      const others = context.jobs.flatMap((other) => {
        if (other === job || other.supply.id !== supply.id) return [];
        const together = other.evidence.signals.some((signal) => job.evidence.signals.includes(signal));
        return [{ other, ampere: taken(other, together) }];
      });
      const value = taken(job, true) + others.reduce((sum, { ampere }) => sum + ampere, 0);
      const hard = [...new Set(job.loads.filter(isHard).map(({ name }) => name))].join(' and ');
      return [
        judge(ID, {
          severity: 'caution',
          job: job.job.id,
          subject: partSubject(part),
          value,
          limit: most.value,
          unit: 'A',
          title:
            value > most.value
              ? `${supply.name} gives ${formatQuantity(most.value, 'A')} and no moment more; to start ${hard} it wants one of ${formatQuantity(value, 'A')}`
              : `${supply.name} gives ${formatQuantity(most.value, 'A')}, ${formatQuantity(value, 'A')} for the start of ${hard}`,
          detail: value > most.value ? 'it shuts off, tries again, and what hangs on it never comes up' : 'what starts hard counted twice',
          working: {
            formula: 'k · I + Σ I ≤ I_rated',
            given: [
              ...others.map(({ other, ampere }) => ({
                symbol: 'I',
                meaning: `${other.job.name}, by then`,
                value: ampere,
                unit: 'A' as const,
                source: computed('solved'),
              })),
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
            limit: most,
          },
        }),
      ];
    }),
  nudges: ({ design }, finding) => largerSupply(design, finding),
};
