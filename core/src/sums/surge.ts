import { LOADS, UNIT_KINDS, type UnitLoad, surgeOf } from '../kinds/index.ts';
import { BLADE_BAND_SOURCE, BLADE_FUSE_RATINGS, SURGE_SOURCE, bladeOpens, computed } from '../reference/index.ts';
import { type Sum, choice, given, numberOf, numeric } from './sum.ts';

export const surge: Sum = {
  id: 'surge',
  title: 'Surge at switch-on',
  about: 'How far and how long a load goes above its running current, and what a blade fuse makes of it.',
  inputs: [
    choice(
      'kind',
      'Kind',
      UNIT_KINDS.map((kind) => [kind, LOADS[kind].title] as const),
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
    load: { kind: values.kind as UnitLoad['kind'], unit: 'A', value: numberOf(values, 'ampere'), ratedV: 12 },
    fuseA: Number(values.fuse),
  }),
  work(values) {
    const ampere = numberOf(values, 'ampere');
    const rating = Number(values.fuse);
    const { least, most, leastS, mostS, why } = surgeOf(values.kind as UnitLoad['kind']);
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
