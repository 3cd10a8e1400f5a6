/** Wires that are made into one thing before they go in: what runs from one place to another, or stays in one, with what hangs in them. */
import { type Terminal, pinOf, terminal } from '../../quantity/index.ts';
import type { Netlist } from '../../graph/index.ts';
import type { Design } from '../../project/index.ts';
import { type AnyPart, kindOf, plays } from '../../kinds/index.ts';
import { terminalName } from './end-name.ts';
import type { WireRow } from './lists.ts';
import { partIsThere } from './there.ts';

/** A fuse in a holder with leads, a diode in its sleeve, a splice. */
export interface InHarness {
  readonly part: AnyPart;
  readonly what: string;
  readonly place: string;
  /** What of it goes where: `K to K1 86`, or the wires that meet at it. */
  readonly sits: string;
}
export interface Harness {
  /** Its letter as a loom; empty for what stays in one place. */
  readonly loom: string;
  readonly from: string;
  readonly to: string;
  /** From its first place to its last. */
  readonly wires: readonly WireRow[];
  readonly parts: readonly InHarness[];
  /** The longest of its wires, m. */
  readonly lengthM: number;
}

/** What a person cuts at low voltage, by the places at its ends; the mains go in cords, and what is there already is made. */
export function harnessesOf(design: Design, netlist: Netlist, rows: readonly WireRow[]): Harness[] {
  const placeOf = new Map(design.places.map(({ id, name }) => [id, name]));
  const mains = new Set(netlist.wires.filter((wire) => wire.mains).map(({ id }) => id));
  const groups = new Map<string, WireRow[]>();
  for (const row of rows) {
    if (row.existing || mains.has(row.wire)) continue;
    const way = [row.fromPlace, row.toPlace].sort().join('\0');
    groups.set(way, [...(groups.get(way) ?? []), row]);
  }
  const taken = new Set<string>();
  const made = [...groups.values()].sort((a, b) => Number(isInside(b[0]!)) - Number(isInside(a[0]!)));
  const harnesses = made
    .filter((own) => own.length > 1)
    .map((own): Harness => {
      const [{ fromPlace: from, toPlace: to, loom }] = own as [WireRow];
      // A thing at an end is made with what stays there, where anything does.
      const parts = netlist.parts.filter(
        (part) =>
          !taken.has(part.id) &&
          kindOf(part).hangsInWires?.(part.spec) === true &&
          !partIsThere(design, part) &&
          [from, to].includes(placeOf.get(part.place)!),
      );
      const touching = parts.flatMap((part): InHarness[] => {
        const sits = sitsAt(netlist, part, rows, own);
        if (sits === null) return [];
        taken.add(part.id);
        return [{ part, what: kindOf(part).listed(part) ?? part.name, place: placeOf.get(part.place)!, sits }];
      });
      const along = (row: WireRow): WireRow => (row.fromPlace === from ? row : turned(row));
      return { loom, from, to, wires: own.map(along), parts: touching, lengthM: Math.max(...own.map(({ lengthM }) => lengthM)) };
    });
  return harnesses.sort((a, b) => Number(a.loom === '') - Number(b.loom === '') || a.loom.localeCompare(b.loom));
}
const isInside = ({ fromPlace, toPlace }: WireRow): boolean => fromPlace === toPlace;

/** The same wire seen from its other end. */
const turned = (row: WireRow): WireRow => ({
  ...row,
  from: row.to,
  fromPlace: row.toPlace,
  fromTerminal: row.toTerminal,
  labelFrom: row.labelTo,
  to: row.from,
  toPlace: row.fromPlace,
  toTerminal: row.fromTerminal,
  labelTo: row.labelFrom,
  ends: [row.ends[1], row.ends[0]],
});

/** Where a part sits in a harness, pin by pin; null where nothing of that touches it. */
function sitsAt(netlist: Netlist, part: AnyPart, rows: readonly WireRow[], own: readonly WireRow[]): string | null {
  const inIt = new Set(own.map(({ wire }) => wire));
  // Of a wire that a strip cuts in pieces, the piece that ends there.
  const at = (end: Terminal): string[] => [
    ...netlist.wires
      .filter(({ from, to }) => [from, to].includes(end))
      .flatMap(({ id }) => rows.filter(({ wire, from, to }) => wire === id && [from, to].includes(terminalName(netlist, end))))
      .map(({ tag }) => tag),
    ...netlist.joints.flatMap(([a, b]) => (a === end ? [b] : b === end ? [a] : [])).map((other) => terminalName(netlist, other)),
  ];
  const pins = kindOf(part).pins(part.spec);
  const ends = pins.map((pin) => terminal(part.id, pin));
  const joined = new Set(netlist.joints.flatMap(([a, b]) => (ends.includes(a) ? [b] : ends.includes(b) ? [a] : [])));
  const isIn = netlist.wires.some(({ id, from, to }) => inIt.has(id) && [from, to].some((end) => ends.includes(end) || joined.has(end)));
  if (!isIn) return null;
  return pins.length === 1
    ? `joins ${at(ends[0]!).join(', ')}`
    : ends
        .map((end) => `${pinOf(end)}${plays(part, 'diode') && pinOf(end) === 'K' ? ', its band,' : ''} at ${at(end).join(', ')}`)
        .join(' · ');
}
