import { signalPartId } from '../wiring/index.ts';
import { THERMOCOUPLE_LEADS, THERMOCOUPLE_SOURCE, computed, entered, swappedReadingC, thermocoupleMv } from '../reference/index.ts';
import { type Rule, judge } from './rule.ts';
import { isRegulator } from '../kinds/index.ts';

const ID = 'thermocouple-polarity';
/** Where the two readings are compared, and the controller's own terminals, °C. */
const HOT_C = 100;
const COLD_C = 25;

/** Changed about, a thermocouple reads colder as it gets hotter: the controller heats on for ever. */
export const thermocouplePolarity: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Are the leads of the thermocouple right?',
  notAsked: 'no temperature controller drives it',
  check: (context) =>
    context.design.signals.flatMap((signal, at) => {
      const job = context.jobs.find(({ evidence }) => evidence.signals.includes(signal.id));
      if (!isRegulator(signal) || !job) return [];
      const type = signal.thermocouple;
      const swapped = signal.polarity === 'swapped';
      const value = swapped ? swappedReadingC(type, HOT_C, COLD_C) : HOT_C;
      const leads = THERMOCOUPLE_LEADS[type];
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: { kind: 'part', id: signalPartId(signal.id), label: signal.name },
          value,
          limit: COLD_C,
          unit: '°C',
          sense: 'at least',
          title: swapped
            ? `${signal.name}: the thermocouple is the wrong way round, ${context.says(HOT_C, '°C')} reads ${context.says(value, '°C')}`
            : `${signal.name}: type ${type}, ${leads.iec} (IEC) or ${leads.ansi} (ANSI)`,
          detail: swapped ? 'it reads colder as it gets hotter, and the controller heats on for ever' : leads.magnet,
          working: {
            formula: 'E = E(T_hot) − E(T_cold); swapped, −E',
            given: [
              { symbol: 'T_hot', meaning: 'at the junction', value: HOT_C, unit: '°C', source: computed('taken for the comparison') },
              {
                symbol: 'T_cold',
                meaning: 'at the controller’s terminals',
                value: COLD_C,
                unit: '°C',
                source: computed('taken for the comparison'),
              },
              {
                symbol: 'E',
                meaning: `type ${type}, right way round`,
                value: (thermocoupleMv(type, HOT_C) - thermocoupleMv(type, COLD_C)) / 1000,
                unit: 'V',
                source: THERMOCOUPLE_SOURCE,
              },
            ],
            result: { symbol: 'T', meaning: 'what the controller reads', value, unit: '°C', source: entered(`signals[${at}].polarity`) },
            limit: {
              symbol: 'T',
              meaning: 'below its own terminals it reads backwards',
              value: COLD_C,
              unit: '°C',
              source: THERMOCOUPLE_SOURCE,
            },
          },
        }),
      ];
    }),
  nudges: ({ design }, finding) =>
    design.signals.flatMap((signal, at) =>
      isRegulator(signal) && signalPartId(signal.id) === finding.subject.id
        ? [{ label: 'Nudge the two leads about', patches: [{ path: ['signals', at, 'polarity'], value: 'right' }] }]
        : [],
    ),
};
