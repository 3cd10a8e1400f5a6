import { standard } from './source.ts';

export const PLUG_FUSE_SOURCE = standard('BS 1362, cartridge fuses of plugs', 'plug-fuses');

/** Current at which they open within 0.4 s, A: of the largest fault loops that IEC 60364-4-41 tables of national practice give at 230 V (from memory); 5 A between its neighbours. */
export const PLUG_OPENS_A: ReadonlyMap<number, number> = new Map([
  [3, 14],
  [5, 28],
  [13, 95],
]);

/** Ratings of cartridge fuses in plugs, A, and what they are usual for. */
export const PLUG_FUSES: readonly (readonly [ratingA: number, use: string])[] = [
  [3, 'up to 700 W at 230 V: lamps, small devices'],
  [5, 'up to 1150 W at 230 V'],
  [13, 'up to 3000 W at 230 V: heaters, kettles'],
];
