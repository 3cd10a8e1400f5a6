import { LOADS, UNIT_KINDS, type UnitLoad } from '../kinds/index.ts';
import { CONTACT_DERATING_SOURCE, computed } from '../reference/index.ts';
import { type Sum, choice, given, numberOf, numeric } from './sum.ts';

export const contact: Sum = {
  id: 'contact',
  title: 'Contact by kind of load',
  about: 'What a contact with a resistive rating only may switch of something else.',
  inputs: [
    numeric('rating', 'Resistive rating, direct current', 'A', 30),
    choice(
      'kind',
      'Kind of load',
      UNIT_KINDS.map((kind) => [kind, LOADS[kind].title] as const),
      'motor',
    ),
    numeric('ampere', 'Load', 'A', 8),
  ],
  job: (values) => ({
    load: { kind: values.kind as UnitLoad['kind'], unit: 'A', value: numberOf(values, 'ampere'), ratedV: 12 },
  }),
  work(values) {
    const rating = numberOf(values, 'rating');
    const kind = values.kind as UnitLoad['kind'];
    const factor = LOADS[kind].derating;
    const may = rating * factor;
    const load = numberOf(values, 'ampere');
    return {
      formula: 'I_may = I_resistive · k',
      given: [given('I_resistive', 'rating', rating, 'A'), given('k', `for a ${LOADS[kind].title}`, factor, '', CONTACT_DERATING_SOURCE)],
      results: [
        given('I_may', 'may be switched', may, 'A', computed('product')),
        given('I/I_may', 'of it is used', (100 * load) / may, '%', computed('quotient')),
        given('I_needed', 'resistive rating that this load needs', load / factor, 'A', computed('quotient')),
      ],
      notes: [
        load > may
          ? 'Too much for it: a larger relay, or one with a rating of its own for such loads, which wins over this.'
          : 'It bears it. A rating of the part’s own for such loads wins over this.',
        'A rating in volts and amps is two limits that each stand alone; one for alternating current says nothing of direct current.',
      ],
    };
  },
};
