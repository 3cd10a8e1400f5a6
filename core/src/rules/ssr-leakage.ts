import { formatQuantity, terminal } from '../quantity/index.ts';
import { computed, fromMemory, ofPart } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { metalContacts } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';
import { metalGaps, solidContacts } from './solid.ts';

const ID = 'ssr-leakage';
/** Share of its rated voltage at which a lamp with electronics in it begins to glow or flash (from memory). */
const GLOWS = 0.05;

/** A solid-state relay leaks while it is off: what a small load makes of that. */
export const ssrLeakage: Rule = {
  id: ID,
  group: 'shock',
  asks: 'Is it dead enough when it is off?',
  notAsked: 'no solid-state relay or metal gap of the mains is in it',
  check: (context) =>
    context.jobs.flatMap((job) => [
      ...metalGaps(job).map(({ relay }) =>
        judge(ID, {
          severity: 'caution',
          job: job.job.id,
          subject: partSubject(relay),
          value: 0,
          limit: 0,
          unit: 'V',
          title: `${relay.tag} opens a gap: nothing leaks past it`,
          detail: relay.spec.type.name,
          working: noneAllowed(0, 'ways for a current while it is off', ofPart(relay.spec.type.name)),
        }),
      ),
      ...solidContacts(context, job).flatMap(({ relay, solid }) => {
        const off = job.evidence.states.filter(({ lines }) => lines.every((line) => line === 'off'));
        const [load] = job.loads;
        if (off.length === 0 || !load) return [];
        const across = (id: string) =>
          Math.max(...off.map(({ solution }) => Math.abs(context.volts(solution, terminal(id, '+'), terminal(id, '-')) || 0)));
        const worst = job.loads.reduce(
          (most, one) => (across(one.id) / one.spec.ratedV > across(most.id) / most.spec.ratedV ? one : most),
          load,
        );
        const value = across(worst.id);
        const limit = GLOWS * worst.spec.ratedV;
        return [
          judge(ID, {
            severity: 'caution',
            job: job.job.id,
            subject: partSubject(relay),
            value,
            limit,
            unit: 'V',
            title:
              value > limit
                ? `Off, ${relay.tag} leaks ${formatQuantity(value, 'V')} onto ${worst.name}: it glows`
                : `Off, ${relay.tag} leaves ${formatQuantity(value, 'V')} on ${worst.name}`,
            detail: 'what a solid-state relay switches is live even when it is off: unplug before you touch',
            working: {
              formula: 'V = V_supply · R_load/(R_load + V_r/I_leak) ≤ 5 % of the load’s rating',
              given: [
                { symbol: 'I_leak', meaning: `at ${solid.ratedV} V`, value: solid.leakA, unit: 'A', source: ofPart(relay.spec.type.name) },
                { symbol: 'R_load', meaning: worst.name, value: worst.spec.ohm, unit: 'Ω', source: computed('from its plate') },
              ],
              result: { symbol: 'V', meaning: 'on the load while it is off', value, unit: 'V', source: computed('solved') },
              limit: { symbol: 'V', meaning: 'that no lamp shows', value: limit, unit: 'V', source: fromMemory() },
            },
          }),
        ];
      }),
    ]),
  nudges: (context, finding) =>
    context.jobs.filter(({ job }) => job.id === finding.job).flatMap((job) => metalContacts(context.design, job)),
};
