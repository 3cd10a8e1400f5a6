/** What the contact of a switch or a sensor is made for: as its maker prints it, or as the list asks of the one that is bought. */
import { z } from 'zod';
import type { Field } from '../../document/index.ts';
import type { CurrentKind } from '../supply/kind.ts';

/** Highest voltage of each kind of current, V: steps in which switches are sold (from memory). */
const MADE_FOR = {
  vehicle: { dc: 32, ac: 32 },
  'dc-60': { dc: 60, ac: 32 },
  'dc-125': { dc: 125, ac: 32 },
  mains: { dc: 30, ac: 250 },
} as const satisfies Readonly<Record<string, Readonly<Record<CurrentKind, number>>>>;
type Made = keyof typeof MADE_FOR;

/** Left out, or `asked`: the list asks for one for its circuit. */
export const madeForSchema = z.enum(['asked', ...(Object.keys(MADE_FOR) as [Made, ...Made[]])]).optional();
export type MadeFor = z.infer<typeof madeForSchema>;

export const MADE_FOR_FIELD = {
  type: 'choice',
  path: ['madeFor'],
  label: 'Its contact is made for',
  unset: 'asked',
  choices: [
    { value: 'asked', text: 'its circuit: the list asks for it' },
    { value: 'vehicle', text: 'vehicles, to 32 V' },
    { value: 'dc-60', text: 'direct current to 60 V' },
    { value: 'dc-125', text: 'direct current to 125 V' },
    { value: 'mains', text: 'the mains, to 250 V' },
  ],
} as const satisfies Field<never>;

/** What is printed on it, V; null where the list asks for it. */
export const printedV = (made: MadeFor | null, current: CurrentKind): number | null =>
  made === null || made === undefined || made === 'asked' ? null : MADE_FOR[made][current];
/** What the list asks for where it has to bear `volt`; null where any switch of a vehicle does. */
export function askedV(volt: number, current: CurrentKind): number | null {
  if (volt <= MADE_FOR.vehicle[current]) return null;
  return current === 'ac'
    ? Math.max(MADE_FOR.mains.ac, volt)
    : ([MADE_FOR['dc-60'].dc, MADE_FOR['dc-125'].dc].find((step) => step >= volt) ?? volt);
}
