import { standard } from './source.ts';

/** Preferred values of resistors. */
export const PREFERRED_SOURCE = standard('IEC 60063, E12 and E24', 'preferred-values');
