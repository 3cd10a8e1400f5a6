import { terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { LINK_OHM, type MaybeFed, aliveId, drawnFed, fedPins, modelFed } from '../fed.ts';
import { AS_A_DEVICE, type PartKind, branchId } from './kind.ts';
import { modelSource } from '../source.ts';
import { EFFICIENCY } from '../supply/adapter.ts';

export interface AdapterSpec extends MaybeFed {
  readonly supply: string;
  readonly nominalV: number;
  readonly current: 'dc' | 'ac';
  readonly ratedA: number;
  readonly internalOhm: number;
  /** Of a transformer: cycles a second of its mains, Hz. */
  readonly hertz?: 50 | 60;
  /** Whether another supply is on its output wires while it is tried, so that it gives what it does without its mains. */
  readonly standIn?: true;
}

const OUTPUT = 'output';

/** An isolated supply of extra-low voltage. In a box that a cord comes into it is fed there, and dead with it; else what feeds it is no part of the circuit. */
export const adapter: PartKind<'adapter', AdapterSpec> = {
  kind: 'adapter',
  plays: null,
  title: 'isolated supply',
  terminalStyle: 'screw clamp, ferrule',
  takesMm2: () => TERMINAL_MOST_MM2.clamp,
  // Of small ones, with less current above 50 °C.
  bearsAirC: () => 60,
  pins: (spec) => ['+', '-', ...fedPins(spec)],
  hidden: ({ fed }) => (fed ? [OUTPUT] : []),
  model(part, into) {
    const { id, spec } = part;
    if (!spec.fed) return modelSource(OUTPUT, part, into);
    modelFed(id, spec, into);
    modelSource(OUTPUT, part, into, OUTPUT);
    const link = { id: branchId(id, 'alive link'), a: terminal(id, OUTPUT), b: terminal(id, '+'), ohm: () => LINK_OHM };
    into.branch(spec.standIn ? { kind: 'resistor', ...link } : { kind: 'switch', ...link, follows: aliveId(id), closedWhen: true });
  },
  // What it takes follows what hangs on it; solved as though all that it may give did.
  drawn: ({ id, tag, name, spec }) =>
    drawnFed({ id, tag, name, spec }).map((element) => ({ ...element, labels: [...element.labels, 'as fully loaded'] })),
  rail: () => ({ pin: '+', side: 'supply', label: '+' }),
  burns: { key: OUTPUT, share: 1 / EFFICIENCY - 1 },
  faults: () => [],
  minus: { pin: '-', isolated: true },
  asWires: () => AS_A_DEVICE,
  listed: ({ spec: { nominalV, current, ratedA, fed, hertz } }) =>
    `Isolated supply ${nominalV} V ${current === 'ac' ? '~' : '⎓'}, ${ratedA} A${hertz ? `, for ${hertz} Hz` : ''}${fed ? `, to build in, double insulated, for ${fed.madeFor}` : ''}`,
};
