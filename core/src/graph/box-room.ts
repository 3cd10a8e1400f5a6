/** Room that wires and parts take in a box, as an inspector counts it. */
import type { Place } from '../document/index.ts';
import { type AnyPart, kindOf } from '../kinds/index.ts';
import { partOf } from '../quantity/index.ts';
import { EARTHS_AS_ONE, FURTHER_EARTH, wireRoomCm3 } from '../reference/index.ts';
import type { Netlist, Wire } from './netlist.ts';

export interface RoomTaken {
  /** What takes it: `4 wires to 6 mm²` is for a reader to say. */
  readonly by: 'wires' | 'earths' | 'parts' | 'clamps';
  readonly count: number;
  /** The thickest of them, mm². */
  readonly sizeMm2: number;
  readonly cm3: number;
}

/**
 * What a box's room is taken by: each wire that leaves it by its own size (what stays inside takes none), all earths together as
 * one of their thickest, each further than the fourth a quarter more, parts as so many of the thickest wire at them, and what holds the cords
 * as one of the thickest wire that passes the wall. Null where nothing of the mains passes it, or a wire is thicker than the table.
 */
export function roomTaken({ parts, wires }: Pick<Netlist, 'parts' | 'wires'>, place: Place['id']): RoomTaken[] | null {
  const here = new Set(parts.flatMap((part) => (part.place === place ? [part.id] : [])));
  const isAt = (end: Wire['from']) => here.has(partOf(end));
  const passing = wires.filter(({ from, to }) => isAt(from) !== isAt(to));
  const inside = wires.filter(({ from, to }) => isAt(from) || isAt(to));
  if (!passing.some(({ mains }) => mains) || inside.some(({ sizeMm2 }) => wireRoomCm3(sizeMm2) === null)) return null;
  const thickest = (list: readonly Wire[]) => Math.max(...list.map(({ sizeMm2 }) => sizeMm2));
  const [earths, others] = [passing.filter(({ role }) => role === 'earth'), passing.filter(({ role }) => role !== 'earth')];
  const sizes = [...new Set(others.map(({ sizeMm2 }) => sizeMm2))].sort((a, b) => b - a);
  const rows: RoomTaken[] = sizes.map((sizeMm2) => {
    const count = others.filter((wire) => wire.sizeMm2 === sizeMm2).length;
    return { by: 'wires', count, sizeMm2, cm3: count * wireRoomCm3(sizeMm2)! };
  });
  if (earths.length > 0) {
    const times = 1 + FURTHER_EARTH * Math.max(0, earths.length - EARTHS_AS_ONE);
    rows.push({ by: 'earths', count: earths.length, sizeMm2: thickest(earths), cm3: times * wireRoomCm3(thickest(earths))! });
  }
  const at = (part: AnyPart) => inside.filter(({ from, to }) => [from, to].some((end) => partOf(end) === part.id));
  const devices = parts.flatMap((part) => {
    const times = here.has(part.id) ? (kindOf(part).asWires?.(part.spec) ?? 0) : 0;
    const own = times > 0 ? at(part) : [];
    return own.length > 0 ? [{ sizeMm2: thickest(own), cm3: times * wireRoomCm3(thickest(own))! }] : [];
  });
  if (devices.length > 0)
    rows.push({
      by: 'parts',
      count: devices.length,
      sizeMm2: Math.max(...devices.map(({ sizeMm2 }) => sizeMm2)),
      cm3: devices.reduce((sum, { cm3 }) => sum + cm3, 0),
    });
  return [...rows, { by: 'clamps', count: 1, sizeMm2: thickest(passing), cm3: wireRoomCm3(thickest(passing))! }];
}
