import { circle, path } from '../glyph.ts';
import { filament } from './filament.ts';
import type { LoadFacets } from './kind.ts';
import { IN_SERIES, OWN_CUT_OUT, unitFields, unitSchema } from './plain.ts';

/** A lamp that is there for its warmth: starts and wears a contact as a lamp does, and sets fire to what it is too near as a heater does. */
export const heatLamp = {
  ...filament,
  kind: 'heat-lamp',
  title: 'heat lamp',
  schema: unitSchema('heat-lamp'),
  fields: [...unitFields(), IN_SERIES, OWN_CUT_OUT],
  glyph: {
    half: 15,
    room: 60,
    shapes: (h) => [circle('box', 0, 0, h), path('mark', 'M-10.6 -10.6 l21.2 21.2 M10.6 -10.6 l-21.2 21.2 M-6 -7 h12 M-6 7 h12')],
  },
  heats: true,
} as const satisfies LoadFacets<'heat-lamp'>;
