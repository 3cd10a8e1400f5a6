import { PREFERRED_SOURCE, computed } from '../reference/index.ts';
import { E12, E24 } from '../quantity/index.ts';
import { type Sum, choice, given, numberOf, numeric } from './sum.ts';

/** Resistors of the lower arm that are tried, Ω: from what an input hardly loads to what a pin drives with ease. */
const LOWER_DECADES = [1e3, 1e4];

export const divider: Sum = {
  id: 'divider',
  title: 'Level divider',
  about: 'Two resistors that bring a signal down to what an input takes, at the worst of their tolerance.',
  inputs: [
    numeric('volt', 'Signal', 'V', 5),
    numeric('most', 'The input takes at most', 'V', 3.6),
    numeric('least', 'It reads high from', 'V', 2.5),
    choice('series', 'Resistors', [
      ['E12', 'E12'],
      ['E24', 'E24'],
    ]),
    numeric('tolerance', 'Their tolerance', '%', 5, 0, 20),
    numeric('load', 'The input’s own resistance', 'Ω', 100_000),
  ],
  work(values) {
    const [volt, most, least, tolerance, load] = ['volt', 'most', 'least', 'tolerance', 'load'].map((key) => numberOf(values, key)) as [
      number,
      number,
      number,
      number,
      number,
    ];
    if (least >= most) return 'The level that reads high must lie below what the input takes.';
    const spread = tolerance / 100;
    const out = (upper: number, lower: number) => {
      const loaded = 1 / (1 / lower + 1 / load);
      return (volt * loaded) / (upper + loaded);
    };
    const series = values.series === 'E24' ? E24 : E12;
    const wanted = (most + least) / 2;
    let best: { upper: number; lower: number; low: number; high: number; off: number } | null = null;
    for (const decade of LOWER_DECADES)
      for (const step of series)
        for (const upperDecade of [decade / 10, decade, decade * 10])
          for (const upperStep of series) {
            const [upper, lower] = [upperStep * upperDecade, step * decade];
            const low = out(upper * (1 + spread), lower * (1 - spread));
            // Without the input's load the level is at its highest.
            const high = (volt * lower * (1 + spread)) / (lower * (1 + spread) + upper * (1 - spread));
            if (low < least || high > most) continue;
            const off = Math.abs((low + high) / 2 - wanted);
            if (!best || off < best.off - 1e-9) best = { upper, lower, low, high, off };
          }
    if (!best) return 'No two resistors of that series keep between those levels: take closer tolerance, or a level shifter.';
    const { upper, lower, low, high } = best;
    return {
      formula: 'V_out = V · R₂/(R₁ + R₂)',
      given: [
        given('V', 'signal', volt, 'V'),
        given('V_most', 'the input takes', most, 'V'),
        given('V_high', 'read as high', least, 'V'),
        given('R_in', 'of the input, beside R₂', load, 'Ω'),
      ],
      results: [
        given('R₁', 'from the signal', upper, 'Ω', PREFERRED_SOURCE),
        given('R₂', 'to ground', lower, 'Ω', PREFERRED_SOURCE),
        given('V_out', 'with both as printed', out(upper, lower), 'V', computed('divider, loaded')),
        given('V_low', 'at the least', low, 'V', computed('R₁ high, R₂ low')),
        given('V_top', 'at the most', high, 'V', computed('R₁ low, R₂ high, input not connected')),
      ],
      notes: ['Good for slow signals one way. What the input takes “absolutely” is no level to work at.'],
    };
  },
};
