/** A box as one opens it: what is on which side of its wall, what lands on each terminal, and what crosses the outside. */
import { type AnyPart, kindOf, plays } from '../../kinds/index.ts';
import { type Netlist, type Wire, cordsOf, roomTaken } from '../../graph/index.ts';
import type { Design } from '../../project/index.ts';
import { type Terminal, formatQuantity, partOf, pinOf } from '../../quantity/index.ts';
import { boxTag } from '../../document/index.ts';
import { endName } from './end-name.ts';

/** What of a box carries: the mains, low voltage, or both of them apart from each other. */
export type BoxSide = 'mains' | 'both' | 'low';

export interface BoxWire {
  readonly id: string;
  readonly tag: string;
  readonly colour: string;
  readonly sizeMm2: number;
  readonly mains: boolean;
}

/** A cord, or the wires between a box and another place that lie beside each other. */
export interface Crossing {
  /** `C1` of a cord; empty of wires by themselves. */
  readonly cord: string;
  readonly wires: readonly BoxWire[];
  /** The other place, by its id. */
  readonly to: string;
  /** Whether what is in the box is fed by it. */
  readonly comesIn: boolean;
  readonly mains: boolean;
  /** `C1 in from wall outlet`, and what holds it in the wall. */
  readonly words: string;
  readonly by: 'strain relief' | 'grommet';
}

export interface BoxThing {
  readonly id: string;
  readonly tag: string;
  readonly what: string;
  readonly side: BoxSide;
  /** Terminals that something lands on, in the order of the wires. */
  readonly lands: readonly {
    readonly pin: string;
    readonly mains: boolean;
    /** `to X1L`, and `out to E1.1 lamp +, load` where it leaves the box. */
    readonly wires: readonly (BoxWire & { readonly words: string })[];
  }[];
}

export interface BoxView {
  /** Its place, by id, and its number on the parts list. */
  readonly place: string;
  readonly tag: string;
  readonly material: 'plastic' | 'metal';
  /** What it is, how many holes it has, and what needs no terminal of its own: a sentence or two. */
  readonly words: string;
  readonly crossings: readonly Crossing[];
  readonly things: readonly BoxThing[];
}

/** Every closed box that something is in, in the order of the places. */
export function boxViews(design: Design, netlist: Netlist): BoxView[] {
  const cords = new Map(cordsOf(design, netlist).flatMap(({ tag, cores }) => cores.map(({ id }) => [id, tag] as const)));
  return design.places.flatMap(({ id: place, box, divided }, at): BoxView[] => {
    const parts = netlist.parts.filter((part) => part.place === place);
    if (box === 'open' || parts.length === 0) return [];
    const things = thingsOf(design, netlist, parts);
    const crossings = crossingsOf(design, netlist, cords, place);
    const onOthers = parts.filter((part) => kindOf(part).listed(part) !== null && !things.some(({ tag }) => tag === part.tag));
    const holes = `${crossings.length} ${crossings.length === 1 ? 'hole' : 'holes'} in its wall`;
    const room = roomTaken(netlist, place)?.reduce((sum, { cm3 }) => sum + cm3, 0);
    const asks =
      room === undefined
        ? ''
        : ` Its wires and parts ask for ${formatQuantity(Number(room.toPrecision(3)), 'cm³', design.settings)} of room.`;
    const wall = divided ? ', with a wall between mains and low voltage' : '';
    const others =
      onOthers.length > 0 ? ` On the terminals of others, with no wire of their own: ${onOthers.map(({ tag }) => tag).join(', ')}.` : '';
    return [
      {
        place,
        tag: boxTag(at),
        material: box,
        words: `${box === 'metal' ? 'Metal' : 'Plastic'} box${wall}; ${holes}.${asks}${others}`,
        crossings,
        things,
      },
    ];
  });
}

const asWire = ({ id, tag, colour, sizeMm2, mains }: Wire): BoxWire => ({ id, tag, colour, sizeMm2, mains });

/** What wires land on, by its tag: a board is one thing, whatever it is made of, and the minus of a supply is its own. */
function thingsOf({ places }: Design, netlist: Netlist, parts: readonly AnyPart[]): BoxThing[] {
  const byId = new Map(netlist.parts.map((part) => [part.id, part]));
  const words = (at: Terminal, from: string): string => {
    const part = byId.get(partOf(at))!;
    const name = endName(part, pinOf(at));
    const place = places.find(({ id }) => id === part.place)!;
    if (place.id === from) return `to ${name}`;
    // Many a thing is called by its place.
    return name.includes(place.name) ? `out to ${name}` : `out to ${name}, ${place.name}`;
  };
  const tags = new Map(parts.map((part) => [part.id, homeOf(netlist, part, parts).tag]));
  return [...new Set(tags.values())].flatMap((tag): BoxThing[] => {
    const alike = parts.filter(({ id }) => tags.get(id) === tag);
    const first = alike.find((part) => part.tag === tag)!;
    const own = new Set(alike.map(({ id }) => id));
    const ends = netlist.wires.flatMap((wire) =>
      [[wire.from, wire.to] as const, [wire.to, wire.from] as const].flatMap(([near, far]) =>
        own.has(partOf(near)) ? [{ wire, pin: pinName(byId.get(partOf(near))!, pinOf(near)), far }] : [],
      ),
    );
    if (ends.length === 0) return [];
    const lands = [...new Set(ends.map(({ pin }) => pin))].map((pin) => {
      const here = ends.filter((end) => end.pin === pin);
      return {
        pin,
        mains: here.some(({ wire }) => wire.mains),
        wires: here.map(({ wire, far }) => ({ ...asWire(wire), words: words(far, first.place) })),
      };
    });
    const mains = lands.some((land) => land.mains);
    const low = lands.some((land) => !land.mains);
    const what = kindOf(first).listed(first)?.split(/[,;]/)[0] ?? first.name;
    return [{ id: first.id, tag, what, side: mains && low ? 'both' : mains ? 'mains' : 'low', lands }];
  });
}

/** The tag of what a contact is in; undefined of a thing of its own. */
const insideOf = (part: AnyPart): string | undefined => (plays(part, 'sensor') ? part.spec.inside : undefined);

/** What one mounts that a part is on: itself, or what it stands for, and that in its turn. */
function homeOf(netlist: Netlist, part: AnyPart, parts: readonly AnyPart[], seen: readonly AnyPart[] = []): AnyPart {
  const next = parts.find(({ tag }) => tag === insideOf(part)) ?? stoodFor(netlist, part, parts);
  return !next || seen.includes(next) ? part : homeOf(netlist, next, parts, [...seen, part]);
}

/** What a bar of returns or a board's pin is part of, where that is in the same box: nobody mounts either by itself. */
function stoodFor({ joints }: Netlist, part: AnyPart, parts: readonly AnyPart[]): AnyPart | undefined {
  const { side } = kindOf(part).rail?.(part.spec) ?? {};
  if (kindOf(part).listed(part) !== null || side === undefined || side === 'supply') return undefined;
  const joined = joints.flatMap(([a, b]) => (partOf(a) === part.id ? [partOf(b)] : partOf(b) === part.id ? [partOf(a)] : []));
  const beside = parts.filter(({ id }) => joined.includes(id));
  // Among what is joined there, the one that somebody mounts.
  return beside.find((one) => kindOf(one).listed(one) !== null) ?? beside[0];
}

/** What is printed at a terminal, without the part that it is of; nothing where there is but one. */
function pinName(part: AnyPart, pin: string): string {
  const { side } = kindOf(part).rail?.(part.spec) ?? {};
  if (kindOf(part).metal !== undefined) return pin;
  if (kindOf(part).listed(part) === null && side === 'feed') return part.name;
  const housing = insideOf(part);
  if (housing !== undefined && part.tag.startsWith(`${housing}.`)) return `${part.tag.slice(housing.length + 1)} ${pin}`;
  const whole = endName(part, pin);
  const { tag, name } = part;
  if (whole === tag) return '';
  const [before] = [tag, name].filter((words) => whole.startsWith(`${words} `));
  return whole.startsWith(`${tag} ${name} `)
    ? whole.slice(tag.length + name.length + 2)
    : before
      ? whole.slice(before.length + 1)
      : whole.split(' ').at(-1)!;
}

function crossingsOf({ places }: Design, netlist: Netlist, cords: ReadonlyMap<string, string>, place: string): Crossing[] {
  const byId = new Map(netlist.parts.map((part) => [part.id, part]));
  const groups = new Map<string, { wires: Wire[]; to: string; cord: string }>();
  for (const wire of netlist.wires) {
    const [from, to] = [wire.from, wire.to].map((at) => byId.get(partOf(at))!.place);
    if ((from === place) === (to === place)) continue;
    const other = from === place ? to! : from!;
    const cord = cords.get(wire.id) ?? '';
    const key = cord || `${other}|${wire.mains}`;
    const group = groups.get(key) ?? { wires: [], to: other, cord };
    group.wires.push(wire);
    groups.set(key, group);
  }
  const isSource = (part: AnyPart): boolean => plays(part, 'overcurrent device') || kindOf(part).rail !== undefined;
  return [...groups.values()]
    .map(({ wires, to, cord }): Crossing => {
      const ends = wires.flatMap(({ from, to: at }) => [byId.get(partOf(from))!, byId.get(partOf(at))!]);
      const comesIn = ends.some((part) => part.place === to && isSource(part));
      const other = places.find(({ id }) => id === to)!.name;
      return {
        cord,
        wires: wires.map(asWire),
        to,
        comesIn,
        mains: wires.some(({ mains }) => mains),
        words: `${cord} ${comesIn ? 'in from' : 'to'} ${other}`.trim(),
        by: cord ? 'strain relief' : 'grommet',
      };
    })
    .sort((a, b) => Number(b.comesIn) - Number(a.comesIn));
}
