import { computed } from '../reference/index.ts';
import { type Sum, choice, given, numberOf, numeric } from './sum.ts';

/** Each pair of known quantities, as volts and ohms. */
const PAIRS: Readonly<
  Record<
    string,
    {
      text: string;
      solve: (a: number, b: number) => [volt: number, ohm: number];
      units: ['V' | 'A' | 'Ω' | 'W', 'V' | 'A' | 'Ω' | 'W'];
      formula: string;
    }
  >
> = {
  VI: { text: 'volts and amps', units: ['V', 'A'], solve: (v, i) => [v, v / i], formula: 'R = V / I, P = V · I' },
  VR: { text: 'volts and ohms', units: ['V', 'Ω'], solve: (v, r) => [v, r], formula: 'I = V / R, P = V² / R' },
  VP: { text: 'volts and watts', units: ['V', 'W'], solve: (v, p) => [v, (v * v) / p], formula: 'I = P / V, R = V² / P' },
  IR: { text: 'amps and ohms', units: ['A', 'Ω'], solve: (i, r) => [i * r, r], formula: 'V = I · R, P = I² · R' },
  IP: { text: 'amps and watts', units: ['A', 'W'], solve: (i, p) => [p / i, p / (i * i)], formula: 'V = P / I, R = P / I²' },
  RP: { text: 'ohms and watts', units: ['Ω', 'W'], solve: (r, p) => [Math.sqrt(p * r), r], formula: 'V = √(P · R), I = √(P / R)' },
};

export const ohm: Sum = {
  id: 'ohm',
  title: 'Ohm and power',
  about: 'Two of volts, amps, ohms and watts make the other two.',
  inputs: [
    choice(
      'pair',
      'Known',
      Object.entries(PAIRS).map(([key, { text }]) => [key, text] as const),
      'VP',
    ),
    numeric('first', 'The first of them', '', 12),
    numeric('second', 'The second', '', 55),
  ],
  job(values) {
    const [volt, resistance] = PAIRS[String(values.pair)]!.solve(numberOf(values, 'first'), numberOf(values, 'second'));
    return { load: { kind: 'heater', unit: 'Ω', value: resistance, ratedV: Math.min(volt, 60) } };
  },
  work(values) {
    const pair = PAIRS[String(values.pair)]!;
    const [a, b] = [numberOf(values, 'first'), numberOf(values, 'second')];
    const [volt, resistance] = pair.solve(a, b);
    const ampere = volt / resistance;
    const all = [
      given('V', 'voltage', volt, 'V', computed('Ohm’s law')),
      given('I', 'current', ampere, 'A', computed('Ohm’s law')),
      given('R', 'resistance', resistance, 'Ω', computed('Ohm’s law')),
      given('P', 'power', volt * ampere, 'W', computed('Joule’s law')),
    ];
    return {
      formula: pair.formula,
      given: [
        given(pair.units[0] === 'W' ? 'P' : pair.units[0], 'known', a, pair.units[0]),
        given(pair.units[1] === 'W' ? 'P' : pair.units[1], 'known', b, pair.units[1]),
      ],
      results: all.filter(({ unit }) => !pair.units.includes(unit as 'V')),
      notes: [],
    };
  },
};
