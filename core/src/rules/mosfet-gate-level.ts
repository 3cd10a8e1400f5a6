import { type Terminal, formatQuantity, terminal } from '../quantity/index.ts';
import { PIN_TOLERANCE, computed, entered, fromMemory, ofPart } from '../reference/index.ts';
import { isMosfet, isOutput, plays } from '../kinds/index.ts';
import { partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'mosfet-gate-level';

/** A MOSFET's resistance holds at the gate voltage that it is given at, and at no less. */
export const mosfetGateLevel: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Gets every MOSFET the gate voltage that its resistance is given at?',
  notAsked: 'no MOSFET is in it',
  check: (context) =>
    context.jobs.flatMap((job) =>
      context.netlist.parts.flatMap((part) => {
        if (!plays(part, 'transistor') || part.job !== job.job.id || !isMosfet(part.spec.type)) return [];
        const { type } = part.spec;
        const pins = context.design.signals.filter((signal) => isOutput(signal) && job.evidence.signals.includes(signal.id));
        const [gate, , source] = type.pins.map((pin) => terminal(part.id, pin)) as [Terminal, Terminal, Terminal];
        const { value: most } = context.worst(job, ({ solution }) => context.volts(solution, gate, source) || 0);
        const value = most * (1 - PIN_TOLERANCE);
        const [pin] = pins;
        return [
          judge(ID, {
            severity: 'danger',
            job: job.job.id,
            subject: partSubject(part),
            value,
            limit: type.gateV,
            unit: 'V',
            sense: 'at least',
            title: `The gate of ${part.tag} gets ${formatQuantity(value, 'V')}; its resistance is given at ${formatQuantity(type.gateV, 'V')}`,
            detail: value < type.gateV ? 'half on or not on at all, it drops the coil and burns' : type.name,
            working: {
              formula: 'V_GS · k ≥ V_given',
              given: [
                ...(pin && 'volt' in pin
                  ? [
                      {
                        symbol: 'V_pin',
                        meaning: `${pin.name}, high`,
                        value: pin.volt,
                        unit: 'V' as const,
                        source: entered(`signals[${context.design.signals.indexOf(pin)}].volt`),
                      },
                    ]
                  : []),
                { symbol: 'V_GS', meaning: 'at the gate', value: most, unit: 'V', source: computed('solved, behind its resistors') },
                { symbol: 'k', meaning: 'output 5 % low', value: 1 - PIN_TOLERANCE, unit: '', source: fromMemory('usual tolerance') },
              ],
              result: { symbol: 'V_GS · k', meaning: 'at the least', value, unit: 'V', source: computed('product') },
              limit: {
                symbol: 'V_given',
                meaning: 'at which its resistance is given',
                value: type.gateV,
                unit: 'V',
                source: ofPart(type.name),
              },
            },
          }),
        ];
      }),
    ),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .map(({ at }) => ({
        label: 'Nudge to a MOSFET for logic levels',
        patches: [{ path: ['jobs', at, 'driver'], value: 'mosfet-logic-10a' }],
      })),
};
