import type { LOAD_KINDS } from '../design/schema.ts';
import { fromMemory } from './source.ts';

export const SURGE_SOURCE = fromMemory('surge of a load by its kind');

export interface Surge {
  /** Times the running current, least and most. */
  readonly least: number;
  readonly most: number;
  /** How long it lasts, s, least and most. */
  readonly leastS: number;
  readonly mostS: number;
  readonly why: string;
}

export const LOAD_SURGE: Readonly<Record<(typeof LOAD_KINDS)[number], Surge>> = {
  heater: { least: 1, most: 1.4, leastS: 0, mostS: 1, why: 'an element is a little lower in resistance while it is cold' },
  filament: { least: 10, most: 15, leastS: 0.01, mostS: 0.1, why: 'cold tungsten has a twelfth to a fifteenth of its hot resistance' },
  led: { least: 30, most: 100, leastS: 0, mostS: 0.001, why: 'its driver’s capacitors fill through the line alone' },
  motor: { least: 4, most: 8, leastS: 0.1, mostS: 1, why: 'it starts from a standstill, where only the armature’s resistance limits it' },
  solenoid: { least: 1, most: 1, leastS: 0, mostS: 0, why: 'no surge when it comes on; a voltage spike when it goes off' },
};
