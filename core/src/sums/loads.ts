import { computed } from '../reference/index.ts';
import { type Sum, choice, given, numberOf, numeric } from './sum.ts';

export const loads: Sum = {
  id: 'loads',
  title: 'Loads in parallel',
  about: 'Currents add; resistances do not. And what a plate means at another voltage.',
  inputs: [
    numeric('count', 'How many', '', 2, 1, 1000),
    choice('unit', 'One takes', [
      ['W', 'in watts'],
      ['A', 'in amps'],
      ['Ω', 'in ohms'],
    ]),
    numeric('plate', 'It says', '', 55),
    numeric('rated', 'Rated at', 'V', 12),
    numeric('volt', 'Run at', 'V', 14.8),
  ],
  job: (values) => ({
    load: {
      kind: 'heater',
      unit: values.unit as 'W' | 'A' | 'Ω',
      value: numberOf(values, 'plate'),
      ratedV: Math.min(numberOf(values, 'rated'), 60),
      count: Math.min(24, Math.max(1, Math.round(numberOf(values, 'count')))),
    },
  }),
  work(values) {
    const [count, plate, rated, volt] = ['count', 'plate', 'rated', 'volt'].map((key) => numberOf(values, key)) as [
      number,
      number,
      number,
      number,
    ];
    const resistance = values.unit === 'W' ? (rated * rated) / plate : values.unit === 'A' ? rated / plate : plate;
    return {
      formula: 'I = n · V / R, P = n · V² / R',
      given: [
        given('R', 'of one, running', resistance, 'Ω', computed('from its plate')),
        given('n', 'of them', count, ''),
        given('V', 'supply', volt, 'V'),
      ],
      results: [
        given('I', 'all together', (count * volt) / resistance, 'A', computed('currents add')),
        given('I₁', 'each', volt / resistance, 'A', computed('Ohm’s law')),
        given('P', 'all together', (count * volt * volt) / resistance, 'W', computed('Joule’s law')),
        given('R_n', 'of all in parallel', resistance / count, 'Ω', computed('R / n')),
      ],
      notes: [
        'Taken as a fixed resistance; a filament draws a little less than that above its rated voltage, a driver a little less current.',
      ],
    };
  },
};
