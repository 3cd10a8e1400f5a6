import { circle, path } from '../glyph.ts';
import type { LoadFacets } from './kind.ts';
import { IN_SERIES, resistive, unitFields, unitSchema } from './plain.ts';

export const filament = {
  ...resistive,
  kind: 'filament',
  title: 'filament lamp',
  schema: unitSchema('filament'),
  fields: [...unitFields(), IN_SERIES],
  glyph: { half: 15, room: 60, shapes: (h) => [circle('box', 0, 0, h), path('mark', 'M-10.6 -10.6 l21.2 21.2 M10.6 -10.6 l-21.2 21.2')] },
  surge: { least: 10, most: 15, leastS: 0.01, mostS: 0.1, why: 'cold tungsten has a twelfth to a fifteenth of its hot resistance' },
  contact: 'filament',
  derating: 0.1,
  startsHard: true,
  // Tungsten at 20 °C against about 2500 °C, from memory.
  ohms: { least: 1 / 15, most: 1 / 8 },
} as const satisfies LoadFacets<'filament'>;
