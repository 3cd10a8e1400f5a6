/** What is needed to build it: wires to cut, parts to buy. */
import { partOf, pinOf, type Terminal } from '../circuit/terminal.ts';
import type { Netlist } from '../compile/netlist.ts';
import type { Design } from '../design/schema.ts';
import { kindOf, type AnyPart } from '../parts/registry.ts';
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
    return { name: endName(part, pinOf(at)), place: placeName(design, part.place), terminal: kindOf(part).terminalStyle };
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
    const description = kindOf(part).listed(part);
    if (description === null) continue;
    const row = rows.get(description) ?? { tags: [], places: new Set<string>() };
    row.tags.push(part.tag);
    row.places.add(placeName(design, part.place));
    rows.set(description, row);
  }
  return [...rows].map(([description, { tags, places }]) => ({
    tags: tags.join(' '),
    description,
    count: tags.length,
    places: [...places].join(', '),
  }));
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
