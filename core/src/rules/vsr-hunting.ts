import { formatQuantity } from '../quantity/index.ts';
import { postsOf, signalPartId } from '../wiring/index.ts';
import { chargeLevels, computed, entered } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { isCharged, isStored, levelsOf } from '../kinds/index.ts';

const ID = 'vsr-hunting';

/** Asked of sensors that close on a rising voltage which their own job's load pulls down, and of those that join batteries. */
export const vsrHunting: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does a voltage sensor hunt with its own load, or stay in with nothing charging?',
  notAsked: 'no sensor in it closes on a rise of its own supply',
  check: (context) =>
    context.jobs.flatMap((job) =>
      context.design.signals.flatMap((signal, at) => {
        const levels = levelsOf(signal);
        if (!levels || levels.supply !== job.supply.id || levels.closesAt <= levels.opensAt) return [];
        if (!job.evidence.signals.includes(signal.id)) return [];
        const { closesAt, opensAt: opens } = levels;
        const part = context.netlist.parts.find(({ id }) => id === signalPartId(signal.id));
        if (!part) return [];
        const [plus, minus] = postsOf(job.supply);
        const sag = context.worst(job, ({ on, supplyV, solution }) =>
          on.has(signal.id) ? Math.max(0, supplyV - context.volts(solution, plus, minus)) : 0,
        ).value;
        const value = closesAt - sag;
        const { restV } = job.supply;
        // A full battery with nothing charging it: a sensor that lets go below that joins the two for days.
        const joins = isStored(job.supply) && job.job.loads.some(isCharged);
        const stays = opens < restV;
        return [
          ...(joins
            ? [
                judge(ID, {
                  code: 'at-rest',
                  severity: 'caution' as const,
                  job: job.job.id,
                  subject: { ...partSubject(part), id: `${part.id}/at-rest` },
                  value: opens,
                  limit: restV,
                  unit: 'V' as const,
                  sense: 'at least' as const,
                  title: stays
                    ? `${signal.name} lets go at ${formatQuantity(opens, 'V')}, and ${job.supply.name} rests at ${formatQuantity(restV, 'V')}`
                    : `${signal.name} lets go at ${formatQuantity(opens, 'V')}, above what ${job.supply.name} has at rest`,
                  detail: stays
                    ? 'with nothing charging the two stay joined until the first is that far down: what empties the second empties both'
                    : 'with nothing charging it lets the batteries part',
                  working: {
                    formula: 'V_open ≥ V_rest',
                    given: [],
                    result: {
                      symbol: 'V_open',
                      meaning: 'lets go at',
                      value: opens,
                      unit: 'V' as const,
                      source: entered(`signals[${at}].opensAt`),
                    },
                    limit: {
                      symbol: 'V_rest',
                      meaning: `${job.supply.name} at rest, full`,
                      value: restV,
                      unit: 'V' as const,
                      source: entered(`supplies[${context.design.supplies.indexOf(job.supply)}].restV`),
                    },
                  },
                }),
              ]
            : []),
          judge(ID, {
            code: 'hunts',
            severity: 'caution',
            job: job.job.id,
            subject: partSubject(part),
            value,
            limit: opens,
            unit: 'V',
            sense: 'at least',
            title: `${signal.name} closes at ${formatQuantity(closesAt, 'V')} and then sees ${formatQuantity(value, 'V')}; it opens at ${formatQuantity(opens, 'V')}`,
            detail: value < opens ? 'it opens as soon as it has closed, over and over' : 'it stays closed',
            working: {
              formula: 'V_close − I · R_source ≥ V_open',
              given: [
                { symbol: 'V_close', meaning: 'closes at', value: closesAt, unit: 'V', source: entered(`signals[${at}].closesAt`) },
                {
                  symbol: 'I · R_source',
                  meaning: `sag of ${job.supply.name} under the load, at most`,
                  value: sag,
                  unit: 'V',
                  source: computed('solved'),
                },
              ],
              result: { symbol: 'V', meaning: 'seen after it has closed', value, unit: 'V', source: computed('difference') },
              limit: { symbol: 'V_open', meaning: 'opens at', value: opens, unit: 'V', source: entered(`signals[${at}].opensAt`) },
            },
          }),
        ];
      }),
    ),
  nudges: ({ design, jobs }, finding) => {
    const at = design.signals.findIndex(
      ({ id }) => finding.subject.id === `${signalPartId(id)}${finding.code === 'at-rest' ? '/at-rest' : ''}`,
    );
    if (finding.code === 'at-rest') {
      const { nominalV, restV } = jobs.find(({ job }) => job.id === finding.job)!.supply;
      const { opensAt: opens, closesAt } = chargeLevels(nominalV, restV);
      return [
        {
          label: `Nudge it to let go at ${formatQuantity(opens, 'V')}, and close at ${formatQuantity(closesAt, 'V')}`,
          patches: [
            { path: ['signals', at, 'opensAt'], value: opens },
            { path: ['signals', at, 'closesAt'], value: closesAt },
          ],
        },
      ];
    }
    // To the tenth below: the knob of such a relay is no finer.
    const opensAt = Math.floor(finding.value * 10 - 0.5) / 10;
    return [
      {
        label: `Nudge its opening level to ${formatQuantity(opensAt, 'V')}`,
        patches: [{ path: ['signals', at, 'opensAt'], value: opensAt }],
      },
    ];
  },
};
