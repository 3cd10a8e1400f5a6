/** Where the words of a drawing stand, as boxes that nothing else may cross: estimated from their letters, on the safe side. */
import { pinOf } from '../../quantity/index.ts';
import type { DrawnSymbol, DrawnWire } from './current-paths.ts';
import { SHAPES, isCoil, isContact, shapeHalf } from './symbols.ts';

export interface Box {
  readonly x1: number;
  readonly x2: number;
  readonly y1: number;
  readonly y2: number;
}

/** The monospaced face is 0.6 em wide, at 12 px. */
export const CHAR = 7.2;
/** Between two lines of words. */
export const LINE = 14;
/** What flows is written below the labels of loads and coils, and volts beside a wire's name. */
const LIVE_CHARS = 8;

/** Base line of the first label, from the middle of its symbol: three lines stand around it where current is written too. */
export const firstLine = (symbol: DrawnSymbol): number => (writesAmps(symbol) ? -10 : -4);
/** Whether what flows is written beside it. */
export const writesAmps = ({ symbol, role, labels }: DrawnSymbol): boolean =>
  isCoil(symbol) || (role === 'load' && labels.length > 1 && symbol !== 'fuse');

/** Where the earth of a part's metal is drawn, from its middle, and how far its tag stands below. */
export const EARTH_X = -40;
export const EARTH_DOWN = 30;
/** Protective earth (IEC 60617), from the foot of its line. */
export const EARTH_MARK = 'm-8 0 h16 m-13 4 h10 m-7 4 h4';
/** Led out of a part's metal, from its middle. */
export const EARTH_LINE = `M0 0 H${EARTH_X} V10 ${EARTH_MARK}`;

/** Of a text whose base line begins, or ends, at x. */
function box(x: number, baseline: number, text: string, anchor: 'start' | 'end' = 'start'): Box {
  const width = text.length * CHAR;
  return { x1: anchor === 'start' ? x : x - width, x2: anchor === 'start' ? x + width : x, y1: baseline - 10, y2: baseline + 3 };
}

export function textsOfSymbol(drawn: DrawnSymbol): Box[] {
  const { symbol, x, middle, labels, upper, lower } = drawn;
  const half = shapeHalf(symbol);
  const letters = SHAPES[symbol]
    .shapes(half, false)
    .flatMap((shape) => (shape.kind === 'letter' ? [box(x + shape.x - CHAR / 2, middle + shape.y, shape.text)] : []));
  const pins = (at: number, anchor: 'start' | 'end', up: number, down: number) => [
    box(x + at, middle - half - up, pinOf(upper), anchor),
    box(x + at, middle + half + down, pinOf(lower), anchor),
  ];
  if (isContact(symbol)) return [...letters, ...pins(9, 'start', -1, 8), box(x + 12, middle + 4, '00/00')];
  if (symbol === 'diode') return [...letters, box(x + 13, middle - 8, labels[0] ?? '')];
  const lines = [...labels, ...(writesAmps(drawn) ? ['0'.repeat(LIVE_CHARS)] : [])];
  const rows = lines.map((text, at) =>
    box(isCoil(symbol) ? x - 62 : x + 24, middle + firstLine(drawn) + LINE * at, text, isCoil(symbol) ? 'end' : 'start'),
  );
  const earth =
    drawn.earths.length > 0
      ? [
          { x1: x + EARTH_X - 9, x2: x - 14, y1: middle - 2, y2: middle + 20 },
          box(x + EARTH_X - (drawn.earths.join(' ').length * CHAR) / 2, middle + EARTH_DOWN, drawn.earths.join(' ')),
        ]
      : [];
  return [...letters, ...rows, ...earth, ...(isCoil(symbol) ? pins(-6, 'end', 4, 12) : [])];
}

/** A wire's name and size, with what it drops; `words` is its longest line. */
export const textOfWire = ({ labelX, labelY, labelled }: DrawnWire, words: string): Box[] =>
  labelled ? [{ x1: labelX - 4, x2: labelX + (words.length + LIVE_CHARS) * CHAR + 14, y1: labelY - 13, y2: labelY + 14 }] : [];

/** How many boxes a way of level and upright lines goes through, counted no further than `most`. */
export function crossed(boxes: readonly Box[], points: readonly (readonly [number, number])[], most: number): number {
  let count = 0;
  for (let at = 1; at < points.length; at++) {
    const [[xa, ya], [xb, yb]] = [points[at - 1]!, points[at]!];
    const [left, right] = xa < xb ? [xa, xb] : [xb, xa];
    const [top, bottom] = ya < yb ? [ya, yb] : [yb, ya];
    for (const { x1, x2, y1, y2 } of boxes) if (left < x2 && right > x1 && top < y2 && bottom > y1 && ++count >= most) return count;
  }
  return count;
}
