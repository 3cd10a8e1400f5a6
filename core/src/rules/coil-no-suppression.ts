import { commonPractice, computed } from '../reference/index.ts';
import type { Design } from '../project/index.ts';
import { currentOf, needsSuppression, plays } from '../kinds/index.ts';
import { terminal } from '../quantity/index.ts';
import { everyState, partSubject } from './context.ts';
import { takeBackEdits } from './nudging.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'coil-no-suppression';
/** More than this from A to K of a diode that is there for a spike, while its coil is fed, V. */
const FORWARD_V = 1;

const isOnDirect = (design: Design, supply: string | null): boolean => {
  const behind = design.supplies.find(({ id }) => id === supply);
  return behind === undefined || currentOf(behind) === 'dc';
};

export const coilNoSuppression: Rule = {
  id: ID,
  group: 'wears',
  asks: 'Has every coil something to take its spike?',
  notAsked: 'it has no coil that needs it',
  check: (context) => {
    const { jobs, netlist, design } = context;
    return jobs.flatMap((job) =>
      job.relays
        // A diode across a coil on alternating current would be a short; that it is there at all is another question.
        .filter((relay) => needsSuppression(relay.spec.type) && isOnDirect(design, relay.spec.supply))
        .map((relay) => {
          const own = [`${relay.id}-diode`, `${relay.id}-resistor`];
          const diode = netlist.parts.find(({ id }) => own.includes(id) && !netlist.leftOut.has(id));
          // Of one that lies the other way round the spike is not taken; a clamp of more than the supply is then no short either.
          const isTurned =
            diode !== undefined &&
            plays(diode, 'diode') &&
            everyState(job).some(({ solution }) => context.volts(solution, terminal(diode.id, 'A'), terminal(diode.id, 'K')) > FORWARD_V);
          const value = diode && !isTurned ? 1 : 0;
          return judge(ID, {
            severity: 'caution',
            job: job.job.id,
            subject: partSubject(relay),
            value,
            limit: 1,
            unit: '',
            sense: 'at least',
            title: isTurned
              ? `${diode.tag} lies the wrong way round: it takes no spike of coil ${relay.tag}`
              : diode
                ? `${diode.tag} takes the coil’s turn-off spike`
                : `Coil ${relay.tag} has no path for its turn-off spike`,
            detail:
              diode && !isTurned
                ? `across ${relay.tag}${plays(diode, 'diode') ? `, band to ${relay.spec.type.coil[0]}` : ''}`
                : 'hundreds of volts at each turn-off eat the switch and whatever shares its feed',
            working: {
              formula: 'n ≥ 1',
              given: [],
              result: {
                symbol: 'n',
                meaning: 'paths for the coil’s current at turn-off',
                value,
                unit: '',
                source: computed('counted in the circuit'),
              },
              limit: { symbol: 'n', meaning: 'needed', value: 1, unit: '', source: commonPractice() },
            },
          });
        }),
    );
  },
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        { label: 'Nudge a diode across it', patches: [{ path: ['jobs', job.at, 'suppression'], value: 'diode' }] },
        ...takeBackEdits(job),
      ]),
};
