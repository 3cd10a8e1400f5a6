import { standard } from './source.ts';

export const EARTH_SIZE_SOURCE = standard('IEC 60364-5-54, table 54.2');

/** Least section of an earth conductor beside a line of the same metal, mm² (IEC 60364-5-54, table 54.2). */
export const earthMm2 = (lineMm2: number): number => (lineMm2 <= 16 ? lineMm2 : lineMm2 <= 35 ? 16 : lineMm2 / 2);
