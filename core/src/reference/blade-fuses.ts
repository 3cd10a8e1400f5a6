import { BOLT_FUSE_RATINGS } from './bolt-fuses.ts';
import { fromMemory, standard } from './source.ts';

export const BLADE_FUSE_SOURCE = standard('ISO 8820-3 series, chosen by the app', 'blade-fuses');
export const BLADE_FUSE_BAND_SOURCE = fromMemory('bands of ISO 8820-3', 'blade-bands');

/** Blade fuse ratings in A with the identification colour of the body. */
export const BLADE_FUSES: readonly (readonly [ratingA: number, colour: string])[] = [
  [1, 'black'],
  [2, 'grey'],
  [3, 'violet'],
  [4, 'pink'],
  [5, 'tan'],
  [7.5, 'brown'],
  [10, 'red'],
  [15, 'blue'],
  [20, 'yellow'],
  [25, 'clear'],
  [30, 'green'],
  [35, 'blue-green'],
  [40, 'orange'],
];

export const BLADE_FUSE_RATINGS: readonly number[] = BLADE_FUSES.map(([rating]) => rating);

/** Share of the rating that opens a blade fuse within 600 s. */
export const BLADE_FUSE_OPENS_AT = 1.35;

/** Smallest stock rating of at least `ampere`; undefined above the series. */
export function bladeFuseAtLeast(ampere: number): number | undefined {
  return BLADE_FUSE_RATINGS.find((rating) => rating >= ampere - 1e-9);
}

/** Smallest blade or, above those, bolt-down fuse of at least `ampere`; undefined above both series. */
export function stockFuseAtLeast(ampere: number): number | undefined {
  return bladeFuseAtLeast(ampere) ?? BOLT_FUSE_RATINGS.find((rating) => rating >= ampere);
}

/** Largest stock rating of at most `ampere`; undefined below the series. */
export function bladeFuseAtMost(ampere: number): number | undefined {
  return BLADE_FUSE_RATINGS.findLast((rating) => rating <= ampere + 1e-9);
}

export function bladeFuseColour(ratingA: number): string | undefined {
  return BLADE_FUSES.find(([rating]) => rating === ratingA)?.[1];
}

/** Cold resistance of a blade fuse, Ω: about 0.1 V at its rating, the middle of data-sheet values. */
export function bladeFuseOhm(ratingA: number): number {
  return 0.1 / ratingA;
}
export const BLADE_FUSE_OHM_SOURCE = fromMemory('about 0.1 V across a blade fuse at its rating');
