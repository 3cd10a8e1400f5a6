import { computed } from '../reference/index.ts';
import { type Sum, given, numberOf, numeric } from './sum.ts';

export const flat: Sum = {
  id: 'flat',
  title: 'Days until the battery is flat',
  about: 'What a coil, a lamp or an alarm left on does.',
  inputs: [
    numeric('capacity', 'Battery', 'Ah', 70),
    numeric('usable', 'May be used', '%', 50, 1, 100),
    numeric('drain', 'It draws', 'A', 0.15),
    numeric('self', 'Loses by itself a month', '%', 4, 0, 50),
  ],
  work(values) {
    const [capacity, usable, drain, self] = ['capacity', 'usable', 'drain', 'self'].map((key) => numberOf(values, key)) as [
      number,
      number,
      number,
      number,
    ];
    const usableAh = (capacity * usable) / 100;
    // A month of thirty days; self-discharge as a steady current of the same charge.
    const selfA = (capacity * self) / 100 / (30 * 24);
    const days = usableAh / (drain + selfA) / 24;
    return {
      formula: 't = C · u / (I + I_self) / 24',
      given: [
        given('C · u', 'may be used', usableAh, 'Ah', computed('capacity and share')),
        given('I', 'drawn', drain, 'A'),
        given('I_self', 'lost by itself', selfA, 'A', computed('its share over thirty days')),
      ],
      results: [given('t', 'days', days, '', computed('quotient')), given('t_h', 'hours', days * 24, '', computed('24 a day'))],
      notes: [
        usable > 50
          ? 'A lead battery that is drawn below half again and again does not last (common practice).'
          : 'Half of a lead battery may be used without hurting it (common practice).',
      ],
    };
  },
};
