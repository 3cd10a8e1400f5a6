import { COPPER_ALPHA_PER_K, COPPER_SOURCE, computed, copperAtTemperature } from '../reference/index.ts';
import { type Sum, given, numberOf, numeric } from './sum.ts';

export const coil: Sum = {
  id: 'coil',
  title: 'Relay coil',
  about: 'What it draws, and whether it still pulls in hot on a low battery.',
  inputs: [
    numeric('ohm', 'Coil at 20 °C', 'Ω', 85),
    numeric('pull', 'Pulls in at, 20 °C', 'V', 7.2),
    numeric('lowest', 'Lowest supply', 'V', 10.5),
    numeric('highest', 'Highest supply', 'V', 14.8),
    numeric('lost', 'Lost on the way', 'V', 0.2, 0, 100),
    numeric('hot', 'Hottest air', '°C', 50, -60, 150),
    numeric('cold', 'Coldest air', '°C', -20, -60, 100),
    numeric('rise', 'Its own warmth', 'K', 45, 0, 150),
  ],
  work(values) {
    const [ohm20, pull, lowest, highest, lost, hot, cold, rise] = ['ohm', 'pull', 'lowest', 'highest', 'lost', 'hot', 'cold', 'rise'].map(
      (key) => numberOf(values, key),
    ) as [number, number, number, number, number, number, number, number];
    const hotOhm = copperAtTemperature(ohm20, hot + rise);
    const need = (pull * hotOhm) / ohm20;
    const gets = lowest - lost;
    return {
      formula: 'V_pull,hot = V_pull · (1 + α · (T − 20)); I = V / R',
      given: [
        given('R₂₀', 'coil at 20 °C', ohm20, 'Ω'),
        given('V_pull', 'pull-in at 20 °C', pull, 'V'),
        given('T', 'coil, hottest', hot + rise, '°C', computed('air and its own warmth')),
        given('α', 'of copper, per kelvin', COPPER_ALPHA_PER_K, '', COPPER_SOURCE),
      ],
      results: [
        given('V_pull,hot', 'needed to pull in, hot', need, 'V', COPPER_SOURCE),
        given('V', 'it gets at the lowest supply', gets, 'V', computed('supply less what is lost')),
        given('I', 'at the highest supply, coldest', highest / copperAtTemperature(ohm20, cold), 'A', computed('Ohm’s law')),
        given('R_hot', 'coil, hot', hotOhm, 'Ω', COPPER_SOURCE),
      ],
      notes: [gets >= need ? 'It pulls in.' : 'It may not pull in: less wire before it, a cooler place, or a coil that pulls in lower.'],
    };
  },
};
