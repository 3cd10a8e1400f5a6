/** How thick vehicle wire is over its insulation, at the most. */
import { fromMemory } from './source.ts';

export const OUTSIDE_SOURCE = fromMemory('greatest outside diameters after ISO 6722-1', 'vehicle-wire-outside');

export const WALLS = ['thin', 'thick'] as const;
export type Wall = (typeof WALLS)[number];
/** By section, mm², the greatest diameter with a thin and with a thick wall, mm; none where it is not made so. */
export const VEHICLE_OUTSIDE_MM: readonly (readonly [mm2: number, thin: number | null, thick: number | null])[] = [
  [0.35, 1.4, null],
  [0.5, 1.6, 2.3],
  [0.75, 1.9, 2.5],
  [1, 2.1, 2.7],
  [1.5, 2.4, 3],
  [2.5, 3, 3.6],
  [4, 3.7, 4.4],
  [6, 4.3, 5],
  [10, 6, 6.5],
  [16, 7.2, 8.3],
  [25, 8.7, 10.4],
];

/** The least copper that a wire of an outside has under a wall, mm²: of thinner ones none is so thick; null where none of the table is. */
export const leastInside = (outsideMm: number, wall: Wall): number | null =>
  VEHICLE_OUTSIDE_MM.find((row) => (row[wall === 'thin' ? 1 : 2] ?? 0) >= outsideMm - 1e-9)?.[0] ?? null;
