import type { LoadKind } from '../design/schema.ts';
import { fromMemory, standard } from './source.ts';

export const CONTACT_DERATING_SOURCE = fromMemory('reliability-handbook practice for a contact with a resistive rating only');
export const CONTACT_CATEGORY_SOURCE = standard('IEC 60947-4-1, categories DC-1, DC-3, DC-5');

/** Share of a resistive contact rating that may be used for a kind of load. */
export const CONTACT_DERATING: Readonly<Record<LoadKind, number>> = {
  heater: 1,
  led: 0.75,
  filament: 0.1,
  motor: 0.2,
  solenoid: 0.4,
};
