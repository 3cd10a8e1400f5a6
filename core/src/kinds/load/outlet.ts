import { path } from '../glyph.ts';
import type { LoadFacets } from './kind.ts';
import { resistive, unitFields, unitSchema } from './plain.ts';

/** Something else every day hangs on it: counted as the most that it is to give, taken by a resistance, and nothing is known of its start. */
export const outlet = {
  ...resistive,
  kind: 'outlet',
  title: 'socket outlet',
  schema: unitSchema('outlet'),
  fields: unitFields('One gives up to', [
    { value: 'A', text: 'A' },
    { value: 'W', text: 'W' },
  ]),
  glyph: {
    half: 15,
    room: 60,
    shapes: (h) => [path('line', `M0 ${-h} V-9 M0 6 V${h}`), path('box', 'M-15 6 a15 15 0 0 1 30 0 z'), path('mark', 'M-5 -4 v5 M5 -4 v5')],
  },
  surge: null,
  // A motor or a driver that is plugged in suffers on half waves.
  phaseAngle: false,
  anythingPlugsIn: true,
  leadsAlike: false,
  ohms: null,
} as const satisfies LoadFacets<'outlet'>;
