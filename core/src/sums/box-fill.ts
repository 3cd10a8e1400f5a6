import { BOX_FILL_IN3, BOX_FILL_SOURCE, IN3_CM3, computed } from '../reference/index.ts';
import { type Sum, choice, given, numberOf, numeric } from './sum.ts';

export const boxFill: Sum = {
  id: 'box-fill',
  title: 'Box fill',
  about: 'Whether conductors, device and clamps fit a wall box with room for their heat (North American practice).',
  inputs: [
    choice(
      'gauge',
      'Largest wire',
      BOX_FILL_IN3.map(([awg]) => [String(awg), `${awg} AWG`] as const),
      '10',
    ),
    numeric('conductors', 'Conductors that enter or pass', '', 4, 1, 40),
    numeric('devices', 'Devices on a strap (relay, outlet)', '', 1, 0, 6),
    choice('clamps', 'Clamps inside', [
      ['1', 'yes'],
      ['0', 'no'],
    ]),
    numeric('box', 'Box, cubic inches', '', 30.3, 5, 200),
  ],
  work(values) {
    const awg = numberOf(values, 'gauge');
    const each = BOX_FILL_IN3.find(([gauge]) => gauge === awg)![1];
    const [conductors, devices, clamps, box] = ['conductors', 'devices', 'clamps', 'box'].map((key) => numberOf(values, key)) as [
      number,
      number,
      number,
      number,
    ];
    // All earth conductors together count once, a device twice, clamps once.
    const count = conductors + 1 + 2 * devices + clamps;
    const needed = count * each;
    return {
      formula: 'V ≥ (n + 1 + 2 · n_devices + n_clamps) · v',
      given: [
        given('n', 'conductors', conductors, ''),
        given('v', `for each, ${awg} AWG, cubic inches`, each, '', BOX_FILL_SOURCE),
        given('V_box', 'of the box, cubic inches', box, ''),
      ],
      results: [
        given('V', 'needed, cubic inches', needed, '', computed('from the above')),
        given('V', 'needed, cm³', needed * IN3_CM3, '', computed('1 in³ = 16.39 cm³')),
      ],
      notes: [
        needed > box ? 'The box is too small: a deeper one, or an extension ring.' : 'It fits.',
        'All earth conductors together count as one, each device as two, clamps as one. The local code has the last word.',
      ],
    };
  },
};
