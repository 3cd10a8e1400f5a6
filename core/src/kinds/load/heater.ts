import { box, path } from '../glyph.ts';
import type { LoadFacets } from './kind.ts';
import { IN_SERIES, OWN_CUT_OUT, resistive, unitFields, unitSchema } from './plain.ts';

export const heater = {
  ...resistive,
  kind: 'heater',
  title: 'heater',
  schema: unitSchema('heater'),
  fields: [...unitFields(), IN_SERIES, OWN_CUT_OUT],
  glyph: { half: 24, room: 66, shapes: (h) => [box(28, h), path('mark', 'M-6 -12 l12 5 l-12 5 l12 5 l-12 5 l12 5')] },
  surge: { least: 1, most: 1.4, leastS: 0.1, mostS: 1, why: 'an element is a little lower in resistance while it is cold' },
  heats: true,
} as const satisfies LoadFacets<'heater'>;
