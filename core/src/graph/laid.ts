import type { Design } from '../project/index.ts';
import { type Laid, bundleFactor } from '../reference/index.ts';
import type { Wire } from './netlist.ts';

/** How a wire lies where it is hottest. */
/** Code family that a wire's ampacity is taken from. */
export const familyOf = (settings: Design['settings'], wire: Pick<Wire, 'mains' | 'insulation'>): Laid['family'] =>
  wire.insulation === 'glass' ? 'glass' : wire.mains ? settings.mainsFamily : settings.wireFamily;

export function laidOf(
  { settings, places }: Pick<Design, 'settings' | 'places'>,
  wire: Pick<Wire, 'hotPlace' | 'bundle' | 'mains' | 'insulation'>,
): Laid {
  const airC = places.find(({ id }) => id === wire.hotPlace)!.hottestC;
  return { family: familyOf(settings, wire), airC, bundleFactor: bundleFactor(wire.bundle) };
}
