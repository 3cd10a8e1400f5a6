import { standard } from './source.ts';

export const PLUG_FUSE_SOURCE = standard('BS 1362, cartridge fuses of plugs', 'plug-fuses');

/** Ratings of cartridge fuses in plugs, A, and what they are usual for. */
export const PLUG_FUSES: readonly (readonly [ratingA: number, use: string])[] = [
  [3, 'up to 700 W at 230 V: lamps, small devices'],
  [5, 'up to 1150 W at 230 V'],
  [13, 'up to 3000 W at 230 V: heaters, kettles'],
];
