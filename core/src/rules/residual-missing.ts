import { isMains, supplyFacets } from '../kinds/index.ts';
import { assumptionsOf, linesOf } from '../project/index.ts';
import { entered, standard } from '../reference/index.ts';
import { jobSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'residual-missing';

/**
 * What a hand may touch with a fault in it: residual-current protection opens before the heart does. In the wet there is nothing
 * else, so there it counts once somebody found it, and not because it is usual.
 */
export const residualMissing: Rule = {
  id: ID,
  group: 'shock',
  asks: 'Is there residual-current protection where it is needed?',
  notAsked: 'it is not on the mains',
  check: ({ jobs, design }) => {
    const nobodyFound = new Set(assumptionsOf(design).map(({ path }) => path));
    return jobs.flatMap((job) => {
      const residual = supplyFacets(job.supply).residualProtection(job.supply);
      if (!isMains(job.supply) || residual === null) return [];
      const places = new Set([...linesOf(job.job).map(({ place }) => place), job.job.device.place, job.supply.place]);
      const wet = design.places.filter(({ id, wet: isWet }) => isWet && places.has(id));
      const path = `supplies[${design.supplies.indexOf(job.supply)}].rcd`;
      const unfound = residual && wet.length > 0 && nobodyFound.has(path);
      const value = residual && !unfound ? 0 : 1;
      const where = wet.map(({ name }) => name).join(' and ');
      return [
        judge(ID, {
          severity: wet.length > 0 && !residual ? 'danger' : 'caution',
          job: job.job.id,
          subject: jobSubject(job.job),
          value,
          limit: 0,
          unit: '',
          title: unfound
            ? `${where} is wet, and nobody found the residual-current protection before ${job.supply.name}`
            : residual
              ? `Residual-current protection stands before ${job.supply.name}`
              : wet.length > 0
                ? `${where} is wet, and ${job.supply.name} has no residual-current protection`
                : `${job.supply.name} has no residual-current protection`,
          detail: unfound
            ? 'it is taken to be there: press its test button, see the outlet go dead, then say so under “What is assumed”'
            : residual
              ? 'press its test button before you rely on it'
              : 'a current through a person opens no fuse; 30 mA and 0.3 s do no lasting harm',
          working: noneAllowed(
            value,
            unfound ? 'outlets where nobody found it' : 'outlets without it',
            entered(path),
            standard('IEC 60364-4-41, 411.3.3 and 415.1: socket-outlets, and all that is used outdoors'),
          ),
        }),
      ];
    });
  },
  // What is taken to be there is found by a finger on its button, and not by a nudge.
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job, supply }) => job.id === finding.job && supplyFacets(supply).residualProtection(supply) === false)
      .map(({ supply }) => ({
        label: `Nudge residual-current protection in before ${supply.name}`,
        // Who has it put in knows that it is there.
        patches: [
          { path: ['supplies', design.supplies.indexOf(supply), 'rcd'], value: true },
          { path: ['checked'], value: [...new Set([...design.checked, `supplies.${supply.id}.rcd`])] },
        ],
      })),
};
