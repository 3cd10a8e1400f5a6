import { path } from '../glyph.ts';
import type { LoadFacets } from './kind.ts';
import { resistive, unitFields, unitSchema } from './plain.ts';

export const led = {
  ...resistive,
  kind: 'led',
  title: 'LED lamp',
  schema: unitSchema('led'),
  fields: unitFields(),
  glyph: {
    half: 14,
    room: 60,
    shapes: (h) => [path('box', `M-12 ${-h} h24 l-12 ${2 * h} z`), path('mark', `M-12 ${h} H12 M12 -2 l8 -6 M12 6 l8 -6`)],
  },
  surge: { least: 30, most: 100, leastS: 0.0001, mostS: 0.001, why: 'its driver’s capacitors fill through the line alone' },
  contact: 'led',
  derating: 0.75,
  phaseAngle: false,
  leadsAlike: false,
  ohms: null,
} as const satisfies LoadFacets<'led'>;
