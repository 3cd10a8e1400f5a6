/** Which supply does what in a job. */
import { type Supply, isCharged, isMains, isTwoHot, supplyFacets } from '../kinds/index.ts';
import type { Design, Job } from './schema.ts';
import { supplyById, supplyIdOf } from './hangs-on.ts';
import { stringA } from './load.ts';
import { DC_PROTECTIONS, type Protection, VEHICLE_FUSE_V, usualRatings } from '../reference/index.ts';

/** Whether a supply is the mains; of none, no. */
export const hangsOnMains = (design: Pick<Design, 'supplies'>, supply: string | null): boolean =>
  design.supplies.some((own) => own.id === supply && isMains(own));

export const loadSupplyOf = (design: Design, job: Job): Supply => supplyById(design, supplyIdOf(design, job));

/** The conductors of a mains supply that a job's contacts break: what its sentence says, or the house, or what two hot ones need. */
export function breaksOf(design: Design, job: Job): 'line' | 'neutral' | 'both' {
  if (job.breaks !== 'auto') return job.breaks;
  const supply = loadSupplyOf(design, job);
  return isTwoHot(supply) || supplyFacets(supply).reversible(supply) ? 'both' : design.settings.mainsBreak;
}

/** What a short of a battery comes to that a vehicle's fuse can no longer be trusted with, A (from memory: banks of lithium cells). */
const BANK_A = 4000;
/** The fuse that a circuit of direct current begins with: a vehicle's own, or one of high breaking capacity. */
export const usualGuard = ({ restV, highestV, internalOhm }: Supply): 'blade' | 'high-breaking' =>
  highestV > VEHICLE_FUSE_V || restV / internalOhm > BANK_A ? 'high-breaking' : 'blade';

/** Whether what a job takes of the mains comes into its box by one cord. */
export function entersByCord({ places }: Pick<Design, 'places'>, supply: Supply, place: string): boolean {
  return isMains(supply) && supply.place !== place && places.find(({ id }) => id === place)?.oneCord === true;
}

/** What lines take of a supply together, A. */
const runningA = ({ nominalV }: Supply, lines: Job['loads']): number =>
  lines.reduce((sum, load) => sum + (isCharged(load) ? 0 : load.count * stringA(load, nominalV)), 0);

/** What guards a job that goes over to a supply: what it has where that is for it, and breaks enough; else the usual. */
export function protectionOn(
  design: Pick<Design, 'places'>,
  supply: Supply,
  { protection: known, device, loads }: Pick<Job, 'protection' | 'device' | 'loads'>,
): Protection {
  const usual = usualProtection(supply, entersByCord(design, supply, device.place) ? runningA(supply, loads) : null);
  const isDirect = DC_PROTECTIONS.some((one) => one === known);
  if (!isMains(supply)) return !isDirect || usual !== 'blade' ? usual : known;
  const isForeign = isDirect || (known === 'plug' && !hasFusedPlugs(supply)) || (known === 'cartridge' && isTwoHot(supply));
  return isForeign ? usual : known;
}

const hasFusedPlugs = (supply: Supply): boolean => supplyFacets(supply).fusedPlugs?.(supply) === true;
/** Running behind a fuse of 10 A in a box, the largest of 5 × 20 mm, with a quarter of headroom, A. */
const IN_BOX_A = 8;

/**
 * What guards a circuit of a supply where nobody said otherwise. Where plugs have no fuse, what comes into a box by a cord has one in
 * there (common practice): no breaker of a branch is as small as a lamp's relay needs. `boxA` is what runs in it, null where it is in none.
 */
export function usualProtection(supply: Supply, boxA: number | null = null): Protection {
  if (!isMains(supply)) return usualGuard(supply);
  if (hasFusedPlugs(supply)) return 'plug';
  return boxA !== null && boxA <= IN_BOX_A && !isTwoHot(supply) ? 'cartridge' : 'breaker-c';
}

/** Ratings of what guards circuits of a supply, as one buys them there, rising, A. */
export const ratingsFor = (supply: Supply, protection: Protection): readonly number[] =>
  usualRatings(protection, isMains(supply) && !hasFusedPlugs(supply));
