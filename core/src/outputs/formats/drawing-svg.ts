/**
 * A drawing as a picture that stands alone: black on white, so that any printer does; load paths thick, control paths
 * thin, wires named by code, number, size and length. SVG 1.1.
 */
import type { Drawing, DrawnSymbol } from '../drawing/current-paths.ts';
import { EARTH_DOWN, EARTH_LINE, EARTH_MARK, EARTH_X, LINE, firstLine } from '../drawing/texts.ts';
import { SHAPES, isCoil, isContact, otherThrow, shapeHalf } from '../drawing/symbols.ts';
import type { Shape, ShapeClass } from '../../kinds/index.ts';
import type { Netlist, Wire } from '../../graph/index.ts';
import { type Units, cutLength, pinOf } from '../../quantity/index.ts';
import { readable } from '../../document/index.ts';
import { sizeName } from '../../reference/index.ts';

export interface SvgOptions {
  readonly title: string;
  /** Reference beside a symbol, by `part:key`. */
  readonly references?: ReadonlyMap<string, string>;
  /** Wires and parts of one step of the work, or that changed: drawn black, all else grey. */
  readonly marked?: ReadonlySet<string>;
  readonly fontFamily?: string;
  /** Set before drawing inside another document that names its own fonts. */
  readonly label?: (wire: string) => string | undefined;
}

/** XML has no place for control characters, not even escaped ones (XML 1.0, 2.2): what an older file holds of them is left out. */
export const svgText = (text: string): string =>
  readable(text).replace(/[&<>"']/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&apos;' })[sign]!);
const number = (value: number): string => String(Math.round(value * 100) / 100);

const INK = '#111111';
const GREY = '#b4b4b4';
const STYLES: Readonly<Record<ShapeClass, (ink: string) => string>> = {
  line: (ink) => `fill="none" stroke="${ink}"`,
  box: (ink) => `fill="#ffffff" stroke="${ink}" stroke-width="1.7"`,
  coil: (ink) => `fill="#ffffff" stroke="${ink}" stroke-width="1.7"`,
  mark: (ink) => `fill="none" stroke="${ink}" stroke-width="1.5"`,
  slash: (ink) => `fill="none" stroke="${ink}" stroke-width="1.5"`,
  bar: (ink) => `fill="none" stroke="${ink}" stroke-width="2"`,
  solid: (ink) => `fill="${ink}"`,
  pin: (ink) => `fill="#ffffff" stroke="${ink}" stroke-width="1.6"`,
  lever: (ink) => `fill="none" stroke="${ink}" stroke-width="1.5"`,
  'solid-box': (ink) => `fill="none" stroke="${ink}" stroke-width="1.2" stroke-dasharray="4 3"`,
};

/** What stands beside a wire above its size. */
export const wireWords = ({ tag, colour, lengthM }: Wire, label: string | undefined, units: Units): string =>
  `${label ?? tag} ${colour} ${cutLength(lengthM, units)}`;

export function drawingSvg(drawing: Drawing, netlist: Netlist, options: SvgOptions): string {
  const { references, marked, fontFamily = 'Barlow, DejaVu Sans, sans-serif' } = options;
  const out: string[] = [];
  const inkOf = (id: string) => (!marked || marked.has(id) ? INK : GREY);
  const text = (x: number, y: number, words: string, more = '', ink = INK) =>
    out.push(`<text x="${number(x)}" y="${number(y)}" fill="${ink}"${more}>${svgText(words)}</text>`);
  const line = (points: readonly (readonly [number, number])[], style: string) =>
    out.push(`<polyline points="${points.map(([x, y]) => `${number(x)},${number(y)}`).join(' ')}" fill="none" ${style}/>`);
  const thick = (role: 'load' | 'control') => (role === 'load' ? 3 : 1.3);
  const wires = new Map(netlist.wires.map((wire) => [wire.id, wire]));

  for (const { pieces, y, side, label, name, nameX } of drawing.rails) {
    for (const [x1, x2] of pieces)
      line(
        [
          [x1, y],
          [x2, y],
        ],
        `stroke="${marked ? GREY : INK}" stroke-width="${side === 'feed' ? 2 : 4.5}"`,
      );
    text(nameX, side === 'return' ? y + 16 : y - 8, `${label} · ${name}`, ' font-weight="bold"', marked ? GREY : INK);
  }
  for (const { points, part } of drawing.links) line(points, `stroke="${inkOf(part)}" stroke-width="1" stroke-dasharray="7 5"`);
  for (const { points, role, terminal } of drawing.lines)
    line(points, `stroke="${inkOf(terminal.slice(0, terminal.lastIndexOf('.')))}" stroke-width="${thick(role)}"`);
  for (const { wire: id, points, role, labelled, labelX, labelY } of drawing.wires) {
    const wire = wires.get(id);
    line(points, `stroke="${inkOf(id)}" stroke-width="${thick(role)}"`);
    if (!wire || !labelled) continue;
    text(labelX, labelY - 3, wireWords(wire, options.label?.(id), netlist.units), ' font-weight="bold"', inkOf(id));
    text(labelX, labelY + 11, sizeName(wire.sizeMm2), '', inkOf(id));
  }
  for (const symbol of drawing.symbols)
    symbolSvg(out, symbol, inkOf(symbol.part), thick(symbol.role), references?.get(`${symbol.part}:${symbol.key}`));
  for (const [x, y] of drawing.dots) out.push(`<circle cx="${number(x)}" cy="${number(y)}" r="3" fill="${marked ? GREY : INK}"/>`);
  for (const { x, y, words } of drawing.terminals) {
    const ink = marked ? GREY : INK;
    out.push(`<circle cx="${number(x)}" cy="${number(y)}" r="4" fill="#ffffff" stroke="${ink}" stroke-width="1.3"/>`);
    text(x - 9, y + 4, words, ' text-anchor="end"', ink);
  }
  for (const { x, y, words } of drawing.bonds) {
    const ink = marked ? GREY : INK;
    out.push(`<path d="M${number(x)} ${number(y - 10)} V${number(y)} ${EARTH_MARK}" fill="none" stroke="${ink}" stroke-width="1.3"/>`);
    text(x + 14, y, words, '', ink);
  }
  for (const { number: path, x } of drawing.paths) text(x, drawing.foot - 6, String(path), ' text-anchor="middle" font-size="13"');
  const { width, height } = drawing;
  return `<svg xmlns="http://www.w3.org/2000/svg" version="1.1" width="${number(width)}" height="${number(height)}" viewBox="0 0 ${number(width)} ${number(height)}" font-family="${svgText(fontFamily)}" font-size="12"><title>${svgText(options.title)}</title>${out.join('')}</svg>`;
}

function symbolSvg(out: string[], symbol: DrawnSymbol, ink: string, width: number, reference: string | undefined): void {
  const { x, y1, y2, middle, labels, earths, upper, lower } = symbol;
  const half = shapeHalf(symbol.symbol);
  const [top, bottom] = [middle - half, middle + half];
  const lead = (from: number, to: number) =>
    out.push(`<path d="M${number(x)} ${number(from)} V${number(to)}" fill="none" stroke="${ink}" stroke-width="${width}"/>`);
  lead(y1, top);
  lead(bottom, y2);
  const earth = earths.length > 0 ? `<path d="${EARTH_LINE}" fill="none" stroke="${ink}" stroke-width="1.3"/>` : '';
  out.push(
    `<g transform="translate(${number(x)} ${number(middle)})">${earth}${SHAPES[symbol.symbol]
      .shapes(half, false)
      .map((shape) => shapeSvg(shape, ink, width))
      .join('')}</g>`,
  );
  const say = (at: number, y: number, words: string, end: boolean, bold = false) =>
    out.push(
      `<text x="${number(at)}" y="${number(y)}" fill="${ink}"${end ? ' text-anchor="end"' : ''}${bold ? ' font-weight="bold"' : ''}>${svgText(words)}</text>`,
    );
  const [ofContact, ofCoil] = [isContact(symbol.symbol), isCoil(symbol.symbol)];
  if (ofContact) {
    say(x + 9, top + 1, pinOf(upper), false);
    say(x + 9, bottom + 8, pinOf(lower), false);
    if (symbol.symbol === 'contact-changeover') say(x - 22, top + 4, otherThrow(pinOf(lower), pinOf(upper)), true);
    if (reference) say(x + 12, middle + 4, reference, false);
    return;
  }
  if (ofCoil) {
    say(x - 6, top - 4, pinOf(upper), true);
    say(x - 6, bottom + 12, pinOf(lower), true);
    if (reference) say(x - 32, middle + 38, reference, true);
  }
  if (earths.length > 0)
    out.push(
      `<text x="${number(x + EARTH_X)}" y="${number(middle + EARTH_DOWN)}" fill="${ink}" text-anchor="middle">${svgText(earths.join(' '))}</text>`,
    );
  if (symbol.symbol === 'diode') say(x + 13, middle - 8, labels[0] ?? '', false);
  else labels.forEach((label, at) => say(ofCoil ? x - 32 : x + 24, middle + firstLine(symbol) + LINE * at, label, ofCoil, at === 0));
}

function shapeSvg(shape: Shape, ink: string, width: number): string {
  switch (shape.kind) {
    case 'path':
      return `<path d="${shape.d}" ${STYLES[shape.as](ink)}${shape.as === 'line' ? ` stroke-width="${width}"` : ''}/>`;
    case 'circle':
      return `<circle cx="${number(shape.x)}" cy="${number(shape.y)}" r="${number(shape.r)}" ${STYLES[shape.as](ink)}/>`;
    case 'letter':
      return `<text x="${number(shape.x)}" y="${number(shape.y)}" fill="${ink}" text-anchor="middle" font-weight="bold" font-size="${shape.small ? 13 : 15}">${svgText(shape.text)}</text>`;
    default:
      return shape satisfies never;
  }
}
