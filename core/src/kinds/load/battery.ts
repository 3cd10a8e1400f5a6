import { path } from '../glyph.ts';
import { idSchema } from '../../document/index.ts';
import { type LoadFacets, loadBase } from './kind.ts';
import { resistive } from './plain.ts';
import { z } from 'zod';

/** A battery that is charged: a load as long as the job runs, and a source of its own. The plate holds the most that it may take. */
export const battery = {
  ...resistive,
  kind: 'battery',
  title: 'battery to charge',
  schema: z.strictObject({ ...loadBase, kind: z.literal('battery'), count: z.literal(1), supply: idSchema }),
  fields: [
    { type: 'text', path: ['name'], label: 'What' },
    { type: 'reference', path: ['supply'], label: 'Battery', to: 'other-supply' },
    { type: 'number', path: ['plate', 'value'], label: 'Takes at most', unit: 'A', least: 1e-6, most: 1e6 },
  ],
  takes: { as: 'source' },
  glyph: { half: 12, room: 60, shapes: (h) => [path('bar', `M-16 ${-h} h32 M-9 ${-h + 8} h18 M-16 ${-h + 16} h32 M-9 ${h} h18`)] },
  surge: null,
  currents: ['dc'],
  otherCurrent: 'a battery is charged by direct current alone',
  phaseAngle: false,
  leadsAlike: false,
  ohms: null,
} as const satisfies LoadFacets<'battery'>;
