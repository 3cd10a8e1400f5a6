import { HEATSINKS } from '../kinds/index.ts';
import { computed, fromMemory } from '../reference/index.ts';
import { type Sum, given, numberOf, numeric } from './sum.ts';

export const heatsink: Sum = {
  id: 'heatsink',
  title: 'Heatsink of a solid-state relay',
  about: 'What it may have between its case and the air so that its junction lives.',
  inputs: [
    numeric('ampere', 'Through it', 'A', 10),
    numeric('onV', 'Lost across it', 'V', 1.2, 0.1, 5),
    numeric('air', 'Hottest air', '°C', 40, -20, 100),
    numeric('junction', 'Junction, at most', '°C', 110, 60, 175),
    numeric('case', 'Junction to case, K/W', '', 0.9, 0.01, 20),
    numeric('paste', 'Paste, K/W', '', 0.1, 0, 5),
  ],
  work(values) {
    const [ampere, onV, air, junction, inner, paste] = ['ampere', 'onV', 'air', 'junction', 'case', 'paste'].map((key) =>
      numberOf(values, key),
    ) as [number, number, number, number, number, number];
    const watt = ampere * onV;
    const room = (junction - air) / watt - inner - paste;
    if (room <= 0) return 'No heatsink is enough: the relay itself is too small, or its air too hot.';
    const found = HEATSINKS.find(({ kPerW }) => kPerW <= room);
    const reached = air + watt * (inner + paste + (found?.kPerW ?? room));
    return {
      formula: 'R_sa ≤ (T_j − T_a)/P − R_jc − R_cs, P = V_on · I',
      given: [
        given('I', 'through it', ampere, 'A'),
        given('V_on', 'lost across it', onV, 'V'),
        given('T_a', 'air', air, '°C'),
        given('R_jc', 'K/W', inner, ''),
        given('R_cs', 'K/W', paste, ''),
      ],
      results: [
        given('R_sa', 'at most, K/W', room, '', computed('from the above')),
        given('P', 'heat', watt, 'W', computed('V_on · I')),
        given('T_j', found ? found.name : 'with just that', reached, '°C', fromMemory('usual heatsinks of their size')),
      ],
      notes: [
        found
          ? `Of the shelf: ${found.name}, ${found.kPerW} K/W. Fins upright, with air above and below.`
          : 'None of the shelf is that good: a fan, or two relays.',
      ],
    };
  },
};
