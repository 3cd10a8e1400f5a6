import { LOAD_KINDS } from '../design/schema.ts';
import { LOAD_KIND_NAMES } from '../design/load.ts';
import { CONTACT_DERATING, CONTACT_DERATING_SOURCE } from '../reference/contact-derating.ts';
import { computed } from '../reference/source.ts';
import { choice, given, numberOf, numeric, type Sum } from './sum.ts';

export const contact: Sum = {
  id: 'contact',
  title: 'Contact by kind of load',
  about: 'What a contact with a resistive rating only may switch of something else.',
  inputs: [
    numeric('rating', 'Resistive rating, direct current', 'A', 30),
    choice(
      'kind',
      'Kind of load',
      LOAD_KINDS.map((kind) => [kind, LOAD_KIND_NAMES[kind]] as const),
      'motor',
    ),
    numeric('ampere', 'Load', 'A', 8),
  ],
  job: (values) => ({
    load: { kind: values.kind as (typeof LOAD_KINDS)[number], unit: 'A', value: numberOf(values, 'ampere'), ratedV: 12 },
  }),
  work(values) {
    const rating = numberOf(values, 'rating');
    const kind = values.kind as (typeof LOAD_KINDS)[number];
    const factor = CONTACT_DERATING[kind];
    const may = rating * factor;
    const load = numberOf(values, 'ampere');
    return {
      formula: 'I_may = I_resistive · k',
      given: [
        given('I_resistive', 'rating', rating, 'A'),
        given('k', `for a ${LOAD_KIND_NAMES[kind]}`, factor, '', CONTACT_DERATING_SOURCE),
      ],
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
