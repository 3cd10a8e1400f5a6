import {
  AMPACITY_SOURCE,
  BUNDLE_SOURCE,
  CORD_AMPACITY,
  CORD_AMPACITY_SOURCE,
  NEC_AMPACITY,
  NEC_AMPACITY_SOURCE,
  NEC_COLUMNS_C,
  NEC_SMALL_CONDUCTOR_A,
  type NecColumn,
  ambientFactor,
  awgName,
  bundleFactor,
  necBundleFactor,
  NEC_BUNDLE_SOURCE,
  computed,
  necAmpacity,
  sizeName,
  tableAmpacity,
} from '../reference/index.ts';
import { type Sum, WIRE_CHOICES, choice, given, numberOf, numeric, onlyWhen } from './sum.ts';

const FAMILY_MAX_C = { vehicle: 105, cord: 70 } as const;

export const ampacity: Sum = {
  id: 'ampacity',
  title: 'What a wire bears',
  about: 'By its insulation and code, the air around it, and the wires beside it.',
  inputs: [
    choice('family', 'Code', [
      ['vehicle', 'vehicle and boat practice, 105 °C'],
      ...NEC_COLUMNS_C.map((column) => [`nec${column}`, `NEC, ${column} °C insulation`] as const),
      ['cord', 'flexible cord'],
    ]),
    onlyWhen('family', ['vehicle'], choice('metric', 'Wire', WIRE_CHOICES, '2.5')),
    onlyWhen(
      'family',
      NEC_COLUMNS_C.map((column) => `nec${column}`),
      choice(
        'gauge',
        'Gauge',
        NEC_AMPACITY.map(([awg]) => [String(awg), awgName(awg)] as const),
        '12',
      ),
    ),
    onlyWhen(
      'family',
      ['cord'],
      choice(
        'cord',
        'Cord',
        CORD_AMPACITY.map(([sizeMm2]) => [String(sizeMm2), sizeName(sizeMm2)] as const),
        '1.5',
      ),
    ),
    numeric('celsius', 'Hottest air', '°C', 40, -40, 104),
    numeric('bundle', 'Loaded circuits in the bundle', '', 1, 1, 9),
  ],
  work(values) {
    const celsius = numberOf(values, 'celsius');
    const family = String(values.family);
    const circuits = Math.ceil(numberOf(values, 'bundle'));
    const nec = family.startsWith('nec');
    const k2 = nec ? necBundleFactor(circuits) : bundleFactor(circuits);
    const bundle = given('k_bundle', 'wires beside it', k2, '', nec ? NEC_BUNDLE_SOURCE : BUNDLE_SOURCE);
    if (family.startsWith('nec')) {
      const column = Number(family.slice(3)) as NecColumn;
      if (celsius >= column) return `Air at ${celsius} °C leaves no room under ${column} °C insulation.`;
      const awg = Number(values.gauge);
      const at30 = necAmpacity(awg, column, 30);
      const cap = NEC_SMALL_CONDUCTOR_A.get(awg);
      return {
        formula: 'I_z = I_table · √((T_max − T_a)/(T_max − 30)) · k_bundle',
        given: [
          given('I_table', `${awgName(awg)}, ${column} °C`, at30, 'A', NEC_AMPACITY_SOURCE),
          given('T_a', 'hottest air', celsius, '°C'),
          bundle,
        ],
        results: [given('I_z', 'it bears', necAmpacity(awg, column, celsius) * k2, 'A', computed('product'))],
        notes: cap === undefined ? [] : [`Whatever the column says, its fuse or breaker is at most ${cap} A (NEC 240.4(D), from memory).`],
      };
    }
    const max = FAMILY_MAX_C[family as keyof typeof FAMILY_MAX_C];
    if (celsius >= max) return `Air at ${celsius} °C leaves no room under ${max} °C insulation.`;
    const isCord = family === 'cord';
    const table = isCord
      ? CORD_AMPACITY.find(([sizeMm2]) => sizeMm2 === Number(values.cord))![1]
      : tableAmpacity('vehicle', Number(values.metric));
    const k1 = isCord ? Math.sqrt((max - celsius) / (max - 30)) : ambientFactor('vehicle', celsius);
    return {
      formula: 'I_z = I_table · √((T_max − T_a)/(T_max − 30)) · k_bundle',
      given: [
        given('I_table', 'at 30 °C', table, 'A', isCord ? CORD_AMPACITY_SOURCE : AMPACITY_SOURCE),
        given('k_ambient', `at ${celsius} °C, insulation to ${max} °C`, k1, '', computed('heat balance of the insulation')),
        bundle,
      ],
      results: [given('I_z', 'it bears', table * k1 * k2, 'A', computed('product'))],
      notes: isCord ? ['Mains cords: a closed box, strain relief at both ends, and local codes and licensed practice first.'] : [],
    };
  },
};
