/** The screws of the terminals of the mains in each box, in a row: which wire of which cord goes under which. */
import { partOf, pinOf } from '../../quantity/index.ts';
import { type Netlist, type Wire, cordsOf } from '../../graph/index.ts';
import { type Design, loadSupplyOf } from '../../project/index.ts';
import { BOX_CONDUCTORS, kindOf } from '../../kinds/index.ts';
import { endName } from './end-name.ts';

export interface Screw {
  /** In a row through the whole block, from 1. */
  readonly number: number;
  /** The terminal that it is on: neighbours of one tag are one piece of metal. */
  readonly terminal: string;
  readonly marked: string;
  readonly wire: Wire;
  /** The cord that the wire is a core of; empty for one by itself. */
  readonly cord: string;
  readonly toPlace: string;
  /** Of what comes from the supply, of what stays in the box, and of what leaves it for a load. */
  readonly way: 'in' | 'inside' | 'out';
  /** That and its other end in words. */
  readonly words: string;
}
export interface ScrewBlock {
  readonly place: string;
  readonly screws: readonly Screw[];
}

const ORDER: readonly string[] = Object.values(BOX_CONDUCTORS);
const WAYS = ['in', 'inside', 'out'] as const;
const WAY_WORDS = { in: 'in from', inside: 'to', out: 'out to' } as const;

/** Line, second hot, neutral, earth; of each what comes in first and what goes out last, so that the earth goes through beside its cords. */
export function screwBlocks(design: Design, netlist: Netlist): ScrewBlock[] {
  const parts = new Map(netlist.parts.map((part) => [part.id, part]));
  const cords = new Map(cordsOf(design, netlist).flatMap(({ tag, cores }) => cores.map(({ id }) => [id, tag] as const)));
  return design.places.flatMap((place): ScrewBlock[] => {
    const screws = netlist.parts
      .filter((part) => part.place === place.id)
      .flatMap((part) => {
        const marked = kindOf(part).marked?.(part.spec);
        if (marked === undefined) return [];
        return netlist.wires.flatMap((wire) => {
          const far = partOf(wire.from) === part.id ? wire.to : partOf(wire.to) === part.id ? wire.from : null;
          if (far === null) return [];
          const other = parts.get(partOf(far))!;
          const job = design.jobs.find(({ id }) => id === wire.job)!;
          const way = other.place === place.id ? WAYS[1] : other.place === loadSupplyOf(design, job).place ? WAYS[0] : WAYS[2];
          return {
            ...{ terminal: part.tag, marked, wire, way },
            cord: cords.get(wire.id) ?? '',
            words: `${WAY_WORDS[way]} ${endName(other, pinOf(far))}`,
            toPlace: design.places.find(({ id }) => id === other.place)!.name,
          };
        });
      })
      .sort(
        (a, b) =>
          ORDER.indexOf(a.marked) - ORDER.indexOf(b.marked) ||
          a.terminal.localeCompare(b.terminal) ||
          WAYS.indexOf(a.way) - WAYS.indexOf(b.way),
      );
    return screws.length === 0 ? [] : [{ place: place.id, screws: screws.map((screw, at) => ({ number: at + 1, ...screw })) }];
  });
}
