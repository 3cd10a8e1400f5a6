import type { LoadKind } from '../design/schema.ts';
import { fromMemory } from './source.ts';

export const CONTACT_DERATING_SOURCE = fromMemory(
  'reliability-prediction practice for a contact with a resistive rating only',
  'contact-derating',
);

/** Share of a resistive contact rating that may be used for a kind of load. */
export const CONTACT_DERATING: Readonly<Record<LoadKind, number>> = {
  heater: 1,
  battery: 1,
  led: 0.75,
  filament: 0.1,
  motor: 0.2,
  solenoid: 0.4,
};
