/** What is crimped, pressed or screwed on the ends of the wires, and how more of them than go there are joined. */
import type { Terminal } from '../../quantity/index.ts';
import type { Wire } from '../../graph/index.ts';
import { type Design, isByHeat } from '../../project/index.ts';
import { type AnyPart, CONNECTOR_PRICES, SMALL_PRICES, kindOf } from '../../kinds/index.ts';
import {
  CONNECTORS,
  MOST_IN_A_CRIMP,
  MOST_ON_A_STUD,
  CONNECTOR_IDS,
  blockFor,
  joinedInCeramic,
  noThinner,
  sizeName,
  soldName,
} from '../../reference/index.ts';
import { asBought } from './as-bought.ts';

/** What is on an end, and what more of them than go there meet at before it. */
export interface EndFit {
  readonly style: string;
  readonly joined: { readonly by: 'splice' | 'bus bar'; readonly wires: number } | null;
}

/** Where so many wires share a crimp, a pin or a clamp at most: more of them meet in a splice, and one lead goes from it. */
const ONE_LANDS = /receptacle|jumper|screw|ferrule|strands/;

/** How many of the wires end at each terminal. */
export function wiresAt(wires: readonly Wire[]): ReadonlyMap<Terminal, number> {
  const many = new Map<Terminal, number>();
  for (const { from, to } of wires) for (const at of [from, to]) many.set(at, (many.get(at) ?? 0) + 1);
  return many;
}

/** How a wire ends at a terminal where `many` of them do. */
export function endFit(design: Design, part: AnyPart, wire: Wire, pin: string, many: number): EndFit {
  const style = asBought(design, endStyle(design, part, wire, pin));
  // Terminals of the mains are bought by how many they take.
  const crowded = !wire.mains && kindOf(part).gathers !== true;
  if (crowded && many > MOST_IN_A_CRIMP && ONE_LANDS.test(style)) return { style, joined: { by: 'splice', wires: many } };
  if (crowded && many > MOST_ON_A_STUD && RING.test(style)) return { style, joined: { by: 'bus bar', wires: many } };
  return { style, joined: null };
}
const RING = /\bring\b/;

export const fitWords = ({ style, joined }: EndFit): string =>
  joined === null
    ? style
    : joined.by === 'splice'
      ? `splice of ${joined.wires}, its lead: ${style}`
      : `${style}, on a bus bar for ${joined.wires}`;

/** What several ends are joined by, bought once for them all; null where each lands by itself. */
export function boughtJoint(
  { settings }: Design,
  { style, joined }: EndFit,
  sizeMm2: number,
): (BoughtTerminal & { readonly spare: number }) | null {
  if (joined === null) return null;
  if (joined.by === 'bus bar')
    return {
      description: `Copper bus bar for ${joined.wires} ${ringSize(style)} rings, bolted on their stud`,
      price: SMALL_PRICES['bus bar'],
      spare: 0,
    };
  return {
    description: `Splice for ${joined.wires + 1} wires to ${soldName(noThinner(settings.wireSeries, sizeMm2))}`,
    price: SMALL_PRICES.splice,
    spare: 1,
  };
}
/** Of the stud that a ring goes on; null where the end is no ring. */
export const ringSize = (style: string): string | null => (RING.test(style) ? /^(?:M\d+|No\. \d+|\d+\/\d+ in)/.exec(style)![0] : null);

/** What is crimped on, or put on the strands for a screw. */
function endStyle(design: Design, part: AnyPart, wire: Wire, pin: string): string {
  const { settings, places } = design;
  const { sizeMm2, mains } = wire;
  const { hasLeads, leadMostMm2, screwed, terminalStyle } = kindOf(part);
  if (hasLeads?.(part.spec) || (leadMostMm2 && sizeMm2 > leadMostMm2(part.spec))) {
    // The sleeve of a splice softens there; and joints of the mains are screwed, so that a load can be changed.
    const { hottestC } = places.find(({ id }) => id === part.place)!;
    const heated = isByHeat(design, wire.job, part.place);
    if (!mains && !heated && !joinedInCeramic(hottestC)) return 'butt splice on its lead';
    return `${heated || blockFor(hottestC) === 'ceramic' ? 'ceramic ' : ''}terminal block on its lead`;
  }
  if (!screwed?.(part.spec)) return typeof terminalStyle === 'string' ? terminalStyle : terminalStyle(part.spec, sizeMm2, pin);
  return settings.strandEnds === 'ferrule' ? 'ferrule' : 'bare strands, twisted';
}

/** What is crimped or pressed on one end; null where nothing is bought for it. */
export interface BoughtTerminal {
  readonly description: string;
  /** Null where the shelf has none. */
  readonly price: number | null;
}
export function boughtTerminal(design: Design, style: string, sizeMm2: number): BoughtTerminal | null {
  const size = sizeName(sizeMm2);
  if (/^(?:9\.5 mm|3\/8 in) .*receptacle/.test(style))
    return { description: asBought(design, `Blade receptacle, 9.5 mm, for ${size}`), price: SMALL_PRICES['wide receptacle'] };
  if (/^heavy .*receptacle/.test(style))
    return { description: `Blade receptacle, heavy, for ${size}`, price: SMALL_PRICES['wide receptacle'] };
  if (/receptacle/.test(style))
    return { description: asBought(design, `Blade receptacle, 6.3 mm, for ${size}`), price: SMALL_PRICES['blade receptacle'] };
  if (RING.test(style))
    return {
      description: `${ringSize(style)} ring terminal, for ${size}`,
      price: SMALL_PRICES.ring,
    };
  const [block] = /(?:ceramic )?terminal block/.exec(style) ?? [];
  if (block) return blockPole(block.startsWith('ceramic') ? 'ceramic' : 'block', sizeMm2);
  if (/jumper/.test(style))
    return { description: 'Jumper lead with a socket for a pin header, and shrink sleeve', price: SMALL_PRICES['jumper lead'] };
  // Solder would open the link as it is put on.
  if (/high-temperature crimp/.test(style))
    return { description: `Bare high-temperature crimp for ${size}, with a glass sleeve`, price: SMALL_PRICES.splice };
  if (/butt splice/.test(style)) return { description: `Butt splice for ${size}`, price: SMALL_PRICES.splice };
  if (/ferrule/.test(style)) return { description: `Ferrule for ${size}`, price: SMALL_PRICES.ferrule };
  return null;
}

/** A pole of the smallest block that the wire goes into; one that the shelf has not, for that wire, where it goes into none. */
function blockPole(built: 'block' | 'ceramic', sizeMm2: number): BoughtTerminal {
  const id = CONNECTOR_IDS.find((one) => CONNECTORS[one].built === built && CONNECTORS[one].mostMm2 >= sizeMm2);
  if (id) return { description: `${CONNECTORS[id].name}, a pole`, price: CONNECTOR_PRICES[id] };
  return { description: `${built === 'ceramic' ? 'Ceramic terminal' : 'Terminal'} block for ${sizeName(sizeMm2)}, a pole`, price: null };
}
