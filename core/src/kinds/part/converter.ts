import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { AS_A_DEVICE, type PartKind } from './kind.ts';
import { modelSource } from '../source.ts';

export interface ConverterSpec {
  readonly supply: string;
  readonly nominalV: number;
  readonly ratedA: number;
  readonly internalOhm: number;
  readonly of: 'converter' | 'solar';
}
const NAMES = { converter: 'Direct-current converter', solar: 'Solar controller with a load output' } as const;

/** A source with its minus on the vehicle's; what feeds it is a circuit of its own. */
export const converter: PartKind<'converter', ConverterSpec> = {
  kind: 'converter',
  plays: null,
  title: 'converter',
  terminalStyle: 'screw clamp, ferrule',
  takesMm2: () => TERMINAL_MOST_MM2.clamp,
  pins: () => ['+', '-'],
  model: (part, into) => modelSource('cell', part, into),
  drawn: () => [],
  rail: () => ({ pin: '+', side: 'supply', label: '+' }),
  faults: () => [],
  minus: { pin: '-', isolated: false },
  endName: ({ name }, pin) => `${name} ${pin === '-' ? '−' : pin}`,
  asWires: () => AS_A_DEVICE,
  listed: ({ spec: { nominalV, ratedA, of } }) => `${NAMES[of]}, ${nominalV} V ⎓, ${ratedA} A`,
};
