import { TRACK_SOURCE, trackAmpere } from '../reference/index.ts';
import { type Sum, choice, given, numberOf, numeric } from './sum.ts';

export const track: Sum = {
  id: 'track',
  title: 'Copper track',
  about: 'What a track of a board bears, as on a relay module.',
  inputs: [
    numeric('width', 'Width, mm', '', 3, 0.1, 50),
    choice('copper', 'Copper', [
      ['35', '35 µm'],
      ['70', '70 µm'],
      ['105', '105 µm'],
    ]),
    numeric('rise', 'It may warm by', 'K', 30, 1, 100),
  ],
  work(values) {
    const width = numberOf(values, 'width');
    const copper = numberOf(values, 'copper');
    const rise = numberOf(values, 'rise');
    return {
      formula: 'I = 0.048 · ΔT^0.44 · A^0.725, A in square mil',
      given: [given('w', 'width, mm', width, ''), given('d', 'copper, µm', copper, ''), given('ΔT', 'rise', rise, 'K')],
      results: [given('I', 'outer layer', trackAmpere(width, copper, rise), 'A', TRACK_SOURCE)],
      notes: ['A track inside a board bears half of that. Solder on top helps less than it looks.'],
    };
  },
};
