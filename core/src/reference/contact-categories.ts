import { standard } from './source.ts';

export const CONTACT_CATEGORY_SOURCE = standard('IEC 60947-4-1 and IEC 60947-5-1, utilisation categories', 'contact-categories');

/** What a contact's rating is for. */
export const CONTACT_CATEGORIES: readonly (readonly [category: string, current: string, load: string])[] = [
  ['AC-1', 'alternating', 'resistive or slightly inductive'],
  ['AC-3', 'alternating', 'squirrel-cage motors: starting, switching off while running'],
  ['AC-5a', 'alternating', 'discharge lamps'],
  ['AC-5b', 'alternating', 'filament lamps'],
  ['AC-15', 'alternating', 'coils of contactors and valves'],
  ['DC-1', 'direct', 'resistive or slightly inductive'],
  ['DC-13', 'direct', 'coils of contactors and valves'],
];
