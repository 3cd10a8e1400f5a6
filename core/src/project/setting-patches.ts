/** Settings that carry something along when they are changed. */
import { type Patch, applyPatches } from '../document/index.ts';
import { FOOT_M, type Units } from '../quantity/index.ts';
import { type WireSeriesId, noThinner, seriesOf } from '../reference/index.ts';
import type { Design, Settings } from './schema.ts';

/** Buying wire the other way: every size that a person chose becomes the one of the other series that is no thinner. */
export function wireSeriesPatches({ jobs, settings }: Design, series: WireSeriesId): Patch[] {
  const other = (size: number | undefined) => (size === undefined || seriesOf(size) === series ? size : noThinner(series, size));
  const changed = jobs.flatMap(({ wires, wireMm2 }, at) => [
    ...(other(wireMm2) === wireMm2 ? [] : [{ path: ['jobs', at, 'wireMm2'], value: other(wireMm2) }]),
    ...Object.entries(wires).flatMap(([leg, said]): Patch[] => {
      const [sizeMm2, secondMm2] = [other(said.sizeMm2), other(said.secondMm2)];
      if (sizeMm2 === said.sizeMm2 && secondMm2 === said.secondMm2) return [];
      const value = { ...said, ...(sizeMm2 === undefined ? {} : { sizeMm2 }), ...(secondMm2 === undefined ? {} : { secondMm2 }) };
      return [{ path: ['jobs', at, 'wires', leg], value }];
    }),
  ]);
  const sizes = [...new Set(settings.sizes.map((size) => other(size)!))];
  return [
    { path: ['settings', 'wireSeries'], value: series },
    ...(settings.sizes.length > 0 ? [{ path: ['settings', 'sizes'], value: sizes }] : []),
    ...changed,
  ];
}

/** Rolls as wire is sold in: 25 ft, 10 m. */
const ROLL_M: Readonly<Record<Units['lengthUnit'], number>> = { m: 10, ft: 25 * FOOT_M };
/** Measuring the other way: rolls that nobody changed are those that are sold there. */
function lengthUnitPatches({ settings, build }: Design, lengthUnit: Units['lengthUnit']): Patch[] {
  const plain = build.rollM === ROLL_M[settings.lengthUnit];
  return [
    { path: ['settings', 'lengthUnit'], value: lengthUnit },
    ...(plain ? [{ path: ['build', 'rollM'], value: ROLL_M[lengthUnit] }] : []),
  ];
}

/** A change of one setting, with what goes along. */
export function settingPatches<Field extends keyof Settings>(design: Design, field: Field, value: Settings[Field]): Patch[] {
  if (field === 'wireSeries') return wireSeriesPatches(design, value as WireSeriesId);
  if (field === 'lengthUnit') return lengthUnitPatches(design, value as Units['lengthUnit']);
  return [{ path: ['settings', field], value }];
}

/** What a person measures in, as all three go together. */
export const MEASURES = {
  metric: { text: 'metres, °C, mm²', settings: { lengthUnit: 'm', temperatureUnit: 'C', wireSeries: 'metric' } },
  inch: { text: 'feet and inches, °F, AWG', settings: { lengthUnit: 'ft', temperatureUnit: 'F', wireSeries: 'awg' } },
} as const satisfies Record<string, { text: string; settings: Partial<Settings> }>;
export type Measure = keyof typeof MEASURES;

/** A project that somebody begins who measures so. */
export function measuredIn(design: Design, measure: Measure): Design {
  const { settings } = MEASURES[measure];
  const fields = Object.keys(settings) as (keyof typeof settings)[];
  return fields.reduce((now, field) => applyPatches(now, settingPatches(now, field, settings[field])), design);
}
