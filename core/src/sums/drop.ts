import { COPPER_ALPHA_PER_K, COPPER_SOURCE, computed, copperAtTemperature, wireOhmPerM, wireOhmSource } from '../reference/index.ts';
import { type Sum, WIRE_CHOICES, choice, given, numberOf, numeric } from './sum.ts';

export const drop: Sum = {
  id: 'drop',
  title: 'Volts lost in a wire',
  about: 'From its size, its length and its current.',
  inputs: [
    numeric('ampere', 'Current', 'A', 8),
    numeric('length', 'One way', 'm', 4),
    choice('size', 'Wire', WIRE_CHOICES, '2.5'),
    choice('back', 'Current comes back', [
      ['wire', 'by an equal wire'],
      ['chassis', 'through the vehicle’s metal'],
    ]),
    numeric('volt', 'Supply', 'V', 12.7),
    numeric('celsius', 'Copper at', '°C', 40, -60, 200),
  ],
  job: (values) => ({
    load: { kind: 'heater', unit: 'A', value: numberOf(values, 'ampere'), ratedV: Math.min(numberOf(values, 'volt'), 60) },
    wayM: Math.min(numberOf(values, 'length'), 500),
    sizeMm2: Number(values.size),
  }),
  work(values) {
    const [ampere, lengthM, volt, celsius] = ['ampere', 'length', 'volt', 'celsius'].map((key) => numberOf(values, key)) as [
      number,
      number,
      number,
      number,
    ];
    const perM = wireOhmPerM(Number(values.size))!;
    const ways = values.back === 'wire' ? 2 : 1;
    const resistance = copperAtTemperature(perM * lengthM * ways, celsius);
    const lost = ampere * resistance;
    return {
      formula: 'ΔV = I · R₂₀ · L · n · (1 + α · (T − 20))',
      given: [
        given('I', 'current', ampere, 'A'),
        given('L', 'one way', lengthM, 'm'),
        given('n', 'ways that are wire', ways, ''),
        given('R₂₀', 'of one metre at 20 °C', perM, 'Ω', wireOhmSource(Number(values.size))),
        given('α', 'of copper, per kelvin', COPPER_ALPHA_PER_K, '', COPPER_SOURCE),
        given('T', 'copper', celsius, '°C'),
        given('V', 'supply', volt, 'V'),
      ],
      results: [
        given('ΔV', 'lost on the way', lost, 'V', computed('product')),
        given('ΔV/V', 'of the supply', (100 * lost) / volt, '%', computed('quotient')),
        given('P', 'heat in the wire', lost * ampere, 'W', computed('ΔV · I')),
      ],
      notes: [
        lost / volt > 0.1
          ? 'More than a tenth: motors run slow and relays may not pull in.'
          : lost / volt > 0.03
            ? 'More than 3 %: too much for lamps and charging (common practice).'
            : 'Under 3 %: good for lamps and charging (common practice).',
      ],
    };
  },
};
