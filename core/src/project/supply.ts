/** Which supply does what in a job. */
import { type Supply, isMains, isTwoHot, supplyFacets } from '../kinds/index.ts';
import type { Design, Job } from './schema.ts';
import { supplyIdOf } from './intent.ts';
import { DC_PROTECTIONS, type Protection, VEHICLE_FUSE_V } from '../reference/index.ts';

export const supplyById = (design: Pick<Design, 'supplies'>, id: string): Supply => design.supplies.find((supply) => supply.id === id)!;

/** The supply that a job's coil or input hangs on. */
export function controlSupplyOf(design: Design, job: Job): Supply {
  return supplyById(design, job.controlSupply === 'same' ? supplyIdOf(design, job) : job.controlSupply);
}

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

/** What guards a circuit that goes over to a supply: what it has where that is for it, and breaks enough; else the usual. */
export function protectionOn(supply: Supply, known: Protection): Protection {
  const usual = usualProtection(supply);
  const isDirect = DC_PROTECTIONS.some((one) => one === known);
  return isMains(supply) === isDirect || (isDirect && usual !== 'blade') ? usual : known;
}

/** What guards a circuit of a supply where nobody said otherwise. */
export const usualProtection = (supply: Supply): Protection =>
  isMains(supply) ? (supply.nominalV === 230 ? 'plug' : 'breaker-c') : usualGuard(supply);
