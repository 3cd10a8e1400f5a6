import type { Design } from '../project/index.ts';
import {
  BUNDLE_SOURCE,
  type Laid,
  type LaidFrom,
  NEC_BUNDLE_SOURCE,
  bundleFactor,
  necBundleFactor,
  keptTo,
  stockOf,
  wireFamily,
} from '../reference/index.ts';
import type { Wire } from './netlist.ts';

/** Code family that a wire's ampacity is taken from. */
export const familyOf = (settings: Design['settings'], wire: Pick<Wire, 'mains' | 'insulation'>): Laid['family'] =>
  wire.insulation === 'glass' ? 'glass' : wire.mains ? settings.mainsFamily : settings.wireFamily;

/** How wires that lie together count, by the code that their ampacity is taken from. */
export const bundleOf = (family: Laid['family']) =>
  wireFamily(family).code === 'NEC'
    ? { factor: necBundleFactor, source: NEC_BUNDLE_SOURCE }
    : { factor: bundleFactor, source: BUNDLE_SOURCE };

/** How a wire lies where it is hottest. */
export function laidOf(
  { settings, places }: Pick<Design, 'settings' | 'places'>,
  wire: Pick<Wire, 'hotPlace' | 'bundle' | 'mains' | 'insulation'>,
): LaidFrom {
  const airC = places.find(({ id }) => id === wire.hotPlace)!.hottestC;
  const family = familyOf(settings, wire);
  const stockMm2 = stockOf(family, settings.wireSeries, settings.thinnest);
  return {
    family,
    airC,
    bundleFactor: bundleOf(family).factor(wire.bundle),
    stockMm2,
    keptMm2: keptTo(stockMm2, settings.sizes),
  };
}
