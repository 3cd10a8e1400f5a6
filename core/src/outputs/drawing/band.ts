/** A part of a drawing by itself: what one step of the work touches, with the paths that it stands in. */
import type { Drawing, DrawnSymbol, DrawnWire } from './current-paths.ts';
import { isContact, shapeHalf } from './symbols.ts';
import { CHAR, textOfWire, textsOfSymbol, type Box } from './texts.ts';

/** Room beside what stands farthest out, and beyond it along a path that goes on, drawing units. */
const AIR = 8;
const ALONG = 26;
/** Half of the widest symbol: a coil, a contact with its lever. */
const BODY = 32;
/** Below all else, for the numbers of the paths. */
const FOOT = 22;

type Points = readonly (readonly [number, number])[];
const around = (boxes: readonly Box[]): Box => ({
  x1: Math.min(...boxes.map(({ x1 }) => x1)),
  x2: Math.max(...boxes.map(({ x2 }) => x2)),
  y1: Math.min(...boxes.map(({ y1 }) => y1)),
  y2: Math.max(...boxes.map(({ y2 }) => y2)),
});
const boxOf = (points: Points): Box => around(points.map(([x, y]) => ({ x1: x, x2: x, y1: y, y2: y })));

/**
 * The box around the marked wires and parts, with what is written beside them; a path that goes on is cut at its edge. Null
 * where nothing of the drawing is marked. `words`: the longest line that stands beside a wire.
 */
export function bandOf(drawing: Drawing, marked: ReadonlySet<string>, words: (wire: string) => string): Drawing | null {
  const ofWire = (wire: DrawnWire): Box => around([boxOf(wire.points), ...textOfWire(wire, words(wire.wire))]);
  const ofSymbol = (symbol: DrawnSymbol): Box => {
    const half = shapeHalf(symbol.symbol);
    const body = { x1: symbol.x - BODY, x2: symbol.x + BODY, y1: symbol.middle - half, y2: symbol.middle + half };
    return around([body, ...textsOfSymbol(symbol)]);
  };
  const boxes = [
    ...drawing.wires.filter(({ wire }) => marked.has(wire)).map(ofWire),
    // A relay that is marked is its coil: its contacts stand in the paths of what it switches.
    ...drawing.symbols.filter(({ part, symbol }) => marked.has(part) && !isContact(symbol)).map(ofSymbol),
  ];
  if (boxes.length === 0) return null;
  const all = around(boxes);
  const [from, to] = [all.x1 - AIR, all.x2 + AIR];
  const [top, bottom] = [all.y1 - ALONG, all.y2 + ALONG];
  const [shiftX, shiftY] = [(x: number) => x - from, (y: number) => Math.min(Math.max(y, top), bottom) - top];
  const moved = (points: Points): Points => points.map(([x, y]) => [shiftX(x), shiftY(y)]);
  const across = ({ x1, x2 }: Box): boolean => x1 >= from && x2 <= to;
  const within = ({ y1, y2 }: Box): boolean => y1 >= top && y2 <= bottom;
  const meets = ({ y1, y2 }: Box): boolean => y2 > top && y1 < bottom;
  const cut = <T extends { readonly points: Points }>(lines: readonly T[]): T[] =>
    lines.filter(({ points }) => across(boxOf(points)) && meets(boxOf(points))).map((line) => ({ ...line, points: moved(line.points) }));
  return {
    ...drawing,
    width: to - from,
    height: bottom - top + FOOT,
    foot: bottom - top + FOOT,
    rails: drawing.rails.flatMap((rail) => {
      const pieces = rail.pieces
        .map(([x1, x2]) => [Math.max(x1, from), Math.min(x2, to)] as const)
        .filter(([x1, x2]) => x2 > x1)
        .map(([x1, x2]) => [shiftX(x1), shiftX(x2)] as const);
      if (pieces.length === 0 || rail.y < top + ALONG / 2 || rail.y > bottom - ALONG / 2) return [];
      const wide = CHAR * `${rail.label} · ${rail.name}`.length;
      const free = (x: number) => drawing.paths.every((path) => path.x < x - AIR || path.x > x + wide + AIR);
      const ends = [Math.max(from + AIR / 2, Math.min(rail.nameX, to - wide)), from + AIR / 2, to - wide];
      const nameX = shiftX(ends.find(free) ?? ends[0]!);
      return [{ ...rail, y: shiftY(rail.y), x1: shiftX(Math.max(rail.x1, from)), x2: shiftX(Math.min(rail.x2, to)), pieces, nameX }];
    }),
    symbols: drawing.symbols
      .filter((symbol) => across(ofSymbol(symbol)) && within(ofSymbol(symbol)))
      .map((symbol) => ({
        ...symbol,
        x: shiftX(symbol.x),
        y1: shiftY(symbol.y1),
        y2: shiftY(symbol.y2),
        middle: shiftY(symbol.middle),
      })),
    wires: cut(drawing.wires.filter((wire) => across(ofWire(wire)))).map((wire) => ({
      ...wire,
      labelX: shiftX(wire.labelX),
      labelY: wire.labelY - top,
      labelled: wire.labelled && textOfWire(wire, '').every(within),
    })),
    links: cut(drawing.links),
    lines: cut(drawing.lines),
    dots: drawing.dots.filter(([x, y]) => x >= from && x <= to && y >= top && y <= bottom).map(([x, y]) => [shiftX(x), shiftY(y)] as const),
    terminals: drawing.terminals
      .filter(({ x, y }) => x >= from && x <= to && y >= top && y <= bottom)
      .map(({ x, y, words }) => ({ x: shiftX(x), y: shiftY(y), words })),
    paths: drawing.paths.filter(({ x }) => x >= from && x <= to).map((path) => ({ ...path, x: shiftX(path.x) })),
    bonds: [],
  };
}
