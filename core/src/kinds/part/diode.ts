import { terminal } from '../../quantity/index.ts';
import { SILICON_OHM, SILICON_V } from '../../reference/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { type PartKind, branchId } from './kind.ts';

export interface DiodeSpec {
  readonly name: string;
  readonly reverseV: number;
  readonly forwardA: number;
  /** In line with a feed rather than across a coil. */
  readonly inLine: boolean;
  /** What a clamp in series with it adds before it conducts, V; 0 for a plain diode. */
  readonly clampV?: number;
  /** Inside the relay whose coil it is across: bought with it, and out of reach. */
  readonly inside?: true;
}

export const diode: PartKind<'diode', DiodeSpec, 'diode'> = {
  kind: 'diode',
  plays: 'diode',
  title: 'diode',
  terminalStyle: ({ inLine }) => (inLine ? 'soldered, in sleeve' : 'soldered in the socket'),
  pins: () => ['A', 'K'],
  model({ id, spec }, into) {
    into.branch({
      kind: 'diode',
      id: branchId(id, 'junction'),
      a: terminal(id, 'A'),
      b: terminal(id, 'K'),
      forwardV: SILICON_V + (spec.clampV ?? 0),
      ohm: () => SILICON_OHM,
    });
  },
  // Across a coil the band (K) is on the supply's side; in line with a feed the anode is.
  drawn: ({ id, tag, spec }) => {
    const [from, to] = spec.inLine ? ['A', 'K'] : ['K', 'A'];
    return [{ key: 'junction', from, to, symbol: 'diode', branch: branchId(id, 'junction'), labels: [tag] }];
  },
  price: ({ spec }) => (spec.inside ? 0 : SMALL_PRICES[spec.clampV ? 'clamp' : spec.forwardA > 3 ? 'power diode' : 'small diode']),
  faults: ({ tag }) => [{ key: 'junction', kind: 'short', words: `${tag} is shorted`, fault: 'closed', weight: 0.7 }],
  misbuilt: ({ tag, spec }) =>
    spec.inLine || spec.inside
      ? []
      : [{ key: 'turned', kind: 'swapped pins', words: `${tag} is in the wrong way round`, weight: 1, swap: ['A', 'K'] }],
  hangsInWires: ({ inside }) => !inside,
  handEdits: ({ inLine, inside }) =>
    inside
      ? []
      : [
          { text: 'Turn it round', does: 'swap', a: 'A', b: 'K' },
          { text: 'Leave it out', does: 'leave-out' },
          ...(inLine ? [{ text: 'A wire instead', does: 'bridge' } as const] : []),
        ],
  listed: ({ spec }) => (spec.inside ? null : `${spec.name}, ${spec.reverseV} V, ${spec.forwardA} A`),
};
