/** What an overcurrent device still carries in warm air: what heats its link or its bimetal need not come from the current. */
import type { Protection } from './guards.ts';
import { type Source, fromMemory } from './source.ts';

type Style = Protection | 'bolt';

/** Air in which the rating is given, °C, and the share of it that each further kelvin takes. */
interface Rerating {
  readonly fromC: number;
  readonly perK: number;
}
const LINK: Rerating = { fromC: 25, perK: 0.0015 };
const BIMETAL: Rerating = { fromC: 25, perK: 0.005 };
/** IEC 60898-1 calibrates at 30 °C. */
const MINIATURE: Rerating = { fromC: 30, perK: 0.005 };

const RERATING: Readonly<Record<Style, Rerating>> = {
  blade: LINK,
  bolt: LINK,
  'high-breaking': { fromC: 25, perK: 0.002 },
  breaker: BIMETAL,
  'self-resetting': BIMETAL,
  cartridge: { fromC: 25, perK: 0.002 },
  // Its rating is for a socket in a room; it bears no more air than that.
  plug: { fromC: 25, perK: 0 },
  'breaker-b': MINIATURE,
  'breaker-c': MINIATURE,
  'breaker-d': MINIATURE,
};

export const FUSE_AIR_SOURCE: Source = fromMemory('re-rating of fuse links and of thermal releases, common practice');

/** Share of its rating that a fuse or breaker carries in air of `airC` °C; 1 in the air of its rating and below. */
export function fuseAirFactor(style: Style, airC: number): number {
  const { fromC, perK } = RERATING[style];
  return 1 - perK * Math.max(0, airC - fromC);
}
