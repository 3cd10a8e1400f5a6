/**
 * Netlist → current paths: rails across the top and the bottom, numbered vertical paths between them.
 *
 *   1  vertices   terminals on the same metal are one vertex; all that is on the return is one rail
 *   2  chains     an ear decomposition: each chain runs from something drawn to something drawn
 *   3  columns    a chain from a rail opens a path; an ear stands right of the path it leaves
 *   4  heights    longest paths down from the rails and up from the return, and a share between them
 *   5  spacing    columns are pushed right until nothing that shares a height overlaps
 */
import type { Terminal } from '../../quantity/index.ts';
import { wireBranch } from '../../wiring/index.ts';
import type { Netlist } from '../../graph/index.ts';
import type { SymbolName } from '../../kinds/index.ts';
import { type Chain, columnOrder, decompose } from './chains.ts';
import { type Edge, type Graph, buildGraph, isLabelLess } from './graph.ts';
import { type Heights, placeHeights } from './heights.ts';
import { SHAPES, isCoil, isContact } from './symbols.ts';

export interface DrawnRail {
  readonly part: string;
  readonly terminal: Terminal;
  readonly side: 'supply' | 'feed' | 'return';
  /** Its terminal's number or its conductor's letter. */
  readonly label: string;
  readonly name: string;
  readonly y: number;
  readonly x1: number;
  readonly x2: number;
}
export interface DrawnSymbol {
  readonly part: string;
  readonly key: string;
  readonly symbol: SymbolName;
  readonly branch: string;
  readonly role: 'load' | 'control';
  readonly labels: readonly string[];
  readonly x: number;
  /** Ends of its lead lines and the middle of its symbol. */
  readonly y1: number;
  readonly y2: number;
  readonly middle: number;
  readonly upper: Terminal;
  readonly lower: Terminal;
  /** Set where the supply's side of the element is drawn below. */
  readonly flipped: boolean;
}
export interface DrawnWire {
  readonly wire: string;
  readonly branch: string;
  readonly role: 'load' | 'control';
  readonly points: readonly (readonly [number, number])[];
  readonly labelled: boolean;
  readonly labelX: number;
  readonly labelY: number;
}
export interface DrawnLink {
  readonly part: string;
  readonly points: readonly (readonly [number, number])[];
}
export interface DrawnLine {
  /** A terminal whose metal the line is. */
  readonly terminal: Terminal;
  readonly branch: string;
  readonly role: 'load' | 'control';
  readonly points: readonly (readonly [number, number])[];
}
export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly rails: readonly DrawnRail[];
  readonly symbols: readonly DrawnSymbol[];
  readonly wires: readonly DrawnWire[];
  readonly links: readonly DrawnLink[];
  /** Lines across from a path to an ear that begins or ends with a part. */
  readonly lines: readonly DrawnLine[];
  readonly dots: readonly (readonly [number, number])[];
  /** Which conductor a path ends on, where the return stands for several. */
  readonly feet: readonly { readonly x: number; readonly y: number; readonly label: string }[];
  readonly paths: readonly { readonly number: number; readonly x: number }[];
}

/** Room that a symbol and its labels take left and right of its path. */
const SYMBOL_LEFT: Partial<Record<SymbolName, number>> = {
  coil: 92,
  'coil-timer': 100,
  'coil-step': 92,
  'contact-closing': 30,
  'contact-resting': 30,
  'contact-changeover': 44,
};
const CHAR = 6.4;
const LIVE_LABEL = 52;
const MARGIN = 24;
const BETWEEN = 14;

export function drawCurrentPaths(netlist: Netlist, jobs: ReadonlySet<string>): Drawing {
  const graph = buildGraph(netlist, jobs);
  const chains = decompose(graph);
  const heights = placeHeights(graph, chains);
  return render(graph, chains, columnOrder(chains), heights);
}

interface Item {
  readonly y1: number;
  readonly y2: number;
  readonly left: number;
  readonly right: number;
}

function textWidth(text: string): number {
  return text.length * CHAR;
}

function itemsOf(edge: Edge, y1: number, y2: number): Item[] {
  const middle = (y1 + y2) / 2;
  if (edge.wire) {
    if (isLabelLess(edge.wire)) return [{ y1, y2, left: 6, right: 6 }];
    const width = textWidth(`${edge.wire.tag} ${edge.wire.colour} ${edge.wire.sizeMm2} mm² ${edge.wire.lengthM.toFixed(2)} m`) + LIVE_LABEL;
    return [{ y1: middle - 12, y2: middle + 12, left: 6, right: 16 + width }];
  }
  const { symbol, labels } = edge.element!;
  const half = SHAPES[symbol].room / 2;
  const text = Math.max(0, ...labels.map(textWidth));
  // Beside a contact stands where its coil is.
  const right = isContact(symbol) ? 70 : isCoil(symbol) ? 34 : symbol === 'diode' ? 22 : 26 + text;
  return [{ y1: middle - half, y2: middle + half, left: SYMBOL_LEFT[symbol] ?? 22, right }];
}

function render(graph: Graph, chains: readonly Chain[], order: readonly number[], { y, bottom, railY }: Heights): Drawing {
  const xs = spaceColumns(chains, order, y);
  /** Where a vertex is drawn: on the path of the chain it belongs to first. */
  const homeX = new Map<number, number>();
  for (const at of order) {
    const chain = chains[at]!;
    chain.vertices.forEach((vertex, index) => {
      const end = index === 0 || index === chain.vertices.length - 1;
      if (!end && !homeX.has(vertex)) homeX.set(vertex, xs[at]!);
    });
  }
  chains.forEach((chain, at) => {
    for (const vertex of [chain.vertices[0]!, chain.vertices[chain.vertices.length - 1]!])
      if (!homeX.has(vertex) && !railY.has(vertex) && vertex !== graph.returnVertex) homeX.set(vertex, xs[at]!);
  });

  // A wire from a rail is named below the last rail, not across it.
  const lastRailY = Math.max(0, ...railY.values());
  const below = (vertex: number, level: number) => (railY.has(vertex) ? Math.max(level, lastRailY) : level);
  const symbols: DrawnSymbol[] = [];
  const wires: DrawnWire[] = [];
  const lines: DrawnLine[] = [];
  const dots: [number, number][] = [];
  const reach = new Map<number, number[]>();
  const feet: { x: number; y: number; label: string }[] = [];
  chains.forEach((chain, at) => {
    const x = xs[at]!;
    chain.edges.forEach((edge, index) => {
      const upper = chain.vertices[index]!;
      const lower = chain.vertices[index + 1]!;
      const y1 = y[upper]!;
      const y2 = y[lower]!;
      const across = (vertex: number): number | null => {
        if (railY.has(vertex) || vertex === graph.returnVertex) {
          reach.set(vertex, [...(reach.get(vertex) ?? []), x]);
          return null;
        }
        const home = homeX.get(vertex)!;
        return home === x ? null : home;
      };
      for (const [at_, vertex] of [
        [edge.terminalA, edge.a],
        [edge.terminalB, edge.b],
      ] as const) {
        const label = vertex === graph.returnVertex ? graph.returns.get(at_) : undefined;
        if (label !== undefined) feet.push({ x, y: bottom, label });
      }
      const points: [number, number][] = [];
      const from = across(upper);
      const to = across(lower);
      if (from !== null) points.push([from, y1]);
      points.push([x, y1], [x, y2]);
      if (to !== null) points.push([to, y2]);
      for (const [home, vertex] of [
        [from, upper],
        [to, lower],
      ] as const)
        if (home !== null) dots.push([home, y[vertex]!]);
      if (edge.wire)
        wires.push({
          wire: edge.wire.id,
          branch: wireBranch(edge.wire.id),
          role: edge.role,
          points,
          labelled: !isLabelLess(edge.wire),
          labelX: x + 14,
          labelY: (below(upper, y1) + y2) / 2,
        });
      else {
        const { part, key, symbol, branch, labels } = edge.element!;
        const flipped = edge.a !== upper;
        const [upperTerminal, lowerTerminal] = flipped ? [edge.terminalB, edge.terminalA] : [edge.terminalA, edge.terminalB];
        const middle = (y1 + y2) / 2;
        symbols.push({
          part: part.id,
          key,
          symbol,
          branch,
          role: edge.role,
          labels,
          x,
          y1,
          y2,
          middle,
          upper: upperTerminal,
          lower: lowerTerminal,
          flipped,
        });
        const line = (home: number | null, level: number, at_: Terminal) => {
          if (home !== null)
            lines.push({
              terminal: at_,
              branch,
              role: edge.role,
              points: [
                [home, level],
                [x, level],
              ],
            });
        };
        line(from, y1, upperTerminal);
        line(to, y2, lowerTerminal);
      }
    });
  });

  const extents = chains.flatMap((chain, at) =>
    chain.edges.flatMap((edge, index) =>
      itemsOf(edge, y[chain.vertices[index]!]!, y[chain.vertices[index + 1]!]!).map((item) => xs[at]! + item.right),
    ),
  );
  const width = Math.max(420, ...extents) + MARGIN;
  const rails: DrawnRail[] = graph.rails.map(({ part, terminal: at, vertex, side, label }) => {
    const touching = reach.get(vertex) ?? [];
    const x2 = side === 'supply' ? width - MARGIN : Math.max(...touching, MARGIN) + 90;
    return { part: part.id, terminal: at, side, label, name: part.name, y: railY.get(vertex)!, x1: MARGIN, x2 };
  });
  const labels = graph.returns.size > 0 ? [...new Set(graph.returns.values())] : ['31'];
  if (graph.returnRail)
    rails.push({
      part: graph.returnRail.part.id,
      terminal: graph.returnRail.terminal,
      side: 'return',
      label: labels.join(' · '),
      name: labels.length > 1 ? 'each path ends on its own' : graph.returnRail.part.name,
      y: bottom,
      x1: MARGIN,
      x2: width - MARGIN,
    });
  const paths = order.filter((at) => chains[at]!.parent < 0).map((at, index) => ({ number: index + 1, x: xs[at]! }));
  return {
    width,
    height: bottom + 46,
    rails,
    symbols,
    wires,
    lines,
    links: drawLinks(symbols),
    dots,
    feet: labels.length > 1 ? feet : [],
    paths,
  };
}

/** Pushes each column right until nothing in it overlaps what stands left of it at the same height. */
function spaceColumns(chains: readonly Chain[], order: readonly number[], y: Float64Array): Float64Array {
  const xs = new Float64Array(chains.length);
  const placed: { x: number; items: Item[] }[] = [];
  for (const at of order) {
    const chain = chains[at]!;
    const items = chain.edges.flatMap((edge, index) => itemsOf(edge, y[chain.vertices[index]!]!, y[chain.vertices[index + 1]!]!));
    let x = MARGIN + Math.max(...items.map(({ left }) => left));
    for (const column of placed) {
      x = Math.max(x, column.x + 44);
      for (const mine of items)
        for (const theirs of column.items)
          if (mine.y1 < theirs.y2 && theirs.y1 < mine.y2) x = Math.max(x, column.x + theirs.right + mine.left + BETWEEN);
    }
    xs[at] = x;
    placed.push({ x, items });
  }
  return xs;
}

/** Dashed from each coil to each of its contacts. */
function drawLinks(symbols: readonly DrawnSymbol[]): DrawnLink[] {
  return symbols
    .filter(({ symbol }) => isContact(symbol) || symbol === 'transistor')
    .flatMap((contact) => {
      const coil = symbols.find(({ part, symbol }) => part === contact.part && (isCoil(symbol) || symbol === 'transistor-input'));
      if (!coil) return [];
      const from = coil.x + 26;
      const to = contact.x - 8;
      const level = Math.abs(coil.middle - contact.middle) < 10;
      const bend = to - 14;
      return [
        {
          part: contact.part,
          points: level
            ? [
                [from, contact.middle],
                [to, contact.middle],
              ]
            : [
                [from, coil.middle],
                [bend, coil.middle],
                [bend, contact.middle],
                [to, contact.middle],
              ],
        } satisfies DrawnLink,
      ];
    });
}
