import {
  AMPACITY_SOURCE,
  computed,
  conductorTemperature,
  copperAtTemperature,
  looseInAir,
  sizeName,
  sizesFrom,
  wireOhmPerM,
  wireOhmSource,
} from '../reference/index.ts';
import { type Sum, choice, given, numberOf, numeric } from './sum.ts';

export const size: Sum = {
  id: 'size',
  title: 'Wire for a drop',
  about: 'The thinnest stock wire that loses no more than you allow and bears its current.',
  inputs: [
    numeric('ampere', 'Current', 'A', 8),
    numeric('length', 'One way', 'm', 4),
    choice('back', 'Current comes back', [
      ['wire', 'by an equal wire'],
      ['chassis', 'through the vehicle’s metal'],
    ]),
    numeric('volt', 'Supply', 'V', 12.7),
    numeric('share', 'May be lost', '%', 3, 0.1, 50),
    numeric('celsius', 'Hottest air', '°C', 40, -60, 100),
  ],
  job: (values) => ({
    load: { kind: 'heater', unit: 'A', value: numberOf(values, 'ampere'), ratedV: Math.min(numberOf(values, 'volt'), 60) },
    wayM: Math.min(numberOf(values, 'length'), 500),
  }),
  work(values) {
    const [ampere, lengthM, volt, share, celsius] = ['ampere', 'length', 'volt', 'share', 'celsius'].map((key) =>
      numberOf(values, key),
    ) as [number, number, number, number, number];
    const ways = values.back === 'wire' ? 2 : 1;
    const budget = (share / 100) * volt;
    const lost = (sizeMm2: number) => {
      const hot = conductorTemperature(ampere, looseInAir(sizeMm2, celsius), { family: 'vehicle', airC: celsius });
      return ampere * copperAtTemperature(wireOhmPerM(sizeMm2)! * lengthM * ways, hot);
    };
    const does = (sizeMm2: number) => looseInAir(sizeMm2, celsius) >= ampere && lost(sizeMm2) <= budget;
    const found = sizesFrom('metric', 'usual').find(does);
    const gauge = sizesFrom('awg', 'usual').find(does);
    if (found === undefined || gauge === undefined)
      return 'No wire up to 95 mm² or 4/0 AWG does that: come nearer with the supply, allow more, or take a higher voltage.';
    return {
      formula: 'I · R(T) · L · n ≤ b · V, and I ≤ I_z',
      given: [
        given('I', 'current', ampere, 'A'),
        given('L · n', 'wire there and back', lengthM * ways, 'm'),
        given('b · V', 'may be lost', budget, 'V', computed(`${share} % of the supply`)),
        given('T_a', 'hottest air', celsius, '°C'),
      ],
      results: [
        given('S', sizeName(found), found, 'mm²', wireOhmSource(found)),
        given('ΔV', 'lost with it, warm', lost(found), 'V', computed('solved for its own warmth')),
        given('I_z', 'it bears', looseInAir(found, celsius), 'A', AMPACITY_SOURCE),
        given('S_AWG', `by gauge: ${sizeName(gauge)}`, gauge, 'mm²', wireOhmSource(gauge)),
        given('ΔV_AWG', 'lost with that, warm', lost(gauge), 'V', computed('solved for its own warmth')),
      ],
      notes: ['Its fuse must stand between the current and what it bears.'],
    };
  },
};
