import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { type PartKind } from './kind.ts';
import { modelSource } from '../source.ts';

export interface AdapterSpec {
  readonly supply: string;
  readonly nominalV: number;
  readonly current: 'dc' | 'ac';
  readonly ratedA: number;
  readonly internalOhm: number;
}

/** An isolated supply of extra-low voltage; what feeds it is no part of the circuit. */
export const adapter: PartKind<'adapter', AdapterSpec> = {
  kind: 'adapter',
  plays: null,
  title: 'isolated supply',
  terminalStyle: 'screw clamp, ferrule',
  takesMm2: () => TERMINAL_MOST_MM2.clamp,
  // Of small ones, with less current above 50 °C.
  bearsAirC: () => 60,
  pins: () => ['+', '-'],
  model: (part, into) => modelSource('output', part, into),
  drawn: () => [],
  rail: () => ({ pin: '+', side: 'supply', label: '+' }),
  faults: () => [],
  minus: { pin: '-', isolated: true },
  listed: ({ spec: { nominalV, current, ratedA } }) => `Isolated supply ${nominalV} V ${current === 'ac' ? '~' : '⎓'}, ${ratedA} A`,
};
