import { computed } from '../reference/index.ts';
import { angleForPower, phasePowerShare, phaseVoltShare } from '../solve/index.ts';
import { type Sum, choice, given, numberOf, numeric, onlyWhen } from './sum.ts';

export const phaseAngle: Sum = {
  id: 'phase-angle',
  title: 'Phase angle',
  about: 'What a regulator that cuts into each half cycle leaves for a resistance: the voltage on the meter is not the power.',
  inputs: [
    numeric('volt', 'Supply', 'V', 230),
    numeric('watt', 'Heater at that voltage', 'W', 3000),
    choice('known', 'Known is', [
      ['volt', 'the voltage on the load'],
      ['power', 'the power wanted'],
      ['angle', 'the firing angle'],
    ]),
    onlyWhen('known', ['volt'], numeric('out', 'On the load', 'V', 115)),
    onlyWhen('known', ['power'], numeric('share', 'Of full power', '%', 50, 0, 100)),
    onlyWhen('known', ['angle'], numeric('degrees', 'Firing angle, degrees', '', 90, 0, 180)),
  ],
  work(values) {
    const volt = numberOf(values, 'volt');
    const watt = numberOf(values, 'watt');
    const out = numberOf(values, 'out');
    if (values.known === 'volt' && out > volt) return 'More than the supply cannot come out of it.';
    const alpha =
      values.known === 'volt'
        ? angleForPower((out / volt) ** 2)
        : values.known === 'power'
          ? angleForPower(numberOf(values, 'share') / 100)
          : (numberOf(values, 'degrees') * Math.PI) / 180;
    const share = phasePowerShare(alpha);
    return {
      formula: 'V = V₀ · √(1 − α/π + sin 2α/(2π)), P = P₀ · (V/V₀)²',
      given: [given('V₀', 'supply', volt, 'V'), given('P₀', 'at full voltage', watt, 'W')],
      results: [
        given('P', 'in the heater', watt * share, 'W', computed('the square of the voltage')),
        given('V', 'on the load, true effective value', volt * phaseVoltShare(alpha), 'V', computed('closed form')),
        given('α', 'firing angle, degrees', (alpha * 180) / Math.PI, '', computed('from the above')),
        given('P/P₀', 'share of the power', 100 * share, '%', computed('(V/V₀)²')),
      ],
      notes: ['A meter that is not true-RMS shows something else. Resistive loads only: no motors, transformers or drivers.'],
    };
  },
};
