import { box, path } from '../glyph.ts';
import type { LoadFacets } from './kind.ts';
import { SUPPRESSED, SUPPRESSOR, resistive, unitFields, unitSchema } from './plain.ts';

export const solenoid = {
  ...resistive,
  kind: 'solenoid',
  title: 'solenoid',
  schema: unitSchema('solenoid'),
  fields: [...unitFields(), SUPPRESSED, SUPPRESSOR],
  glyph: { half: 22, room: 66, shapes: (h) => [box(26, h), path('mark', `M0 ${-h + 5} q12 4 0 9 q12 4 0 9 q12 4 0 9`)] },
  surge: { least: 1, most: 1, leastS: 0, mostS: 0, why: 'no surge when it comes on; a voltage spike when it goes off' },
  contact: 'solenoid',
  inductive: true,
  derating: 0.4,
  phaseAngle: false,
} as const satisfies LoadFacets<'solenoid'>;
