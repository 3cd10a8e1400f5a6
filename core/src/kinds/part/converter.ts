import { type Terminal, terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { LINK_OHM, aliveId } from '../fed.ts';
import { AS_A_DEVICE, type PartKind, branchId } from './kind.ts';
import { modelSource } from '../source.ts';

export interface ConverterSpec {
  readonly supply: string;
  readonly nominalV: number;
  readonly ratedA: number;
  readonly internalOhm: number;
  readonly of: 'converter' | 'solar';
  /** Where another job feeds it: the terminals that it takes its power by, the voltage that those are made for, and what it is called there. */
  readonly input?: { readonly at: readonly [plus: Terminal, minus: Terminal]; readonly ratedV: number; readonly tag: string };
}
const NAMES = { converter: 'Direct-current converter', solar: 'Solar controller with a load output' } as const;
/** Shares of its rated input from which it works, and below which it is dead (from memory). */
const [WORKS, DIES] = [0.75, 0.7];
const OUTPUT = 'output';

/**
 * A source with its minus on the vehicle's. What feeds it is a circuit of its own, or the job whose load it is: then it gives nothing
 * while nothing comes in, and is one thing with that load.
 */
export const converter: PartKind<'converter', ConverterSpec> = {
  kind: 'converter',
  plays: null,
  title: 'converter',
  terminalStyle: 'screw clamp, ferrule',
  takesMm2: () => TERMINAL_MOST_MM2.clamp,
  pins: () => ['+', '-'],
  looksAt: ({ input }) => input?.at ?? [],
  hidden: ({ input }) => (input ? [OUTPUT] : []),
  model(part, into) {
    const { id, spec } = part;
    if (!spec.input) return modelSource('cell', part, into);
    const [a, b] = spec.input.at;
    const [closesAtV, opensAtV] = [WORKS, DIES].map((share) => share * spec.input!.ratedV) as [number, number];
    into.sensor({ kind: 'voltage', id: aliveId(id), a, b, closesAtV, opensAtV });
    modelSource('cell', part, into, OUTPUT);
    const link = { id: branchId(id, 'alive link'), a: terminal(id, OUTPUT), b: terminal(id, '+') };
    into.branch({ kind: 'switch', ...link, ohm: () => LINK_OHM, follows: aliveId(id), closedWhen: true });
  },
  drawn: () => [],
  rail: () => ({ pin: '+', side: 'supply', label: '+' }),
  faults: () => [],
  minus: { pin: '-', isolated: false },
  endName: ({ name, spec: { input } }, pin) => `${input ? `${input.tag} ` : ''}${name} ${pin === '-' ? '−' : pin}`,
  asWires: () => AS_A_DEVICE,
  // As a load of the project it is listed there, once.
  listed: ({ spec: { nominalV, ratedA, of, input } }) => (input ? null : `${NAMES[of]}, ${nominalV} V ⎓, ${ratedA} A`),
};
