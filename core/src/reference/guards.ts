import { BLADE_FUSE_RATINGS } from './blade-fuses.ts';
import { BOLT_FUSE_RATINGS } from './bolt-fuses.ts';
import { BREAKER_CURVES } from './breakers.ts';
import { PLUG_FUSES } from './plug-fuses.ts';

/** Preferred ratings of miniature breakers, A: IEC 60898-1, with those of North American panels. */
export const BREAKER_RATINGS: readonly number[] = [6, 10, 13, 15, 16, 20, 25, 30, 32, 35, 40, 45, 50, 60, 63];

export const PROTECTIONS = [
  'blade',
  'breaker',
  'self-resetting',
  'high-breaking',
  'plug',
  'cartridge',
  'breaker-b',
  'breaker-c',
  'breaker-d',
] as const;
export type Protection = (typeof PROTECTIONS)[number];

/** Fuses for batteries that give more than a strip fuse breaks, A: ratings after UL 248-15 (from memory). */
const HIGH_BREAKING_RATINGS: readonly number[] = [
  1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300,
];
/** Cartridges of 5 × 20 mm for the mains, A: IEC 60127-2, of whose ceramic ones these are usual. */
const CARTRIDGE_RATINGS: readonly number[] = [1, 2, 3.15, 4, 5, 6.3, 8, 10];
export const VEHICLE_FUSE_RATINGS: readonly number[] = [...BLADE_FUSE_RATINGS, ...BOLT_FUSE_RATINGS];

/** How a fuse of a vehicle is built: a blade, and above that series a strip that is bolted down. */
export const builtAs = (protection: Protection, ratingA: number): Protection | 'bolt' =>
  protection === 'blade' && ratingA > BLADE_FUSE_RATINGS[BLADE_FUSE_RATINGS.length - 1]! ? 'bolt' : protection;

/** Stock ratings of each kind of protection, rising, A. */
const RATINGS: Readonly<Record<Protection, readonly number[]>> = {
  // Above the blade series the app bolts a strip fuse in.
  blade: VEHICLE_FUSE_RATINGS,
  breaker: BLADE_FUSE_RATINGS,
  'self-resetting': BLADE_FUSE_RATINGS,
  'high-breaking': HIGH_BREAKING_RATINGS,
  plug: PLUG_FUSES.map(([rating]) => rating),
  cartridge: CARTRIDGE_RATINGS,
  'breaker-b': BREAKER_RATINGS,
  'breaker-c': BREAKER_RATINGS,
  'breaker-d': BREAKER_RATINGS,
};
export const ratingsOf = (protection: Protection): readonly number[] => RATINGS[protection];

/** Breakers as panels of North America take them, A: NEC 240.6(A) up to 60 A, from 15 A, the smallest that is usual (common practice). */
const NORTH_AMERICAN_RATINGS: readonly number[] = [15, 20, 25, 30, 35, 40, 45, 50, 60];
/** Ratings that one buys for a panel without looking for them, rising, A: what stands in rails of other countries is another choice. */
export const usualRatings = (protection: Protection, isNorthAmerican: boolean): readonly number[] =>
  isNorthAmerican && curveOf(protection) !== null ? NORTH_AMERICAN_RATINGS : RATINGS[protection];

export const PROTECTION_NAMES: Readonly<Record<Protection, string>> = {
  blade: 'blade fuse',
  breaker: 'thermal breaker',
  'self-resetting': 'thermal breaker that resets itself',
  'high-breaking': 'battery fuse of high breaking capacity',
  plug: 'plug fuse',
  cartridge: 'cartridge fuse in its box',
  'breaker-b': 'breaker, curve B',
  'breaker-c': 'breaker, curve C',
  'breaker-d': 'breaker, curve D',
};

/** Those that close again, by hand or by themselves. */
const RESET: ReadonlySet<string> = new Set<Protection>(['breaker', 'self-resetting', 'breaker-b', 'breaker-c', 'breaker-d']);
export const resetsAtAll = (style: Protection | 'bolt'): boolean => RESET.has(style);
/** Closes again when it has cooled, whatever opened it. */
export const resetsItself = (style: Protection | 'bolt'): boolean => style === 'self-resetting';

/** What guards a circuit of direct current, and what one of the mains. */
export const DC_PROTECTIONS = ['blade', 'breaker', 'self-resetting', 'high-breaking'] as const satisfies readonly Protection[];
export const MAINS_PROTECTIONS = ['plug', 'cartridge', 'breaker-b', 'breaker-c', 'breaker-d'] as const satisfies readonly Protection[];

/** Every rating that a fuse or breaker of the shelf may have, A. */
export const GUARD_RATINGS: readonly number[] = [...new Set(Object.values(RATINGS).flat())].sort((a, b) => a - b);

/** Instantaneous release of a breaker's curve, times its rating: may open from the first, does at the second. */
export function curveOf(protection: Protection): { least: number; most: number } | null {
  const letter = CURVES[protection];
  const found = BREAKER_CURVES.find(([curve]) => curve === letter);
  return found ? { least: found[1], most: found[2] } : null;
}

/** Letter of a breaker's curve; a fuse and a thermal breaker have none. */
const CURVES: Readonly<Partial<Record<Protection, string>>> = { 'breaker-b': 'B', 'breaker-c': 'C', 'breaker-d': 'D' };

/** Times its rating at which a cartridge of 5 × 20 mm opens within half an hour (IEC 60127-2, from memory). */
export const CARTRIDGE_OPENS_AT = 2.1;
/** What opens at no more than this, times its rating, may stand at what its wire bears (IEC 60364-4-43, 433.1). */
const OPENS_IN_TIME = 1.45;
/** What a wire behind a fuse or breaker has to bear, A: its rating, and more where it opens late. */
export const wireForA = (style: Protection | 'bolt', ratingA: number): number =>
  style === 'cartridge' ? (ratingA * CARTRIDGE_OPENS_AT) / OPENS_IN_TIME : ratingA;
