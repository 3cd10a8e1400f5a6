/** Words of a list as a shop of the place says them. */
import { FOOT_M, formatQuantity } from '../../quantity/index.ts';
import type { Design } from '../../project/index.ts';

/** Widths and studs as they are asked for where wire is sold by gauge: of the sizes that go together in practice (common practice). */
const INCHES: readonly (readonly [RegExp, string])[] = [
  [/200 × 150 × 75 mm/g, '8 × 6 × 3 in'],
  [/100 × 100 × 50 mm/g, '4 × 4 × 2 in'],
  [/6\.3 mm/g, '1/4 in'],
  [/9\.5 mm/g, '3/8 in'],
  [/\bM4\b/g, 'No. 8'],
  [/\bM5\b/g, 'No. 10'],
  [/\b200 mm\b/g, '8 in'],
  [/\b100 mm\b/g, '4 in'],
  [/\bM6\b/g, '1/4 in'],
  [/\bM8\b/g, '5/16 in'],
  [/\bM10\b/g, '3/8 in'],
];
export function asBought({ settings }: Design, words: string): string {
  // A part is marked in °C, wherever it is sold.
  const warm =
    settings.temperatureUnit === 'C'
      ? words
      : words.replace(/(\d+(?:\.\d+)?) °C/g, (marked, degrees: string) => `${formatQuantity(Number(degrees), '°C', settings)} (${marked})`);
  const long =
    settings.lengthUnit === 'm'
      ? warm
      : warm.replace(/(\d+(?:\.\d+)?) m\b/g, (_, metres: string) => formatQuantity(Number(metres), 'm', settings));
  if (settings.wireSeries === 'metric') return long;
  const asSold = INCHES.reduce((text, [metric, inch]) => text.replace(metric, inch), long);
  // A box of one's own, as it was measured.
  return asSold.replace(
    /(\d+(?:\.\d+)?) × (\d+(?:\.\d+)?) × (\d+(?:\.\d+)?) mm/g,
    (_, ...sides: string[]) =>
      `${sides
        .slice(0, 3)
        .map((mm) => Number(((12 * Number(mm)) / (1000 * FOOT_M)).toFixed(1)))
        .join(' × ')} in`,
  );
}
