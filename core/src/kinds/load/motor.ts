import { circle, letter } from '../glyph.ts';
import type { LoadFacets } from './kind.ts';
import { OWN_CUT_OUT, SUPPRESSED, SUPPRESSOR, resistive, unitFields, unitSchema } from './plain.ts';

export const motor = {
  ...resistive,
  kind: 'motor',
  title: 'motor',
  schema: unitSchema('motor'),
  fields: [...unitFields(), OWN_CUT_OUT, SUPPRESSED, SUPPRESSOR],
  glyph: { half: 16, room: 60, shapes: (h) => [circle('box', 0, 0, h), letter(0, 'M')] },
  surge: { least: 4, most: 8, leastS: 0.1, mostS: 1, why: 'it starts from a standstill, where only the armature’s resistance limits it' },
  contact: 'motor',
  derating: 0.2,
  inductive: true,
  turns: true,
  startsHard: true,
  phaseAngle: false,
  leadsAlike: false,
  // The armature alone: what it starts with, from memory.
  ohms: { least: 1 / 8, most: 1 / 4 },
} as const satisfies LoadFacets<'motor'>;
