import { PIN_TOLERANCE, RESISTOR_TOLERANCE, commonPractice, computed, fromMemory, ofPart } from '../reference/index.ts';
import { branchId, isBipolar, plays } from '../kinds/index.ts';
import { figures } from '../quantity/index.ts';
import { everyState, partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'transistor-not-saturated';

/** Asked of bipolar transistors: a base that gets too little leaves volts across the transistor, and it cooks. */
export const transistorNotSaturated: Rule = {
  id: ID,
  group: 'wears',
  asks: 'Gets every transistor enough base current?',
  notAsked: 'no bipolar transistor is in it',
  trail: 'coil',
  check: (context) =>
    context.jobs.flatMap((job) =>
      context.netlist.parts.flatMap((part) => {
        if (!plays(part, 'transistor') || part.job !== job.job.id || !isBipolar(part.spec.type)) return [];
        const { type } = part.spec;
        const base = branchId(part.id, 'base');
        // The pin at its lowest, the resistor at its highest: that share of the base current is sure.
        const sure = (1 - PIN_TOLERANCE) / (1 + RESISTOR_TOLERANCE);
        // The least base current with the pin high; that of a low pin is none.
        let baseA = Infinity;
        for (const { solution } of everyState(job)) {
          const flowing = context.amps(solution, base);
          if (flowing > 1e-6) baseA = Math.min(baseA, flowing);
        }
        if (!Number.isFinite(baseA)) return [];
        const { switchedA } = part.spec;
        const value = switchedA / (baseA * sure);
        return [
          judge(ID, {
            severity: 'caution',
            job: job.job.id,
            subject: partSubject(part),
            value,
            limit: type.forcedGain,
            unit: '',
            title: `${part.tag} carries ${figures(value)} times its base current; to saturate it may carry ${figures(type.forcedGain)} times`,
            detail: value > type.forcedGain ? 'half on, it takes volts from the coil and heats itself' : type.name,
            working: {
              formula: 'I_C / (I_B · k) ≤ β_forced',
              given: [
                {
                  symbol: 'I_C',
                  meaning: 'coil, at most',
                  value: switchedA,
                  unit: 'A',
                  source: computed('highest supply, coldest coil at the low end of its tolerance'),
                },
                {
                  symbol: 'I_B',
                  meaning: 'base, pin and resistor as said',
                  value: baseA,
                  unit: 'A',
                  source: computed('solved'),
                },
                { symbol: 'k', meaning: 'pin 5 % low, resistor 5 % high', value: sure, unit: '', source: fromMemory('usual tolerances') },
                { symbol: 'V_BE', meaning: 'base to emitter', value: type.baseV, unit: 'V', source: ofPart(type.name) },
              ],
              result: { symbol: 'I_C/I_B', meaning: 'gain that is forced on it', value, unit: '', source: computed('quotient') },
              limit: {
                symbol: 'β_forced',
                meaning: 'at which it saturates for sure',
                value: type.forcedGain,
                unit: '',
                source: commonPractice('10 to 20'),
              },
            },
          }),
        ];
      }),
    ),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap(({ at }) => [
        { label: 'Nudge its base resistor to the chosen value', patches: [{ path: ['jobs', at, 'driverOhm'], value: 'auto' }] },
        {
          label: 'Nudge to a MOSFET',
          patches: [
            { path: ['jobs', at, 'driver'], value: 'mosfet-logic-10a' },
            { path: ['jobs', at, 'driverOhm'], value: 'auto' },
          ],
        },
      ]),
};
