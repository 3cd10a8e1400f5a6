import { box, letter, path } from '../glyph.ts';
import type { LoadFacets } from './kind.ts';
import { resistive, unitFields, unitSchema } from './plain.ts';

/**
 * A power supply, a radio, a charger, a computer: a converter inside keeps its power, so that it takes more current
 * when its supply sags. Below about half of its rated voltage it drops out (from memory), and takes no more than there.
 */
export const electronics = {
  ...resistive,
  kind: 'electronics',
  title: 'power supply or other electronics',
  schema: unitSchema('electronics'),
  fields: unitFields('Its power', [
    { value: 'W', text: 'W' },
    { value: 'A', text: 'A' },
  ]),
  takes: { as: 'power', dropsOutBelow: 0.5 },
  glyph: {
    half: 17,
    room: 60,
    shapes: (h) => [box(34, h), path('mark', `M-17 ${h} L17 ${-h}`), letter(-9, '~', true), path('mark', 'M4 8 h9 M4 11 h9')],
  },
  // Common practice for rectifier supplies: the bulk capacitor fills through the line and its thermistor.
  surge: { least: 30, most: 100, leastS: 0.0001, mostS: 0.001, why: 'its capacitors fill through the line alone' },
  contact: 'led',
  derating: 0.75,
  phaseAngle: false,
  leadsAlike: false,
  ohms: null,
} as const satisfies LoadFacets<'electronics'>;
