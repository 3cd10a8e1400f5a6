/** Preferred values of resistors (IEC 60063). */
export const E12: readonly number[] = [1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2];
export const E24: readonly number[] = [
  1, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2, 2.2, 2.4, 2.7, 3, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8, 7.5, 8.2, 9.1,
];

/** The value of a series nearest by ratio to a positive number. */
export function nearestPreferred(value: number, series: readonly number[] = E12): number {
  const decade = 10 ** Math.floor(Math.log10(value));
  const near = [...series, 10].map((step) => step * decade);
  const best = near.reduce((found, step) => (Math.abs(Math.log(step / value)) < Math.abs(Math.log(found / value)) ? step : found));
  // Products of decimals carry a hair of rounding; no preferred value has more than two figures.
  return Number(best.toPrecision(2));
}

/** The largest value of a series that is no larger than a positive number. */
export function preferredAtMost(value: number, series: readonly number[] = E12): number {
  const decade = 10 ** Math.floor(Math.log10(value) + 1e-12);
  const below = series.filter((step) => step * decade <= value * (1 + 1e-12));
  const best = below.length > 0 ? below[below.length - 1]! * decade : (series[series.length - 1]! * decade) / 10;
  return Number(best.toPrecision(2));
}

/** Every value of a series from one number to another, rising. */
export function preferredFrom(least: number, most: number, series: readonly number[] = E12): number[] {
  const values: number[] = [];
  for (let decade = 10 ** Math.floor(Math.log10(least)); decade <= most; decade *= 10)
    for (const step of series) {
      const value = Number((step * decade).toPrecision(2));
      if (value >= least && value <= most) values.push(value);
    }
  return values;
}
