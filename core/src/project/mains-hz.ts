import { type Supply, supplyFacets } from '../kinds/index.ts';
import type { Settings } from './schema.ts';

/** Cycles a second of a project's mains, Hz: as a person set them, or as is usual where its mains are. */
export function hertzOf({ settings, supplies }: { readonly settings: Settings; readonly supplies: readonly Supply[] }): 50 | 60 {
  const { mainsHz } = settings;
  if (mainsHz !== 'auto') return mainsHz === '50' ? 50 : 60;
  const [usual] = supplies.flatMap((supply) => supplyFacets(supply).usualHz?.(supply) ?? []);
  return usual ?? 50;
}
