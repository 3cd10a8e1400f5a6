/** What is needed to build it: wires to cut, parts to buy. */
import { partOf, pinOf, type Terminal } from '../circuit/terminal.ts';
import type { Netlist } from '../compile/netlist.ts';
import type { Design } from '../design/schema.ts';
import { isKind, kindOf, type AnyPart } from '../parts/registry.ts';
import { awgName, nearestAwg } from '../reference/awg.ts';
import { colourName } from '../reference/wire-colours.ts';

export interface WireRow {
  readonly id: string;
  readonly tag: string;
  readonly job: string;
  readonly from: string;
  readonly fromPlace: string;
  readonly fromTerminal: string;
  readonly to: string;
  readonly toPlace: string;
  readonly toTerminal: string;
  readonly colour: string;
  readonly colourName: string;
  readonly sizeMm2: number;
  readonly awg: string;
  readonly lengthM: number;
}

export interface PartRow {
  readonly tags: string;
  readonly description: string;
  readonly count: number;
  readonly places: string;
}

export function wireList(design: Design, netlist: Netlist): WireRow[] {
  const parts = new Map(netlist.parts.map((part) => [part.id, part]));
  const end = (at: Terminal) => {
    const part = parts.get(partOf(at))!;
    return { name: endName(part, pinOf(at)), place: placeName(design, part.place), terminal: endStyle(design, part) };
  };
  return netlist.wires.map((wire) => {
    const from = end(wire.from);
    const to = end(wire.to);
    return {
      id: wire.id,
      tag: wire.tag,
      job: design.jobs.find(({ id }) => id === wire.job)!.name,
      from: from.name,
      fromPlace: from.place,
      fromTerminal: from.terminal,
      to: to.name,
      toPlace: to.place,
      toTerminal: to.terminal,
      colour: wire.colour,
      colourName: colourName(wire.colour),
      sizeMm2: wire.sizeMm2,
      awg: awgName(nearestAwg(wire.sizeMm2)),
      // To the next whole centimetre: nobody cuts finer, and never shorter.
      lengthM: Math.ceil(wire.lengthM * 100 - 1e-9) / 100,
    };
  });
}

/** What is crimped on, or put on the strands for a screw. */
function endStyle({ settings }: Design, part: AnyPart): string {
  if (!isKind(part, 'relay') || part.spec.socket.fits !== 'eight-pin') {
    const { terminalStyle } = kindOf(part);
    return typeof terminalStyle === 'string' ? terminalStyle : terminalStyle(part.spec);
  }
  return settings.strandEnds === 'ferrule' ? 'ferrule' : 'bare strands, twisted';
}

function placeName(design: Design, id: string): string {
  return design.places.find((place) => place.id === id)!.name;
}

/** `K1 30`; a splice or a ground has one place to land and needs no pin. */
function endName(part: AnyPart, pin: string): string {
  switch (part.kind) {
    case 'splice':
    case 'ground-point':
      return part.tag;
    case 'return-bus':
      return 'battery −';
    case 'battery':
      return `${part.name} ${pin === '-' ? '−' : pin}`;
    case 'load':
      return `${part.tag} ${part.name} ${pin === '-' ? '−' : pin}`;
    case 'feed':
      return `${part.tag} ${part.name}`;
    default:
      return `${part.tag} ${pin}`;
  }
}

/** Equal parts are one row; wire is summed by size and colour. */
export function partsList(design: Design, netlist: Netlist): PartRow[] {
  const rows = new Map<string, { tags: string[]; places: Set<string> }>();
  for (const part of netlist.parts) {
    // Channels of modules come several to a board.
    if (isKind(part, 'relay') && part.spec.type.module) continue;
    const description = kindOf(part).listed(part);
    if (description === null) continue;
    const row = rows.get(description) ?? { tags: [], places: new Set<string>() };
    row.tags.push(part.tag);
    row.places.add(placeName(design, part.place));
    rows.set(description, row);
  }
  return [
    ...[...rows].map(([description, { tags, places }]) => ({
      tags: tags.join(' '),
      description,
      count: tags.length,
      places: [...places].join(', '),
    })),
    ...moduleBoards(design, netlist),
  ];
}

/** Channels that modules are sold with. */
const CHANNELS = [16, 8, 4, 2, 1];

/** Channels of one kind at one place, made up of the fewest boards. */
function moduleBoards(design: Design, netlist: Netlist): PartRow[] {
  const groups = new Map<string, { name: string; place: string; tags: string[] }>();
  for (const part of netlist.parts) {
    if (!isKind(part, 'relay') || !part.spec.type.module) continue;
    const { name } = part.spec.type;
    const key = `${name}|${part.place}`;
    const group = groups.get(key) ?? { name, place: placeName(design, part.place), tags: [] };
    group.tags.push(part.tag);
    groups.set(key, group);
  }
  return [...groups.values()].flatMap(({ name, place, tags }) => {
    const boards: PartRow[] = [];
    for (let left = [...tags]; left.length > 0;) {
      // The smallest board that takes all that is left, or a full one of the largest.
      const size = CHANNELS.findLast((channels) => channels >= left.length) ?? CHANNELS[0]!;
      const taken = left.slice(0, size);
      left = left.slice(size);
      const spare = size - taken.length;
      const words = size === 1 ? '1 channel' : `${size} channels${spare > 0 ? `, ${spare} spare` : ''}`;
      boards.push({ tags: taken.join(' '), description: `${name}, ${words}`, count: 1, places: place });
    }
    return boards;
  });
}

export interface CopperRow {
  readonly sizeMm2: number;
  readonly awg: string;
  readonly colour: string;
  readonly colourName: string;
  readonly pieces: number;
  readonly lengthM: number;
}

export function wireTotals(wires: readonly WireRow[]): CopperRow[] {
  const rows = new Map<string, CopperRow>();
  for (const { sizeMm2, awg, colour, colourName: name, lengthM } of wires) {
    const key = `${sizeMm2} ${colour}`;
    const row = rows.get(key) ?? { sizeMm2, awg, colour, colourName: name, pieces: 0, lengthM: 0 };
    rows.set(key, { ...row, pieces: row.pieces + 1, lengthM: row.lengthM + lengthM });
  }
  return [...rows.values()].sort((a, b) => b.sizeMm2 - a.sizeMm2 || a.colour.localeCompare(b.colour));
}
