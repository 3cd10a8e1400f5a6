/** Buying wire the other way: every size that a person chose becomes the one of the other series that is no thinner. */
import type { Patch } from '../document/index.ts';
import { type WireSeriesId, noThinner, seriesOf } from '../reference/index.ts';
import type { Design } from './schema.ts';

export function wireSeriesPatches({ jobs }: Design, series: WireSeriesId): Patch[] {
  const other = (size: number | undefined) => (size === undefined || seriesOf(size) === series ? size : noThinner(series, size));
  const changed = jobs.flatMap(({ wires }, at) =>
    Object.entries(wires).flatMap(([leg, said]): Patch[] => {
      const [sizeMm2, secondMm2] = [other(said.sizeMm2), other(said.secondMm2)];
      if (sizeMm2 === said.sizeMm2 && secondMm2 === said.secondMm2) return [];
      const value = { ...said, ...(sizeMm2 === undefined ? {} : { sizeMm2 }), ...(secondMm2 === undefined ? {} : { secondMm2 }) };
      return [{ path: ['jobs', at, 'wires', leg], value }];
    }),
  );
  return [{ path: ['settings', 'wireSeries'], value: series }, ...changed];
}
