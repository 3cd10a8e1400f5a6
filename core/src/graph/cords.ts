/** Cords: what goes of the mains from a box with one cord in to another place, as one thing with its cores. */
import { kindOf, plays } from '../kinds/index.ts';
import { type Design, legsOfLine, linesOf } from '../project/index.ts';
import { partOf } from '../quantity/index.ts';
import { familyOf } from './laid.ts';
import type { Netlist, Wire } from './netlist.ts';

/** Most cores of a cord as sold (common practice). */
const MOST_CORES = 5;

/** Wires that lie in one cord, where there are two of them and no more than a cord has: each group in the order of its wires. */
export function coresOf<W extends Wire>(
  design: Pick<Design, 'settings' | 'places' | 'jobs'>,
  { parts, wires }: { readonly parts: Netlist['parts']; readonly wires: readonly W[] },
): W[][] {
  const placeOf = new Map(parts.map(({ id, place }) => [id, place]));
  /** What a cord into a box comes from: the fuse in the plug or the panel, and the bars beside it. */
  const feeds = new Set(parts.flatMap((part) => (plays(part, 'overcurrent device') || kindOf(part).rail ? [part.id] : [])));
  const boxes = new Set(design.places.flatMap(({ id, oneCord }) => (oneCord ? [id] : [])));
  const groups = new Map<string, W[]>();
  for (const wire of wires) {
    const ends = [wire.from, wire.to].map((at) => placeOf.get(partOf(at))!).sort() as [string, string];
    if (ends[0] === ends[1] || !ends.some((place) => boxes.has(place))) continue;
    if (!wire.mains || wire.role === 'control' || familyOf(design.settings, wire) !== 'cord') continue;
    const comesIn = [wire.from, wire.to].some((at) => feeds.has(partOf(at)));
    const key = [...ends, wire.job, comesIn ? 'in' : lineOf(design, wire)].join('|');
    groups.set(key, [...(groups.get(key) ?? []), wire]);
  }
  return [...groups.values()].filter(({ length }) => length > 1 && length <= MOST_CORES);
}

/** Most cores of a cable for a vehicle or a trailer (ISO 11446), and its thickest as sold (from memory), mm². */
const MOST_CABLE_CORES = 13;
const MOST_CABLE_MM2 = 6;

type Way = Pick<Design['distances'][number], 'a' | 'b'>;
/** Wires of low voltage that go straight a way and may be cores: none where they are fewer than two, or more than a cable has. */
function coresAlong<W extends Wire>(
  { a, b }: Way,
  { parts, wires }: { readonly parts: Netlist['parts']; readonly wires: readonly W[] },
): W[] {
  const placeOf = new Map(parts.map(({ id, place }) => [id, place]));
  const fits = ({ mains, insulation, sizeMm2, from, to }: W): boolean => {
    const ends = [from, to].map((at) => placeOf.get(partOf(at)));
    return !mains && insulation === 'usual' && sizeMm2 <= MOST_CABLE_MM2 && ends.includes(a) && ends.includes(b);
  };
  const cores = wires.filter(fits);
  return cores.length > 1 && cores.length <= MOST_CABLE_CORES ? cores : [];
}
/** The same of every way that is said to have a cable. */
export const cablesOf = <W extends Wire>(
  { distances }: Pick<Design, 'distances'>,
  laid: { readonly parts: Netlist['parts']; readonly wires: readonly W[] },
): W[][] =>
  distances
    .filter(({ cable }) => cable)
    .map((way) => coresAlong(way, laid))
    .filter(({ length }) => length > 0);

/** The load line that a wire goes to; the first one for what several share. */
function lineOf({ jobs }: Pick<Design, 'jobs'>, { job, leg }: Wire): string {
  const lines = linesOf(jobs.find(({ id }) => id === job)!).map(({ id }) => id);
  return lines.find((line) => legsOfLine(line).includes(leg)) ?? lines[0] ?? '';
}

/** As cords and cables are sold. */
export const isEven = (cores: readonly Pick<Wire, 'sizeMm2'>[]): boolean => new Set(cores.map(({ sizeMm2 }) => sizeMm2)).size === 1;

/** Whether what goes straight a way makes a cable. */
export const hasCable = (netlist: Netlist, way: Way): boolean => isEven(coresAlong(way, netlist));

/** A cord or a cable of a project: every core of one size, as it is sold. */
export interface Cord {
  /** Of the mains it is a cord. */
  readonly built: 'cord' | 'cable';
  /** `C1`, in the order of the wires. */
  readonly tag: string;
  readonly cores: readonly Wire[];
  readonly sizeMm2: number;
}

export function cordsOf(design: Design, netlist: Netlist): Cord[] {
  return [
    ...coresOf(design, netlist).map((cores) => ({ built: 'cord' as const, cores })),
    ...cablesOf(design, netlist).map((cores) => ({ built: 'cable' as const, cores })),
  ]
    .filter(({ cores }) => isEven(cores))
    .map(({ built, cores }, at) => ({ built, tag: `C${at + 1}`, cores, sizeMm2: cores[0]!.sizeMm2 }));
}
