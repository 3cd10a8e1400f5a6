import type { PartKind } from './kind.ts';

/** The common return 31: every battery's negative post. It is the reference of its island, 0 V. */
export const returnBus: PartKind<'return-bus', Record<string, never>> = {
  kind: 'return-bus',
  plays: null,
  title: 'return',
  terminalStyle: 'M8 ring',
  pins: () => ['31'],
  model: () => undefined,
  drawn: () => [],
  rail: () => ({ pin: '31', side: 'return', label: '31' }),
  faults: () => [],
  minus: { pin: '31', isolated: false },
  mainReturn: true,
  endName: () => 'battery −',
  listed: () => null,
};
