import type { PartKind } from './kind.ts';

export interface ReturnBusSpec {
  /** The battery whose minus it is; null for the return of them all. */
  readonly of: string | null;
}

/** The common return 31: every battery's negative post, or that of one that has its own. It is the reference of its island, 0 V. */
export const returnBus: PartKind<'return-bus', ReturnBusSpec> = {
  kind: 'return-bus',
  plays: null,
  title: 'return',
  terminalStyle: 'M8 ring',
  pins: () => ['31'],
  model: () => undefined,
  drawn: () => [],
  rail: ({ of }) => ({ pin: '31', side: 'return', label: of === null ? '31' : `31 ${of}` }),
  faults: () => [],
  minus: { pin: '31', isolated: false },
  mainReturn: true,
  endName: ({ spec }) => `${spec.of ?? 'battery'} −`,
  listed: () => null,
};
