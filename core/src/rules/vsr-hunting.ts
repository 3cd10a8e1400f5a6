import { formatQuantity } from '../quantity/index.ts';
import { postsOf, signalPartId } from '../wiring/index.ts';
import { computed, entered } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { levelsOf } from '../kinds/index.ts';

const ID = 'vsr-hunting';

/** Asked of sensors that close on a rising voltage which their own job's load pulls down. */
export const vsrHunting: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does a voltage sensor hunt with its own load?',
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
        return [
          judge(ID, {
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
  nudges: ({ design }, finding) => {
    const at = design.signals.findIndex(({ id }) => signalPartId(id) === finding.subject.id);
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
