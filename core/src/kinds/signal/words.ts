/** Words and fields that several natures of signal share. */
import type { Field } from '../../document/index.ts';

export type Rest = 'open' | 'closed';
export const AFTER_CUT = ['off', 'on', 'as it was', 'unknown'] as const;
export type AfterCut = (typeof AFTER_CUT)[number];

export const REST_FIELD = {
  type: 'choice',
  path: ['rest'],
  label: 'Its contact rests',
  choices: [
    { value: 'open', text: 'open: closes when operated' },
    { value: 'closed', text: 'closed: opens when operated' },
  ],
} as const satisfies Field<never>;

/** What one may take through it, A. */
export const limitField = (label: string, most: number) =>
  ({ type: 'number', path: ['limitA'], label, unit: 'A', least: 1e-6, most }) as const satisfies Field<never>;
export const CONTACT_LIMIT = limitField('Its contact may carry', 200);

export const OUTPUT_FIELD = {
  type: 'choice',
  path: ['output'],
  label: 'It switches',
  choices: [
    { value: 'contact', text: 'a contact of two terminals' },
    { value: 'ground', text: 'one terminal to ground' },
  ],
} as const satisfies Field<never>;

/** Tripped or not, of what rests closed. */
export const trippedWord = (on: boolean): string => (on ? 'has tripped' : 'has not tripped');
