/** A drawing small enough for a card: its lines and symbols without a word, for those who know it by its shape. */
import type { Shape } from '../../kinds/index.ts';
import type { Drawing } from './current-paths.ts';
import { SHAPES, shapeHalf } from './symbols.ts';

/** How a stroke of a sketch is drawn. */
export const STROKES = ['load', 'control', 'supply', 'return', 'symbol', 'link'] as const;
export type Stroke = (typeof STROKES)[number];
export interface Sketch {
  readonly width: number;
  readonly height: number;
  /** SVG path data, one for each kind of stroke. */
  readonly strokes: Readonly<Record<Stroke, string>>;
}

/** A drawing's room is for its words; without them it is drawn closer, with its symbols as large as they are. */
const NARROWER = 0.55;
const LOWER = 0.62;

const round = (value: number): number => Math.round(value);
const line = (points: readonly (readonly [number, number])[]): string =>
  points.map(([x, y], at) => `${at === 0 ? 'M' : 'L'}${round(x)} ${round(y)}`).join('');

/** Letters are left out: they would be too small to read. A path begins with its own absolute move, which is shifted. */
function shifted(shape: Shape, x: number, y: number): string {
  if (shape.kind === 'letter') return '';
  if (shape.kind === 'circle') {
    const { x: cx, y: cy, r } = shape;
    return `M${round(x + cx - r)} ${round(y + cy)}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;
  }
  // Absolute commands carry places, relative ones (small letters) do not.
  return shape.d.replace(/([MLHVC])([^A-Za-z]*)/g, (_, command: string, numbers: string) => {
    const moved = [...numbers.matchAll(/-?\d*\.?\d+/g)].map(([number], at) => {
      const along = command === 'H' ? x : command === 'V' ? y : at % 2 === 0 ? x : y;
      return Math.round((Number(number) + along) * 10) / 10;
    });
    return `${command}${moved.join(' ')} `;
  });
}

/** The drawing closer together. */
function closer({ width, height, rails, wires, lines, links, symbols }: Drawing) {
  const point = ([x, y]: readonly [number, number]) => [x * NARROWER, y * LOWER] as const;
  const along = <T extends { readonly points: readonly (readonly [number, number])[] }>(list: readonly T[]) =>
    list.map((one) => ({ ...one, points: one.points.map(point) }));
  return {
    width: width * NARROWER,
    height: height * LOWER,
    rails: rails.map(({ side, y, pieces }) => ({
      side,
      y: y * LOWER,
      pieces: pieces.map(([x1, x2]) => [x1 * NARROWER, x2 * NARROWER] as const),
    })),
    wires: along(wires),
    lines: along(lines),
    links: along(links),
    symbols: symbols.map((one) => {
      const middle = one.middle * LOWER;
      const half = shapeHalf(one.symbol);
      // Where there is less room than a symbol takes, its leads are gone and not turned round.
      return {
        ...one,
        x: one.x * NARROWER,
        middle,
        y1: Math.min(one.y1 * LOWER, middle - half),
        y2: Math.max(one.y2 * LOWER, middle + half),
      };
    }),
  };
}

export function sketchOf(drawing: Drawing): Sketch {
  const { width, height, rails, wires, lines, links, symbols } = closer(drawing);
  const strokes: Record<Stroke, string> = { load: '', control: '', supply: '', return: '', symbol: '', link: '' };
  for (const { side, pieces, y } of rails)
    for (const [x1, x2] of pieces)
      strokes[side === 'return' ? 'return' : side === 'supply' ? 'supply' : 'control'] += line([
        [x1, y],
        [x2, y],
      ]);
  for (const { points, role } of [...wires, ...lines]) strokes[role] += line(points);
  for (const { points } of links) strokes.link += line(points);
  for (const { symbol, role, x, y1, y2, middle } of symbols) {
    const half = shapeHalf(symbol);
    for (const [from, to] of [
      [y1, middle - half],
      [middle + half, y2],
    ] as const)
      strokes[role] += line([
        [x, from],
        [x, to],
      ]);
    strokes.symbol += SHAPES[symbol]
      .shapes(half, false)
      .map((shape) => shifted(shape, round(x), round(middle)))
      .join('');
  }
  return { width: round(width), height: round(height), strokes };
}
