import { PIN_TOLERANCE, PREFERRED_SOURCE, RESISTOR_TOLERANCE, computed, fromMemory } from '../reference/index.ts';
import { preferredAtMost } from '../quantity/index.ts';
import { type Sum, given, numberOf, numeric } from './sum.ts';

export const base: Sum = {
  id: 'base',
  title: 'Base resistor of a transistor',
  about: 'So that it saturates at the worst, and the pin is not asked for too much.',
  inputs: [
    numeric('coil', 'It switches, most', 'A', 0.2),
    numeric('pin', 'Pin, high', 'V', 5),
    numeric('limit', 'The pin may give', 'A', 0.02),
    numeric('forced', 'Forced gain', '', 20, 5, 100),
    numeric('junction', 'Base to emitter', 'V', 0.75, 0.4, 2),
  ],
  work(values) {
    const [coil, pin, limit, forced, junction] = ['coil', 'pin', 'limit', 'forced', 'junction'].map((key) => numberOf(values, key)) as [
      number,
      number,
      number,
      number,
      number,
    ];
    const needed = coil / forced;
    const room = (1 - PIN_TOLERANCE) * pin - junction;
    if (room <= 0) return 'The pin’s high level does not reach over the junction.';
    const ohm = preferredAtMost(room / needed / (1 + RESISTOR_TOLERANCE));
    const taken = (pin - junction) / ohm;
    return {
      formula: 'R_B ≤ (V_pin · 0.95 − V_BE) / (I_C/β_forced) / 1.05',
      given: [
        given('I_C', 'switched', coil, 'A'),
        given('β_forced', 'at which it saturates for sure', forced, ''),
        given('V_pin', 'high', pin, 'V'),
        given('V_BE', 'base to emitter', junction, 'V', fromMemory()),
      ],
      results: [
        given('R_B', 'next preferred value below', ohm, 'Ω', PREFERRED_SOURCE),
        given('I_B', 'needed', needed, 'A', computed('I_C/β_forced')),
        given('I_pin', 'taken from the pin', taken, 'A', computed('(V_pin − V_BE)/R_B')),
      ],
      notes: [
        taken > limit
          ? 'More than the pin may give: a MOSFET for logic levels takes none, a darlington far less.'
          : 'The pin gives that. A resistor of 10 kΩ from base to emitter holds it off while the controller boots.',
      ],
    };
  },
};
