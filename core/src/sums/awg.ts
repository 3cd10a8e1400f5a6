import { awgAreaMm2, awgDiameterMm, awgName, computed, nearestAwg, standard } from '../reference/index.ts';
import { type Sum, choice, given, numberOf, numeric, onlyWhen } from './sum.ts';

const ASTM = standard('ASTM B258');

export const awg: Sum = {
  id: 'awg',
  title: 'AWG and mm²',
  about: 'A gauge as a section, or the gauge nearest to a section.',
  inputs: [
    choice('known', 'Known', [
      ['awg', 'the gauge'],
      ['area', 'the section'],
    ]),
    onlyWhen(
      'known',
      ['awg'],
      choice(
        'gauge',
        'Gauge',
        Array.from({ length: 28 }, (_, at) => [String(at - 3), awgName(at - 3)] as const),
        '12',
      ),
    ),
    onlyWhen('known', ['area'], numeric('area', 'Section', 'mm²', 2.5, 0.01, 200)),
  ],
  work(values) {
    const known = values.known === 'awg';
    const gauge = known ? Number(values.gauge) : nearestAwg(numberOf(values, 'area'));
    const own = awgAreaMm2(gauge);
    return {
      formula: 'd = 0.127 mm · 92^((36 − n)/39), A = π/4 · d²',
      given: [known ? given('n', awgName(gauge), gauge, '') : given('A', 'section', numberOf(values, 'area'), 'mm²')],
      results: [
        ...(known
          ? [given('A', `section of ${awgName(gauge)}`, own, 'mm²', ASTM)]
          : [given('n', `nearest: ${awgName(gauge)}`, gauge, '', ASTM)]),
        given('d', 'diameter of the solid conductor', awgDiameterMm(gauge) / 1000, 'm', ASTM),
        ...(known ? [] : [given('A_n', `section of ${awgName(gauge)}`, own, 'mm²', computed('of that gauge'))]),
      ],
      notes: known
        ? []
        : [
            own < numberOf(values, 'area')
              ? 'That gauge is thinner than the section: take the next one up where it must bear as much.'
              : 'That gauge is no thinner than the section.',
          ],
    };
  },
};
