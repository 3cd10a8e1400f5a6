import { LOAD_KINDS } from '../design/schema.ts';
import { LOAD_KIND_NAMES } from '../design/load.ts';
import { BLADE_BAND_SOURCE, bladeOpens } from '../reference/blade-fuse-bands.ts';
import { BLADE_FUSE_RATINGS } from '../reference/blade-fuses.ts';
import { LOAD_SURGE, SURGE_SOURCE } from '../reference/load-surge.ts';
import { computed } from '../reference/source.ts';
import { choice, given, numberOf, numeric, type Sum } from './sum.ts';

export const surge: Sum = {
  id: 'surge',
  title: 'Surge at switch-on',
  about: 'How far and how long a load goes above its running current, and what a blade fuse makes of it.',
  inputs: [
    choice(
      'kind',
      'Kind',
      LOAD_KINDS.map((kind) => [kind, LOAD_KIND_NAMES[kind]] as const),
      'motor',
    ),
    numeric('ampere', 'Running current', 'A', 8),
    choice(
      'fuse',
      'Blade fuse',
      BLADE_FUSE_RATINGS.map((rating) => [String(rating), `${rating} A`] as const),
      '15',
    ),
  ],
  job: (values) => ({
    load: { kind: values.kind as (typeof LOAD_KINDS)[number], unit: 'A', value: numberOf(values, 'ampere'), ratedV: 12 },
    fuseA: Number(values.fuse),
  }),
  work(values) {
    const ampere = numberOf(values, 'ampere');
    const rating = Number(values.fuse);
    const { least, most, leastS, mostS, why } = LOAD_SURGE[values.kind as (typeof LOAD_KINDS)[number]];
    const peak = most * ampere;
    const opens = bladeOpens(peak / rating);
    const risky = opens !== null && opens.leastS < mostS;
    return {
      formula: 'I_peak = k · I_b; the fuse outlasts it where t_open > t',
      given: [
        given('I_b', 'running', ampere, 'A'),
        given('k', `times the running current, from ${least} to`, most, '', SURGE_SOURCE),
        given('I_n', 'fuse', rating, 'A'),
      ],
      results: [
        given('I_peak', 'at most', peak, 'A', SURGE_SOURCE),
        given('t', leastS > 0 ? 'at the longest' : 'at most', mostS, 's', SURGE_SOURCE),
        ...(opens
          ? [given('t_open', 'the fuse opens after, soonest', opens.leastS, 's', BLADE_BAND_SOURCE)]
          : [given('I/I_n', 'of the fuse’s rating: no surge lasts long enough to open it', peak / rating, '', computed('below 135 %'))]),
      ],
      notes: [
        `${why[0]!.toUpperCase()}${why.slice(1)}.`,
        risky ? 'The fuse may open at switch-on: a slower fuse or a larger one, if the wire bears it.' : 'The fuse outlasts the surge.',
      ],
    };
  },
};
