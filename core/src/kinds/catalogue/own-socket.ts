import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { PRICE_FIELD, type OwnCard, ownBase } from './own-card.ts';
import type { SocketKind, SocketType } from './shelf.ts';

/** Relays that are plugged in. What has screws or studs of its own has no socket that one buys. */
const FITS = ['blade', 'blade-wide', 'eight-pin'] as const satisfies readonly SocketKind[];
const FITS_TEXT: Record<(typeof FITS)[number], string> = {
  blade: 'blades of 6.3 mm',
  'blade-wide': 'load blades of 9.5 mm',
  'eight-pin': 'eight round pins',
};

export const ownSocketSchema = z.strictObject({
  ...ownBase,
  form: z.literal('socket'),
  fits: z.enum(FITS),
  /** What each of its receptacles bears, A. */
  terminalA: positive.max(200),
  /** Largest wire that its receptacles or screws take, mm². */
  mostMm2: positive.max(50),
});
export type OwnSocket = z.infer<typeof ownSocketSchema>;

/** The weakest of its kind that is sold: one without a name on it bears less than what its blades do (from memory). */
const USUAL: Record<(typeof FITS)[number], Pick<OwnSocket, 'terminalA' | 'mostMm2'>> = {
  blade: { terminalA: 20, mostMm2: 2.5 },
  'blade-wide': { terminalA: 50, mostMm2: TERMINAL_MOST_MM2.heavy },
  'eight-pin': { terminalA: 10, mostMm2: TERMINAL_MOST_MM2.clamp },
};

export const socketCard = {
  form: 'socket',
  title: 'socket of a relay',
  schema: ownSocketSchema,
  fields: [
    {
      type: 'choice',
      path: ['fits'],
      label: 'It takes a relay with',
      choices: FITS.map((value) => ({ value, text: FITS_TEXT[value] })),
      help: 'which relays are offered it',
    },
    {
      type: 'number',
      path: ['terminalA'],
      label: 'Each receptacle bears',
      unit: 'A',
      least: 0.1,
      most: 200,
      help: 'the largest fuse before it',
    },
    {
      type: 'number',
      path: ['mostMm2'],
      label: 'Takes wire up to',
      unit: 'mm²',
      least: 0.1,
      most: 50,
      help: 'which wire can be crimped into it',
    },
    PRICE_FIELD,
  ],
  usual: {
    terminalA: ({ fits }) => ({ terminalA: USUAL[fits].terminalA }),
    mostMm2: ({ fits }) => ({ mostMm2: USUAL[fits].mostMm2 }),
  },
  begin: (id, name) => ({
    ...{ id, name, form: 'socket', fits: 'blade', price: 0, assumed: ['terminalA', 'mostMm2'] },
    ...USUAL.blade,
  }),
  words: ({ fits, terminalA, mostMm2 }) => `for ${FITS_TEXT[fits]}, ${terminalA} A each, wire up to ${mostMm2} mm²`,
} as const satisfies OwnCard<OwnSocket>;

export const ownSocket = ({ id, name, fits, terminalA, mostMm2, price }: OwnSocket): SocketType => ({
  ...{ id, name, fits, terminalA, mostMm2, price },
});
