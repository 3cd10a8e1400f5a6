import { ON_HEADER, type PartKind } from './kind.ts';

export interface BarSpec {
  /** What it is the bar of: `N`, `PE`, `L2`, `−`, `GND`. */
  readonly conductor: string;
}

/** Where the returns of one conductor end: a neutral or earth bar, the minus of an isolated supply, a board's ground. */
export const bar: PartKind<'bar', BarSpec> = {
  kind: 'bar',
  plays: null,
  title: 'bar',
  terminalStyle: ({ conductor }) => (conductor === 'GND' ? ON_HEADER : 'screw clamp, ferrule'),
  pins: () => ['B'],
  model: () => undefined,
  drawn: () => [],
  rail: ({ conductor }) => ({ pin: 'B', side: 'return', label: conductor }),
  faults: () => [],
  zeroPin: 'B',
  // That of a board is called by the board, that of a supply by the supply.
  endName: ({ tag, name, spec: { conductor } }) =>
    tag === conductor ? `${name.slice(name.indexOf(', ') + 2)} ${conductor}` : `${tag} ${conductor}`,
  listed: () => null,
};
