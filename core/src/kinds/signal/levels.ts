/** What sensors with two levels share. */
import type { Field } from '../../document/index.ts';
import type { SignalForm } from './kind.ts';

export interface TwoLevels {
  readonly output: 'contact' | 'ground';
}
export const formOf = ({ output }: TwoLevels): SignalForm => output;

/** The facets of a contact that a sensor moves by itself: no hand, no memory, no round of its own. */
export const TWO_LEVELS = {
  form: formOf,
  conductsWhen: () => true,
  rest: () => null,
  momentary: () => false,
  afterCut: () => null,
  roundS: () => null,
} as const;

/** High when it closes on a rise, or opens on a fall. */
export const levelWord = (closesAt: number, opensAt: number, on: boolean): string => (closesAt >= opensAt === on ? 'is high' : 'is low');

export const DELAY_FIELD = {
  type: 'number',
  path: ['delayS'],
  label: 'Delay',
  unit: 's',
  least: 0,
  most: 3600,
} as const satisfies Field<never>;

export const sameLevels = (closes: number, opens: number, path: string) =>
  closes === opens ? [{ path, message: 'must differ from the level at which it closes' }] : [];
