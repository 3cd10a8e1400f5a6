import { signalPartId } from '../wiring/index.ts';
import {
  THERMOCOUPLE_LEADS,
  THERMOCOUPLE_MOST_C,
  THERMOCOUPLE_MOST_SOURCE,
  THERMOCOUPLE_SOURCE,
  THERMOCOUPLE_TYPES,
  computed,
  entered,
  swappedReadingC,
  thermocoupleMv,
} from '../reference/index.ts';
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
  asks: 'Are the leads of the thermocouple right, and does it bear what it measures?',
  notAsked: 'no temperature controller drives it',
  check: (context) =>
    context.design.signals.flatMap((signal, at) => {
      const job = context.jobs.find(({ evidence }) => evidence.signals.includes(signal.id));
      if (!isRegulator(signal) || !job) return [];
      const type = signal.thermocouple;
      const swapped = signal.polarity === 'swapped';
      const value = swapped ? swappedReadingC(type, HOT_C, COLD_C) : HOT_C;
      const leads = THERMOCOUPLE_LEADS[type];
      const most = THERMOCOUPLE_MOST_C[type];
      const set = signal.setC;
      return [
        judge(ID, {
          code: 'range',
          severity: 'danger',
          job: job.job.id,
          subject: { kind: 'part', id: signalPartId(signal.id), label: signal.name },
          value: set,
          limit: most,
          unit: '°C',
          title:
            set > most
              ? `${signal.name}: a thermocouple of type ${type} is for ${context.says(most, '°C')}, and ${context.says(set, '°C')} is set`
              : `${signal.name}: type ${type} is for up to ${context.says(most, '°C')}`,
          detail: set > most ? 'it drifts, reads too cold and breaks: one of a type that bears it' : `${context.says(set, '°C')} is set`,
          working: {
            formula: 'T_set ≤ T_most',
            given: [],
            result: { symbol: 'T_set', meaning: signal.name, value: set, unit: '°C', source: entered(`signals[${at}].setC`) },
            limit: { symbol: 'T_most', meaning: `of type ${type}`, value: most, unit: '°C', source: THERMOCOUPLE_MOST_SOURCE },
          },
        }),
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
        ? finding.code === 'range'
          ? THERMOCOUPLE_TYPES.filter((type) => THERMOCOUPLE_MOST_C[type] >= finding.value).map((type) => ({
              label: `Nudge to a thermocouple of type ${type}`,
              patches: [{ path: ['signals', at, 'thermocouple'], value: type }],
            }))
          : [{ label: 'Nudge the two leads about', patches: [{ path: ['signals', at, 'polarity'], value: 'right' }] }]
        : [],
    ),
};
