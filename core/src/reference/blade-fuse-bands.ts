import { fromMemory } from './source.ts';

export const BLADE_BAND_SOURCE = fromMemory('time–current bands of ISO 8820-3 blade fuses', 'blade-bands');
/** At this share of its rating a blade fuse opens between two times, s; it carries 110 % for 100 h. */
export const BLADE_BANDS: readonly (readonly [share: number, leastS: number, mostS: number])[] = [
  [1.35, 0.75, 600],
  [1.6, 0.25, 50],
  [2, 0.15, 5],
  [3.5, 0.04, 0.5],
  [6, 0.02, 0.1],
];

/** Times between which a fuse opens at a share of its rating, s: straight lines on log axes; null below 135 %, where no surge lasts long enough. */
export function bladeOpens(share: number): { leastS: number; mostS: number } | null {
  const [first] = BLADE_BANDS;
  const last = BLADE_BANDS[BLADE_BANDS.length - 1]!;
  if (share < first![0]) return null;
  // Past the last point the band says only that it opens sooner; how soon at the soonest is not known.
  if (share > last[0]) return { leastS: 0, mostS: last[2] };
  if (share === last[0]) return { leastS: last[1], mostS: last[2] };
  const at = BLADE_BANDS.findIndex(([next]) => next > share);
  const [below, above] = [BLADE_BANDS[at - 1]!, BLADE_BANDS[at]!];
  const way = Math.log(share / below[0]) / Math.log(above[0] / below[0]);
  const between = (a: number, b: number) => a * (b / a) ** way;
  return { leastS: between(below[1], above[1]), mostS: between(below[2], above[2]) };
}

/**
 * Share of its rating that a blade fuse bears for `forS` seconds without opening, at the soonest edge of its band.
 * Past the band's end, where no heat leaves the link in so short a time, the same I²t opens it.
 */
export function bladeBears(forS: number): number {
  const [first] = BLADE_BANDS;
  const last = BLADE_BANDS[BLADE_BANDS.length - 1]!;
  if (forS >= first![1]) return first![0];
  if (forS <= last[1]) return last[0] * Math.sqrt(last[1] / forS);
  const at = BLADE_BANDS.findIndex(([, leastS]) => leastS <= forS);
  const [above, below] = [BLADE_BANDS[at - 1]!, BLADE_BANDS[at]!];
  const way = Math.log(forS / above[1]) / Math.log(below[1] / above[1]);
  return above[0] * (below[0] / above[0]) ** way;
}
