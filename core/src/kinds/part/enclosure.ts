import type { PartKind } from './kind.ts';

/** A box of metal around what carries the mains: its one terminal is for earth. */
export const enclosure: PartKind<'enclosure', Record<string, never>> = {
  kind: 'enclosure',
  plays: null,
  title: 'metal box',
  terminalStyle: 'M4 ring',
  pins: () => ['PE'],
  model: () => undefined,
  drawn: () => [],
  faults: () => [],
  metal: 'PE',
  endName: ({ name }) => `metal of ${name}`,
  listed: () => null,
};
