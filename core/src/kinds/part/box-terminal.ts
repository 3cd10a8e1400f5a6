import { SMALL_PRICES } from '../catalogue/prices.ts';
import type { PartKind } from './kind.ts';

/** Conductors that meet in a box, and what their terminals are marked. */
export const BOX_CONDUCTORS = { line: 'L', 'second hot': 'L2', neutral: 'N', earth: 'PE' } as const;
export type BoxConductor = keyof typeof BOX_CONDUCTORS;

export interface BoxTerminalSpec {
  readonly conductor: BoxConductor;
}

/** Where the conductors of one kind meet in a box of the mains: that of its cord and those of all that leaves it. */
export const boxTerminal: PartKind<'box-terminal', BoxTerminalSpec> = {
  kind: 'box-terminal',
  plays: null,
  title: 'terminal of a box',
  terminalStyle: 'screw clamp, ferrule',
  screwed: () => true,
  pins: () => ['1'],
  model: () => undefined,
  drawn: () => [],
  price: () => SMALL_PRICES['box terminal'],
  faults: () => [],
  endName: ({ tag }) => tag,
  asWires: () => 1,
  listed: ({ spec }) => `Insulated terminal for mains, ${spec.conductor}`,
  gathers: true,
  marked: ({ conductor }) => BOX_CONDUCTORS[conductor],
};
