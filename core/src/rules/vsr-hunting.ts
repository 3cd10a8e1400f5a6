import { terminal } from '../circuit/terminal.ts';
import { batteryId, signalPartId } from '../compile/shared-parts.ts';
import { formatQuantity } from '../quantity/format.ts';
import { computed, entered } from '../reference/source.ts';
import { partSubject } from './context.ts';
import { judge, type Rule } from './rule.ts';

const ID = 'vsr-hunting';

/** Asked of sensors that close on a rising voltage which their own job's load pulls down. */
export const vsrHunting: Rule = {
  id: ID,
  check: (context) =>
    context.jobs.flatMap((job) =>
      context.design.signals.flatMap((signal, at) => {
        if (signal.nature !== 'threshold' || signal.watches.quantity !== 'voltage' || signal.closesAt <= signal.opensAt) return [];
        if (!job.evidence.signals.includes(signal.id) || signal.watches.supply !== job.supply.id) return [];
        const part = context.netlist.parts.find(({ id }) => id === signalPartId(signal.id));
        if (!part) return [];
        const [plus, minus] = [terminal(batteryId(job.supply.id), '+'), terminal(batteryId(job.supply.id), '-')];
        const sag = context.worst(job, ({ on, supplyV, solution }) =>
          on.has(signal.id) ? Math.max(0, supplyV - context.volts(solution, plus, minus)) : 0,
        ).value;
        const value = signal.closesAt - sag;
        return [
          judge(ID, {
            severity: 'caution',
            job: job.job.id,
            subject: partSubject(part),
            value,
            limit: signal.opensAt,
            unit: 'V',
            sense: 'at least',
            title: `${signal.name} closes at ${formatQuantity(signal.closesAt, 'V')} and then sees ${formatQuantity(value, 'V')}; it opens at ${formatQuantity(signal.opensAt, 'V')}`,
            detail: value < signal.opensAt ? 'it opens as soon as it has closed, over and over' : 'it stays closed',
            working: {
              formula: 'V_close − I · R_source ≥ V_open',
              given: [
                { symbol: 'V_close', meaning: 'closes at', value: signal.closesAt, unit: 'V', source: entered(`signals[${at}].closesAt`) },
                {
                  symbol: 'I · R_source',
                  meaning: `sag of ${job.supply.name} under the load, at most`,
                  value: sag,
                  unit: 'V',
                  source: computed('solved'),
                },
              ],
              result: { symbol: 'V', meaning: 'seen after it has closed', value, unit: 'V', source: computed('difference') },
              limit: { symbol: 'V_open', meaning: 'opens at', value: signal.opensAt, unit: 'V', source: entered(`signals[${at}].opensAt`) },
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
