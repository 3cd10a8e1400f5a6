import { fromMemory } from './source.ts';

export const CONTACT_DERATING_SOURCE = fromMemory(
  'reliability-prediction practice for a contact with a resistive rating only',
  'contact-derating',
);
export const SURGE_SOURCE = fromMemory('surge of a load by its kind', 'load-surge');

/** How a load starts, as it is told of a kind. */
export interface Surge {
  /** Times the running current, least and most. */
  readonly least: number;
  readonly most: number;
  /** How long it lasts, s, least and most. */
  readonly leastS: number;
  readonly mostS: number;
  readonly why: string;
}
