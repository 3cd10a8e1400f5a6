import { circle } from '../glyph.ts';
import type { LoadFacets } from './kind.ts';
import { resistive, unitFields, unitSchema } from './plain.ts';

/** The primary of a transformer with its load on it: an iron core that remembers how it was switched off. */
export const transformer = {
  ...resistive,
  kind: 'transformer',
  title: 'transformer',
  schema: unitSchema('transformer'),
  fields: unitFields('Its rating'),
  glyph: { half: 22, room: 66, shapes: () => [circle('box', 0, -8, 13), circle('mark', 0, 8, 13)] },
  // From memory: worst when it is switched at the voltage's zero crossing, for half a cycle of 50 or 60 Hz.
  surge: { least: 10, most: 40, leastS: 0.008, mostS: 0.01, why: 'its iron saturates in the first half cycle' },
  contact: 'solenoid',
  derating: 0.4,
  currents: ['ac'],
  otherCurrent: 'direct current meets nothing but the copper of its winding, and burns it',
  startsHard: true,
  phaseAngle: false,
  secondary: 'apart',
  // The copper of the primary: a tenth to a fiftieth of what it takes with its load on, from memory.
  ohms: { least: 1 / 50, most: 1 / 10 },
} as const satisfies LoadFacets<'transformer'>;
