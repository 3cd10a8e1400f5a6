/** What follows from the kind of a supply. */
import type { Design, Job, Supply } from './schema.ts';
import { supplyIdOf } from './intent.ts';

export type CurrentKind = 'ac' | 'dc';

export function currentOf(supply: Supply): CurrentKind {
  return supply.kind === 'mains' ? 'ac' : supply.kind === 'adapter' ? supply.current : 'dc';
}

/** Two conductors that are both hot, with the neutral halfway. */
export const isTwoHot = (supply: Supply): boolean => supply.kind === 'mains' && supply.nominalV === 240;

export const supplyById = (design: Pick<Design, 'supplies'>, id: string): Supply => design.supplies.find((supply) => supply.id === id)!;

/** The supply that a job's coil or input hangs on. */
export function controlSupplyOf(design: Design, job: Job): Supply {
  return supplyById(design, job.controlSupply === 'same' ? supplyIdOf(design, job) : job.controlSupply);
}

export const loadSupplyOf = (design: Design, job: Job): Supply => supplyById(design, supplyIdOf(design, job));

/** The conductors of a mains supply that a job's contacts break: what its sentence says, or the house, or what two hot ones need. */
export function breaksOf(design: Design, job: Job): 'line' | 'neutral' | 'both' {
  if (job.breaks !== 'auto') return job.breaks;
  const supply = loadSupplyOf(design, job);
  return isTwoHot(supply) || (supply.kind === 'mains' && supply.reversible) ? 'both' : design.settings.mainsBreak;
}

/** Above these a part that one can touch must be out of reach: IEC 60364-4-41, V. */
export const TOUCH_V: Readonly<Record<CurrentKind, number>> = { ac: 50, dc: 120 };

/** Colours of what carries current out and back and of earth: IEC 60445, and North American practice at 120 V and 240 V. */
export function conductorColours(supply: Supply): { out: string; switched: string; back: string; earth: string } {
  if (supply.kind !== 'mains') return { out: 'RD', switched: 'RD/BK', back: supply.kind === 'adapter' ? 'BK' : 'BN', earth: 'GN/YE' };
  if (supply.nominalV === 230) return { out: 'BN', switched: 'BN', back: 'BU', earth: 'GN/YE' };
  return { out: 'BK', switched: 'BK', back: supply.nominalV === 240 ? 'RD' : 'WH', earth: 'GN' };
}
