import { circle, path } from '../glyph.ts';
import type { LoadFacets } from './kind.ts';
import { unitFields, unitSchema } from './plain.ts';
import { transformer } from './transformer.ts';

/** One winding on a ring with a slider on it, at full turn: what hangs on the slider is not parted from the line. */
export const variableTransformer = {
  ...transformer,
  kind: 'variable-transformer',
  title: 'variable transformer',
  schema: unitSchema('variable-transformer'),
  fields: unitFields('What hangs on it takes'),
  glyph: { half: 22, room: 72, shapes: () => [circle('box', 0, 0, 15), path('mark', 'M-13 15 L14 -16 M14 -16 l-8 3 M14 -16 l-2 8')] },
  secondary: 'joined',
} as const satisfies LoadFacets<'variable-transformer'>;
