import { AMPACITY_SOURCE, BLADE_FUSE_RATINGS, bladeFuseColour, computed, looseInAir, sizeName, standard } from '../reference/index.ts';
import { type Sum, WIRE_CHOICES, choice, given, numberOf, numeric } from './sum.ts';

export const fuse: Sum = {
  id: 'fuse',
  title: 'Fuse for a wire and a load',
  about: 'The smallest blade fuse that the load leaves whole, and whether the wire stands above it.',
  inputs: [
    numeric('ampere', 'Load, most', 'A', 9.9),
    choice('hours', 'Runs', [
      ['short', 'less than three hours at a time'],
      ['long', 'three hours or more'],
    ]),
    choice('size', 'Thinnest wire', WIRE_CHOICES, '2.5'),
    numeric('celsius', 'Hottest air', '°C', 50, -60, 104),
  ],
  job: (values) => ({
    load: { kind: 'heater', unit: 'A', value: numberOf(values, 'ampere'), ratedV: 14.8 },
    sizeMm2: Number(values.size),
    continuous: values.hours === 'long',
  }),
  work(values) {
    const ampere = numberOf(values, 'ampere');
    const celsius = numberOf(values, 'celsius');
    const factor = values.hours === 'long' ? 1.25 : 1;
    const bears = looseInAir(Number(values.size), celsius);
    const rating = BLADE_FUSE_RATINGS.find((stock) => stock >= factor * ampere);
    if (rating === undefined) return `${(factor * ampere).toFixed(1)} A is above the blade fuses: a bolt-down fuse, or two circuits.`;
    if (rating > bears)
      return `The load asks for ${rating} A, and this wire bears ${bears.toFixed(1)} A: it would burn before the fuse opens. A thicker wire, or less load.`;
    return {
      formula: 'k · I_b ≤ I_n ≤ I_z',
      given: [
        given('I_b', 'load', ampere, 'A'),
        given('k', 'for its hours', factor, '', factor > 1 ? standard('NEC 210.20(A)') : computed('not continuous')),
        given('I_z', `${sizeName(Number(values.size))} at ${celsius} °C`, bears, 'A', AMPACITY_SOURCE),
      ],
      results: [
        given('I_n', `${bladeFuseColour(rating) ?? ''} blade fuse`.trim(), rating, 'A', standard('ISO 8820-3 series')),
        given('I_z − I_n', 'by which the wire stands above it', bears - rating, 'A', standard('IEC 60364-4-43')),
      ],
      notes: ['The fuse is the weakest thing of the circuit, as it must be.'],
    };
  },
};
