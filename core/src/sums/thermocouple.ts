import {
  THERMOCOUPLE_LEADS,
  THERMOCOUPLE_SOURCE,
  THERMOCOUPLE_TYPES,
  type ThermocoupleType,
  computed,
  swappedReadingC,
  thermocoupleC,
  thermocoupleMv,
} from '../reference/index.ts';
import { type Sum, choice, given, numberOf, numeric, onlyWhen } from './sum.ts';

export const thermocouple: Sum = {
  id: 'thermocouple',
  title: 'Thermocouple',
  about: 'Temperature from millivolts and back, with the meter’s own terminals as the cold junction.',
  inputs: [
    choice(
      'type',
      'Type',
      THERMOCOUPLE_TYPES.map((type) => [type, type] as const),
    ),
    choice('known', 'Known is', [
      ['millivolt', 'the reading in mV'],
      ['celsius', 'the temperature'],
    ]),
    onlyWhen('known', ['millivolt'], numeric('millivolt', 'Reading, mV', '', 3.1, -10, 80)),
    onlyWhen('known', ['celsius'], numeric('celsius', 'Hot junction', '°C', 100, -200, 1400)),
    numeric('cold', 'At the meter’s terminals', '°C', 22, -40, 90),
  ],
  work(values) {
    const type = values.type as ThermocoupleType;
    const cold = numberOf(values, 'cold');
    const hot = values.known === 'celsius' ? numberOf(values, 'celsius') : thermocoupleC(type, numberOf(values, 'millivolt'), cold);
    const coldMv = thermocoupleMv(type, cold);
    const millivolt = thermocoupleMv(type, hot) - coldMv;
    if (Number.isNaN(millivolt)) return `That is past the range of a type ${type}.`;
    const leads = THERMOCOUPLE_LEADS[type];
    const back = swappedReadingC(type, hot, cold);
    const answers =
      values.known === 'celsius'
        ? [given('E', 'on the meter, in mV', millivolt, '', THERMOCOUPLE_SOURCE)]
        : [given('T', 'at the hot junction', hot, '°C', THERMOCOUPLE_SOURCE)];
    return {
      formula: 'E = E(T_hot) − E(T_cold)',
      given: [
        given('T_cold', 'at the terminals', cold, '°C'),
        given('E(T_cold)', 'against 0 °C, in mV', coldMv, '', THERMOCOUPLE_SOURCE),
        given('E(T_hot)', 'against 0 °C, in mV', millivolt + coldMv, '', THERMOCOUPLE_SOURCE),
      ],
      results: [
        ...answers,
        ...(Number.isNaN(back) ? [] : [given('T_wrong', 'read with the leads swapped', back, '°C', computed('−E at the same terminals'))]),
      ],
      notes: [`Type ${type}: ${leads.iec} (IEC), ${leads.ansi} (ANSI); ${leads.magnet}.`],
    };
  },
};
