import { terminal } from '../../quantity/index.ts';
import {
  BAD_JOINT_OHM as LOOSE_OHM,
  BLADE_FUSE_RATINGS,
  type Protection,
  type ProtectionLimit,
  TERMINAL_MOST_MM2,
  bladeFuseColour,
  bladeFuseOhm,
  resetsAtAll,
} from '../../reference/index.ts';
import type { Held } from '../catalogue/own-holder.ts';
import { GUARD_PRICES, HELD_PRICES } from '../catalogue/prices.ts';
import { AS_A_DEVICE, type PartKind, branchId } from './kind.ts';

export interface FuseSpec {
  readonly ratingA: number;
  readonly chosen: boolean;
  readonly style: Protection | 'bolt';
  /** Conductors that it opens together: each hot one needs a pole. */
  readonly poles?: number;
  /** Where it is one that a person typed: its name, what it breaks, and its price, 0 where nobody knows it. */
  readonly own?: { readonly name: string; readonly limits: ProtectionLimit; readonly price: number };
  /** Where it stands in a holder that a person typed; its leads in mm², 0 where it has none, and its price, 0 where nobody knows it. */
  readonly holder?: {
    readonly name: string;
    readonly takes: Held;
    readonly ratingA: number;
    readonly leadMm2: number;
    readonly price: number;
  };
  /** Where it guards the branch already, in the panel: nobody buys it, no choice of a job moves it, and its rating is entered at its supply. */
  readonly isThere?: { readonly entered: string };
  /** What it feeds: a load, a coil circuit, or several jobs behind one trunk. */
  readonly guards: 'load' | 'control' | 'trunk';
}

const STYLE: Readonly<Record<FuseSpec['style'], string>> = {
  blade: 'blade',
  bolt: 'bolt-down',
  'high-breaking': 'class T',
  breaker: 'breaker',
  'self-resetting': 'resets itself',
  cartridge: 'cartridge',
  plug: 'in the plug',
  'breaker-b': 'curve B',
  'breaker-c': 'curve C',
  'breaker-d': 'curve D',
};

const miniature = ({ ratingA, poles, style }: FuseSpec): string =>
  `Miniature breaker${poles === 2 ? ', two-pole,' : ''} ${ratingA} A, ${STYLE[style]}`;
/** What is bought, with the holder that it comes in. */
const LISTED: Readonly<Record<FuseSpec['style'], (spec: FuseSpec) => string>> = {
  blade: ({ ratingA }) => `Blade fuse ${ratingA} A (${bladeFuseColour(ratingA) ?? 'marked'}) in a sealed in-line holder`,
  bolt: ({ ratingA }) => `Bolt-down strip fuse ${ratingA} A in a covered holder`,
  'high-breaking': ({ ratingA }) => `Battery fuse of high breaking capacity ${ratingA} A, class T, on a covered block`,
  breaker: ({ ratingA }) => `Thermal breaker ${ratingA} A for direct current, by hand resettable, on M6 studs`,
  'self-resetting': ({ ratingA }) => `Thermal breaker ${ratingA} A for direct current, that resets itself, on M5 studs`,
  plug: ({ ratingA }) => `Plug with a ${ratingA} A cartridge fuse`,
  cartridge: ({ ratingA }) => `Cartridge fuse ${ratingA} A, 5 × 20 mm, in a panel holder for mains`,
  'breaker-b': miniature,
  'breaker-c': miniature,
  'breaker-d': miniature,
};

/** What is bought of a fuse whose holder is bought by itself. */
const HELD_LISTED: Readonly<Record<Held, (ratingA: number) => string>> = {
  blade: (ratingA) => `Blade fuse ${ratingA} A (${bladeFuseColour(ratingA) ?? 'marked'}), without a holder`,
  bolt: (ratingA) => `Bolt-down strip fuse ${ratingA} A, without a holder`,
  'high-breaking': (ratingA) => `Battery fuse of high breaking capacity ${ratingA} A, class T, without a block`,
  cartridge: (ratingA) => `Cartridge fuse ${ratingA} A, 5 × 20 mm, without a holder`,
};

/** How a fuse comes out, where it is in no holder that lets go of it. */
const COMES_OUT: Partial<Record<FuseSpec['style'], string>> = { bolt: 'unbolted', 'high-breaking': 'unbolted', plug: 'out of the plug' };

const BEARS_AIR_C: Readonly<Record<FuseSpec['style'], number>> = {
  blade: 85,
  bolt: 85,
  'high-breaking': 85,
  breaker: 70,
  'self-resetting': 70,
  cartridge: 85,
  plug: 50,
  'breaker-b': 60,
  'breaker-c': 60,
  'breaker-d': 60,
};

/** What stands on studs, and how thick these are (from memory, usual for their kind). */
const RINGS: Partial<Record<FuseSpec['style'], string>> = {
  bolt: 'M8 ring',
  'high-breaking': 'M8 ring',
  breaker: 'M6 ring',
  'self-resetting': 'M5 ring',
};

export const fuse: PartKind<'fuse', FuseSpec, 'overcurrent device'> = {
  kind: 'fuse',
  plays: 'overcurrent device',
  title: 'fuse',
  inLine: true,
  terminalStyle: ({ style }) => (style === 'blade' ? '6.3 mm blade receptacle' : (RINGS[style] ?? 'screw clamp, ferrule')),
  takesMm2: ({ style }) => (style === 'bolt' || style === 'high-breaking' ? TERMINAL_MOST_MM2.ring : TERMINAL_MOST_MM2.heavy),
  // In a holder with leads of its own.
  hangsInWires: ({ style, isThere }) => style === 'blade' && !isThere,
  pins: () => ['1', '2'],
  model({ id, spec }, into) {
    // Stated for blade fuses; strip fuses and thermal breakers lose about as much at their rating (from memory).
    into.branch({
      kind: 'resistor',
      id: branchId(id, 'link'),
      a: terminal(id, '1'),
      b: terminal(id, '2'),
      ohm: () => bladeFuseOhm(spec.ratingA),
    });
  },
  drawn: ({ id, tag, spec }) => [
    {
      key: 'link',
      from: '1',
      to: '2',
      symbol: resetsAtAll(spec.style) ? 'breaker' : 'fuse',
      branch: branchId(id, 'link'),
      labels: [tag, `${spec.ratingA} A ${spec.isThere ? 'is there' : STYLE[spec.style]}`],
    },
  ],
  // Sealed holders of blades; thermal and miniature breakers open early in heat; a fused plug stands in a room.
  bearsAirC: ({ style }) => BEARS_AIR_C[style],
  price: ({ spec: { style, own, isThere, holder } }) =>
    isThere ? null : own ? own.price || null : holder?.takes === style ? HELD_PRICES[holder.takes] : GUARD_PRICES[style],
  // What burns by design is had twice.
  spare: ({ style }) => (resetsAtAll(style) ? 0 : 1),
  faults: ({ tag }) => [
    { key: 'link', kind: 'blown fuse', words: `${tag} has blown`, fault: 'open', weight: 3 },
    { key: 'link', kind: 'bad crimp', words: `${tag} sits loose in its holder`, fault: { extraOhm: LOOSE_OHM }, weight: 1 },
  ],
  // One that is too small blows; what shows then is a blown fuse.
  misbuilt: ({ tag, spec: { guards, style, ratingA } }) => {
    if (guards !== 'load' || style !== 'blade') return [];
    const larger = BLADE_FUSE_RATINGS.find((rating) => rating > 2 * ratingA);
    return [
      ...(larger === undefined
        ? []
        : [
            {
              key: 'too-large',
              kind: 'wrong fuse',
              words: `${tag} is a fuse of ${larger} A, far above its ${ratingA} A`,
              weight: 0.7,
              spec: { ratingA: larger },
            } as const,
          ]),
    ];
  },
  alone: ({ tag, spec: { style } }) =>
    resetsAtAll(style)
      ? `across breaker ${tag}, closed, with one of its leads off`
      : `across fuse ${tag}, ${COMES_OUT[style] ?? 'out of its holder'}`,
  handEdits: () => [{ text: 'Leave it out', does: 'leave-out' }],
  // No receptacle of a fuse holder takes more: its own heavy leads are spliced to the wire.
  leadMostMm2: ({ style }) => (style === 'blade' ? TERMINAL_MOST_MM2.blade : Infinity),
  asWires: ({ style }) => (resetsAtAll(style) ? AS_A_DEVICE : 1),
  listed: ({ spec }) => {
    const { ratingA, style, own, isThere, holder } = spec;
    if (isThere) return null;
    if (own) return `${own.name}, ${ratingA} A`;
    return holder?.takes === style ? HELD_LISTED[holder.takes](ratingA) : LISTED[style](spec);
  },
};
