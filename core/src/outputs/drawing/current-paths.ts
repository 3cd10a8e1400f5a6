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
import type { BranchId, SymbolName } from '../../kinds/index.ts';
import { type Chain, columnOrder, decompose } from './chains.ts';
import { type Edge, type Graph, buildGraph, isLabelLess } from './graph.ts';
import { type Heights, RAIL_GAP, placeHeights } from './heights.ts';
import { SHAPES, isCoil, isContact } from './symbols.ts';
import { type Box, CHAR, EARTH_DOWN, EARTH_X, LINE, crossed, textOfWire, textsOfSymbol } from './texts.ts';

export interface DrawnRail {
  readonly part: string;
  readonly terminal: Terminal;
  readonly side: 'supply' | 'feed' | 'return';
  /** Its terminal's number or its conductor's letter. */
  readonly label: string;
  readonly name: string;
  /** Of a mains installation. */
  readonly mains: boolean;
  readonly y: number;
  readonly x1: number;
  readonly x2: number;
  /** Its line: broken where a path goes by that does not end on it. */
  readonly pieces: readonly (readonly [x1: number, x2: number])[];
  /** Where its name begins: where nothing goes through it. */
  readonly nameX: number;
}
export interface DrawnSymbol {
  readonly part: string;
  readonly key: string;
  readonly symbol: SymbolName;
  readonly branch: BranchId;
  readonly role: 'load' | 'control';
  readonly labels: readonly string[];
  /** Tags of the earth conductors that run to its metal. */
  readonly earths: readonly string[];
  /** The part whose coil moves it: its own where nothing else does. */
  readonly mover: string;
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
  readonly branch: BranchId;
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
  readonly branch: BranchId;
  readonly role: 'load' | 'control';
  readonly points: readonly (readonly [number, number])[];
}
export interface Drawing {
  readonly width: number;
  readonly height: number;
  /** Below the numbers of the paths. */
  readonly foot: number;
  readonly rails: readonly DrawnRail[];
  readonly symbols: readonly DrawnSymbol[];
  readonly wires: readonly DrawnWire[];
  readonly links: readonly DrawnLink[];
  /** Lines across from a path to an ear that begins or ends with a part. */
  readonly lines: readonly DrawnLine[];
  readonly dots: readonly (readonly [number, number])[];
  /** Terminals of a box where wires meet, marked on the path. */
  readonly terminals: readonly { readonly x: number; readonly y: number; readonly words: string }[];
  readonly paths: readonly { readonly number: number; readonly x: number }[];
  /** Earth conductors of what is on no path, a metal box, below the bars. */
  readonly bonds: readonly { readonly x: number; readonly y: number; readonly words: string }[];
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
const LIVE_LABEL = 52;
/** The longest current that is written beside a coil. */
const AMPS = '68.3 mA';
const MARGIN = 24;
const BETWEEN = 14;
/** Half of the gap in a rail that a path goes by. */
const BREAK = 8;
/** Room for the earths of boxes below the numbers of the paths. */
const BOND_ROW = 30;

export function drawCurrentPaths(netlist: Netlist, jobs: ReadonlySet<string>): Drawing {
  const graph = buildGraph(netlist, jobs);
  const chains = decompose(graph);
  const heights = placeHeights(graph, chains);
  return render(graph, chains, columnOrder(chains), heights);
}

/** Below the last rail and above the first bar of the returns. */
interface Room {
  readonly top: number;
  readonly bottom: number;
}
const middleOf = (y1: number, y2: number, { top, bottom }: Room): number => (Math.max(y1, top) + Math.min(y2, bottom)) / 2;

interface Item {
  readonly y1: number;
  readonly y2: number;
  readonly left: number;
  /** How far left what is written while current flows goes, where that is further: room from a neighbour, not from the edge. */
  readonly spill?: number;
  readonly right: number;
}

function textWidth(text: string): number {
  return text.length * CHAR;
}

/** `room`: what is written or drawn of it stands between these levels, however far its line goes. */
function itemsOf(edge: Edge, y1: number, y2: number, room: Room): Item[] {
  const middle = middleOf(y1, y2, room);
  // The line itself, all of its way, beside what is written at its middle.
  const line: Item = { y1, y2, left: 6, right: 6 };
  if (edge.wire) {
    if (isLabelLess(edge.wire)) return [line];
    return [line, { y1: middle - 15, y2: middle + 15, left: 6, right: 16 + textWidth(edge.words) + LIVE_LABEL }];
  }
  const { symbol, labels } = edge.element!;
  const half = SHAPES[symbol].room / 2;
  const text = Math.max(0, ...labels.map(textWidth));
  // Beside a contact stands where its coil is.
  const right = isContact(symbol)
    ? 70
    : isCoil(symbol)
      ? 34
      : symbol === 'diode'
        ? Math.max(22, 14 + textWidth(labels[0] ?? ''))
        : 26 + text;
  const left = isCoil(symbol) ? Math.max(SYMBOL_LEFT[symbol] ?? 0, 68 + text) : (SYMBOL_LEFT[symbol] ?? 22);
  const spill = isCoil(symbol) ? 68 + textWidth(AMPS) : left;
  const { earths } = edge.element!;
  const earth: Item = { y1: middle - 4, y2: middle + EARTH_DOWN + 6, left: -EARTH_X + textWidth(earths.join(' ')) / 2, right: 0 };
  return [line, { y1: middle - half, y2: middle + half, left, spill, right }, ...(earths.length > 0 ? [earth] : [])];
}
function render(graph: Graph, chains: readonly Chain[], order: readonly number[], { y, bottom, railY }: Heights): Drawing {
  // What hangs on a rail stands below the last of them, not across it.
  const room: Room = { top: Math.max(0, ...railY.values()), bottom };
  const xs = spaceColumns(chains, order, y, room);
  const bars = new Set(graph.returns.map(({ vertex }) => vertex));
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
      if (!homeX.has(vertex) && !railY.has(vertex) && !bars.has(vertex)) homeX.set(vertex, xs[at]!);
  });

  const symbols: DrawnSymbol[] = [];
  const wires: DrawnWire[] = [];
  const boxes: Box[] = [];
  const lines: DrawnLine[] = [];
  const dots: [number, number][] = [];
  const reach = new Map<number, number[]>();
  chains.forEach((chain, at) => {
    const x = xs[at]!;
    chain.edges.forEach((edge, index) => {
      const upper = chain.vertices[index]!;
      const lower = chain.vertices[index + 1]!;
      const y1 = y[upper]!;
      const y2 = y[lower]!;
      const across = (vertex: number): number | null => {
        if (railY.has(vertex) || bars.has(vertex)) {
          reach.set(vertex, [...(reach.get(vertex) ?? []), x]);
          return null;
        }
        const home = homeX.get(vertex)!;
        return home === x ? null : home;
      };
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
      if (edge.wire) {
        wires.push({
          wire: edge.wire.id,
          branch: wireBranch(edge.wire.id),
          role: edge.role === 'load' ? 'load' : 'control',
          points,
          labelled: !isLabelLess(edge.wire),
          labelX: x + 14,
          labelY: middleOf(y1, y2, room),
        });
        boxes.push(...textOfWire(wires[wires.length - 1]!, edge.words));
      } else {
        const { part, key, symbol, branch, labels, earths, mover } = edge.element!;
        const flipped = edge.a !== upper;
        const [upperTerminal, lowerTerminal] = flipped ? [edge.terminalB, edge.terminalA] : [edge.terminalA, edge.terminalB];
        const middle = middleOf(y1, y2, room);
        symbols.push({
          part: part.id,
          key,
          symbol,
          branch,
          role: edge.role === 'load' ? 'load' : 'control',
          labels,
          earths,
          mover,
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
              role: edge.role === 'load' ? 'load' : 'control',
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
      itemsOf(edge, y[chain.vertices[index]!]!, y[chain.vertices[index + 1]!]!, room).map((item) => xs[at]! + item.right),
    ),
  );
  const width = Math.max(420, ...extents) + MARGIN;
  const numbers = order.filter((at) => isPath(chains[at]!)).map((at, index) => ({ number: index + 1, x: xs[at]! }));
  const lastBar = bottom + RAIL_GAP * Math.max(0, graph.returns.length - 1);
  // The numbers of the paths stand beside the name of one bar, and below the names of several.
  const foot = lastBar + (graph.returns.length > 1 ? 26 + LINE : 26);
  const uprights = [...wires, ...lines]
    .flatMap(({ points }) => points.slice(1).map((point, at) => [points[at]!, point] as const))
    .filter(([[x1], [x2]]) => x1 === x2)
    .concat(symbols.map(({ x, y1, y2 }) => [[x, y1] as const, [x, y2] as const] as const));
  /** The first place along a rail where its name stands in nobody's way; past its end where there is none. */
  const nameX = (words: string, y: number, x1: number, x2: number): number => {
    const wide = words.length * CHAR;
    const through = uprights.filter(([[, ya], [, yb]]) => Math.min(ya, yb) < y - 5 && Math.max(ya, yb) > y - 20).map(([[x]]) => x);
    if (graph.returns.length < 2 && y > bottom) through.push(...numbers.map(({ x }) => x - 6), ...numbers.map(({ x }) => x + 6));
    const starts = [
      x1 + 2,
      ...through
        .map((x) => x + 8)
        .filter((x) => x > x1)
        .sort((a, b) => a - b),
      // Or before what stands in its way, where the rail is shorter than its name.
      ...through.map((x) => x - 8 - wide).filter((start) => start >= MARGIN / 2 && start + wide > x1),
    ];
    const free = starts.filter((start) => start <= x2 && !through.some((x) => x > start - 4 && x < start + wide + 4));
    return free.find((start) => start + wide <= x2) ?? free[0] ?? x2 + 6;
  };
  /** Where there is more than one of its side, a rail goes no further than what hangs on it. */
  const mixed = new Set([...graph.rails, ...graph.returns].map(({ mains }) => mains)).size > 1;
  const rails = [...graph.rails, ...graph.returns].map(({ part, terminal: at, vertex, side, label, mains }): DrawnRail => {
    const { name } = part;
    const touching = reach.get(vertex) ?? [];
    const alone = side === 'return' ? graph.returns.length === 1 : side === 'supply' && !mixed;
    // Its volts are written behind its name.
    const words = `${label} · ${name}${side === 'return' && !mains ? '' : ' · 000.00 V'}`;
    const x1 = alone || !mixed ? MARGIN : Math.max(MARGIN, Math.min(Math.min(...touching, width) - 40, width - textWidth(words) - 4));
    const x2 = alone ? width - MARGIN : Math.min(width - MARGIN, Math.max(...touching, MARGIN) + 90);
    const level = y[vertex]!;
    const pieces = piecesOf(
      x1,
      x2,
      uprights
        .filter(([[, ya], [, yb]]) => Math.min(ya, yb) < level - 1 && Math.max(ya, yb) > level + 1)
        .map(([[x]]) => x)
        .filter((x) => !touching.includes(x)),
    );
    // That of a return stands below it, beside the numbers of the paths.
    const named = nameX(words, side === 'return' ? level + 26 : level, x1, x2);
    return { part: part.id, terminal: at, side, label, name, mains, y: level, x1, x2, pieces, nameX: named };
  });
  let next = MARGIN + 12;
  const bonds = graph.bonds.map(({ tag, name }) => {
    const bond = { x: next, y: foot + BOND_ROW / 2 - 4, words: `${tag} ${name}` };
    next += 60 + textWidth(bond.words);
    return bond;
  });
  return {
    width: Math.max(
      width,
      next,
      ...rails.map(({ side, nameX: x, label, name }) => (side === 'return' ? x + textWidth(`${label} · ${name}`) + 8 : 0)),
    ),
    foot,
    height: foot + (bonds.length > 0 ? BOND_ROW : 0),
    bonds,
    rails,
    symbols,
    wires,
    lines,
    links: drawLinks(symbols, [...boxes, ...symbols.flatMap(textsOfSymbol)]),
    dots,
    terminals: [...graph.terminals].flatMap(([vertex, words]) => {
      const x = homeX.get(vertex);
      return x === undefined ? [] : [{ x, y: y[vertex]!, words }];
    }),
    paths: numbers,
  };
}

/** What has a number: all but a part that bridges two points of a path, a diode across its coil. */
const isPath = ({ parent, edges }: Chain): boolean =>
  parent < 0 || edges.some(({ element }) => element !== null && (isContact(element.symbol) || isCoil(element.symbol) || element.isLoad));

/** A line from x1 to x2 with gaps at what goes by. */
function piecesOf(x1: number, x2: number, by: readonly number[]): readonly (readonly [number, number])[] {
  const pieces: (readonly [number, number])[] = [];
  let from = x1;
  for (const x of [...by].sort((a, b) => a - b)) {
    if (x - BREAK > from && x < x2) pieces.push([from, x - BREAK]);
    if (x < x2) from = Math.max(from, x + BREAK);
  }
  if (from < x2) pieces.push([from, x2]);
  return pieces;
}

/** Pushes each column right until nothing in it overlaps what stands left of it at the same height. */
function spaceColumns(chains: readonly Chain[], order: readonly number[], y: Float64Array, room: Room): Float64Array {
  const xs = new Float64Array(chains.length);
  const placed: { x: number; items: Item[] }[] = [];
  for (const at of order) {
    const chain = chains[at]!;
    const items = chain.edges.flatMap((edge, index) => itemsOf(edge, y[chain.vertices[index]!]!, y[chain.vertices[index + 1]!]!, room));
    let x = MARGIN + Math.max(...items.map(({ left }) => left));
    for (const column of placed) {
      x = Math.max(x, column.x + 44);
      for (const mine of items)
        for (const theirs of column.items)
          if (mine.y1 < theirs.y2 && theirs.y1 < mine.y2)
            x = Math.max(x, column.x + theirs.right + Math.max(mine.left, mine.spill ?? 0) + BETWEEN);
    }
    xs[at] = x;
    placed.push({ x, items });
  }
  return xs;
}

/** How far before its contact a link may turn. */
const TURNS = [14, 22, 30, 38, 48, 56];
/** Levels that a link may run along, from its coil's middle, the nearest first. */
const LEVELS = Array.from({ length: 130 }, (_, at) => 2 * (at + 1)).flatMap((far) => [far, -far]);

/** Dashed from each coil to each of its contacts, where it goes through the fewest words. */
function drawLinks(symbols: readonly DrawnSymbol[], texts: readonly Box[]): DrawnLink[] {
  return symbols
    .filter(({ symbol }) => isContact(symbol) || symbol === 'transistor')
    .flatMap((contact) => {
      const coil = symbols.find(({ part, symbol }) => part === contact.mover && (isCoil(symbol) || symbol === 'transistor-input'));
      if (!coil) return [];
      // Towards its contact, between its own body and its own words.
      const side = contact.x > coil.x ? 1 : -1;
      const from = coil.x + side * 26;
      const aside = from + side * 9;
      const to = contact.x - side * 8;
      const along = (turn: number, level: number, leave = coil.middle): DrawnLink['points'] => [
        [from, leave],
        ...(leave === level ? [] : ([[aside, leave] as const, [aside, level] as const] as const)),
        [to - side * turn, level],
        [to - side * turn, contact.middle],
        [to, contact.middle],
      ];
      const straight: DrawnLink['points'] = [
        [from, contact.middle],
        [to, contact.middle],
      ];
      const ways = function* (): Generator<DrawnLink['points']> {
        if (Math.abs(coil.middle - contact.middle) < 10) yield straight;
        for (const turn of TURNS) yield along(turn, coil.middle);
        // Straight out of it a little higher or lower before it goes round by a level of its own.
        for (const leave of [5, -5, 10, -10, 15, -15, 20, -20])
          for (const turn of TURNS) yield along(turn, coil.middle + leave, coil.middle + leave);
        for (const far of LEVELS) for (const turn of TURNS) yield along(turn, coil.middle + far);
      };
      // Only what lies between the two can be in its way.
      const [left, right] = [Math.min(from, aside, to), Math.max(from, aside, to)];
      const near = texts.filter(({ x1, x2 }) => x1 < right && x2 > left);
      let best: { points: DrawnLink['points']; through: number } | null = null;
      for (const points of ways()) {
        const through = crossed(near, points, best?.through ?? Infinity);
        if (best === null || through < best.through) best = { points, through };
        if (through === 0) break;
      }
      return best ? [{ part: contact.part, points: best.points }] : [];
    });
}
