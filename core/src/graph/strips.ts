/**
 * The terminal strip of a place: what leaves the place lands behind, what is inside it in front. Front positions are
 * 1…n, back positions n+1…2n, and i and n+i are one terminal.
 */
import { type Terminal, partOf, terminal } from '../quantity/index.ts';
import { type Design, SAME_PLACE_M } from '../project/index.ts';
import type { Netlist, Wire } from './netlist.ts';
import { kindOf } from '../kinds/index.ts';
import { groups } from './partition.ts';
import { STRIP_MOST_MM2, colourName, stripTerminalA } from '../reference/index.ts';

export interface StripPosition {
  readonly front: number;
  readonly back: number;
  readonly wire: string;
  readonly tag: string;
  /** The terminal inside the place, and the one that the wire goes to outside. */
  readonly inside: Terminal;
  readonly outside: Terminal;
  readonly toPlace: string;
  readonly colour: string;
  readonly sizeMm2: number;
  readonly ratedA: number;
  readonly role: Wire['role'];
}

/** Positions that are one piece of metal anyway: a jumper may join them. */
export interface StripCommon {
  readonly name: string;
  readonly positions: readonly number[];
  /** A ground of a supply that nothing else is joined to: no jumper to another. */
  readonly isolated: boolean;
}

export interface Strip {
  readonly place: string;
  readonly name: string;
  readonly ways: number;
  readonly positions: readonly StripPosition[];
  readonly commons: readonly StripCommon[];
  /** Wires too thick for it. */
  readonly beside: readonly string[];
  /** Wires of one colour that are not one circuit. */
  readonly clashes: readonly { readonly colour: string; readonly words: string; readonly positions: readonly number[] }[];
}

export interface OnStrip {
  readonly strip: string;
  readonly front: number;
  readonly back: number;
}

/** Mains and low voltage never share a strip: a mains wire passes beside, to terminals of its own. */
const fits = (wire: Wire): boolean => wire.sizeMm2 <= STRIP_MOST_MM2 && stripTerminalA(wire.sizeMm2) !== null && !wire.mains;

export function stripsOf(design: Design, netlist: Netlist): Strip[] {
  const placeOf = new Map(netlist.parts.map(({ id, place }) => [id, place]));
  const root = groups<Terminal>();
  for (const [a, b] of netlist.joints) root.join(a, b);
  for (const { from, to } of netlist.wires) root.join(from, to);
  return design.places.flatMap((place, at) => {
    if (!place.strip) return [];
    const out = netlist.wires.flatMap((wire) => {
      const [from, to] = [placeOf.get(partOf(wire.from)), placeOf.get(partOf(wire.to))];
      if ((from === place.id) === (to === place.id)) return [];
      const inside = from === place.id ? wire.from : wire.to;
      const outside = from === place.id ? wire.to : wire.from;
      return [{ wire, inside, outside, toPlace: (from === place.id ? to : from)! }];
    });
    // By where they go, so that each loom lands in one run; returns together at its end.
    const landed = out
      .filter(({ wire }) => fits(wire))
      .sort((a, b) => a.toPlace.localeCompare(b.toPlace) || Number(isReturn(a.wire)) - Number(isReturn(b.wire)));
    const ways = landed.length;
    const positions = landed.map(({ wire, inside, outside, toPlace }, index): StripPosition => ({
      front: index + 1,
      back: ways + index + 1,
      wire: wire.id,
      tag: wire.tag,
      inside,
      outside,
      toPlace: design.places.find(({ id }) => id === toPlace)!.name,
      colour: wire.colour,
      sizeMm2: wire.sizeMm2,
      ratedA: stripTerminalA(wire.sizeMm2)!,
      role: wire.role,
    }));
    const metal = new Map<Terminal, number[]>();
    for (const { front, inside } of positions) metal.set(root.find(inside), [...(metal.get(root.find(inside)) ?? []), front]);
    const commons = [...metal].flatMap(([terminal, fronts]): StripCommon[] => {
      const returns = positions.filter(({ front, role }) => fronts.includes(front) && role === 'return');
      if (fronts.length < 2 && returns.length === 0) return [];
      return [
        { name: commonName(netlist, root, terminal, returns.length > 0), positions: fronts, isolated: isIsolated(netlist, root, terminal) },
      ];
    });
    const clashes = [...new Set(positions.map(({ colour }) => colour))].flatMap((colour) => {
      const own = positions.filter((position) => position.colour === colour && position.role !== 'earth');
      const circuits = new Set(own.map(({ inside }) => root.find(inside)));
      return circuits.size < 2
        ? []
        : [
            {
              colour,
              positions: own.map(({ front }) => front),
              words: `${own.length} wires are ${colourName(colour)} and not one circuit (${own.map(({ front, tag }) => `${front}: ${tag}`).join(', ')}): label both ends, or give one another colour.`,
            },
          ];
    });
    return [
      {
        place: place.id,
        name: `X${at + 1}`,
        ways,
        positions,
        commons,
        beside: out.filter(({ wire }) => !fits(wire)).map(({ wire }) => wire.tag),
        clashes,
      },
    ];
  });
}

const isReturn = ({ role }: Wire): boolean => role === 'return' || role === 'earth';

type Root = ReturnType<typeof groups<Terminal>>;
function supplyOn(netlist: Netlist, root: Root, at: Terminal) {
  return netlist.parts.find((part) => {
    const { minus } = kindOf(part);
    return minus !== undefined && root.find(terminal(part.id, minus.pin)) === at;
  });
}
function commonName(netlist: Netlist, root: Root, terminal: Terminal, returns: boolean): string {
  const supply = supplyOn(netlist, root, terminal);
  if (supply) return kindOf(supply).minus?.isolated ? `minus of ${supply.name}` : 'ground';
  return returns ? 'return' : 'one circuit';
}
function isIsolated(netlist: Netlist, root: Root, terminal: Terminal): boolean {
  const supply = supplyOn(netlist, root, terminal);
  return supply !== undefined && kindOf(supply).minus?.isolated === true;
}

/** Where each end of each wire goes over a strip, by wire and place. */
export function stripEnds(strips: readonly Strip[]): ReadonlyMap<string, ReadonlyMap<string, OnStrip>> {
  const ends = new Map<string, Map<string, OnStrip>>();
  for (const { place, name, positions } of strips)
    for (const { wire, front, back } of positions) {
      const own = ends.get(wire) ?? new Map<string, OnStrip>();
      ends.set(wire, own.set(place, { strip: name, front, back }));
    }
  return ends;
}

/** From the strip to the part inside, m. */
export const INSIDE_M = SAME_PLACE_M;
