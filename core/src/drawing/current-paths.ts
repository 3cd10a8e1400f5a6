/**
 * Netlist → current paths: rails across the top and the bottom, numbered vertical paths between them.
 *
 *   1  vertices   terminals on the same metal are one vertex; all that is on the return is one rail
 *   2  chains     an ear decomposition: each chain runs from something drawn to something drawn
 *   3  columns    a chain from a rail opens a path; an ear stands right of the path it leaves
 *   4  heights    longest paths down from the rails and up from the return, and a share between them
 *   5  spacing    columns are pushed right until nothing that shares a height overlaps
 */
import { pinOf, terminal, type Terminal } from '../circuit/terminal.ts';
import { wireBranch } from '../compile/compile.ts';
import type { Netlist, Wire } from '../compile/netlist.ts';
import type { SymbolName } from '../parts/kind.ts';
import { kindOf, type AnyPart } from '../parts/registry.ts';

export interface DrawnRail {
  readonly part: string;
  readonly terminal: Terminal;
  readonly side: 'supply' | 'feed' | 'return';
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
  readonly paths: readonly { readonly number: number; readonly x: number }[];
}

interface Edge {
  readonly a: number;
  readonly b: number;
  readonly terminalA: Terminal;
  readonly terminalB: Terminal;
  readonly height: number;
  readonly role: 'load' | 'control';
  readonly wire: Wire | null;
  readonly element: { part: AnyPart; key: string; symbol: SymbolName; branch: string; labels: readonly string[] } | null;
}
interface Chain {
  /** Vertices from top to bottom, one more than edges. */
  readonly vertices: readonly number[];
  readonly edges: readonly Edge[];
  /** Chain that it branches from; −1 when it hangs on a rail. */
  readonly parent: number;
}

const SYMBOL_HEIGHT: Readonly<Record<SymbolName, number>> = {
  fuse: 50,
  switch: 48,
  'ground-switch': 48,
  coil: 72,
  'contact-closing': 62,
  'contact-changeover': 66,
  diode: 72,
  heater: 66,
  filament: 60,
  led: 60,
  motor: 60,
  solenoid: 66,
};
/** Room that a symbol and its labels take left and right of its path. */
const SYMBOL_LEFT: Partial<Record<SymbolName, number>> = { coil: 92, 'contact-closing': 30, 'contact-changeover': 44 };
const LABELLED_WIRE = 40;
const TAIL_WIRE = 16;
const CHAR = 6.4;
const LIVE_LABEL = 52;
const MARGIN = 24;
const RAIL_GAP = 36;
const TOP = 34;
const BETWEEN = 14;

const LABEL_LESS = /^tail-/;

export function drawCurrentPaths(netlist: Netlist, jobs: ReadonlySet<string>): Drawing {
  const graph = buildGraph(netlist, jobs);
  const chains = decompose(graph);
  const heights = placeHeights(graph, chains);
  return render(graph, chains, columnOrder(chains), heights);
}

interface Graph {
  readonly edges: readonly Edge[];
  readonly vertexCount: number;
  readonly rails: readonly { part: AnyPart; terminal: Terminal; vertex: number; side: 'supply' | 'feed' }[];
  readonly returnVertex: number;
  readonly returnRail: { part: AnyPart; terminal: Terminal } | null;
}

const isControl = (wire: Wire) => wire.leg.startsWith('control');

function buildGraph(netlist: Netlist, jobs: ReadonlySet<string>): Graph {
  const wires = netlist.wires.filter((wire) => jobs.has(wire.job));
  const used = new Set<Terminal>(wires.flatMap((wire) => [wire.from, wire.to]));
  /** Terminals that carry load current: a part on one of them is drawn thick. */
  const power = new Set<Terminal>(wires.filter((wire) => !isControl(wire)).flatMap((wire) => [wire.from, wire.to]));
  const root = unionFind<Terminal>();
  for (const [a, b] of netlist.joints) if (!isBatterySide(netlist, a, b)) root.join(a, b);
  const numbers = new Map<string, number>();
  const vertex = (at: Terminal) => {
    const key = root.find(at);
    if (!numbers.has(key)) numbers.set(key, numbers.size);
    return numbers.get(key)!;
  };
  const rails: { part: AnyPart; terminal: Terminal; vertex: number; side: 'supply' | 'feed' }[] = [];
  let returnRail: Graph['returnRail'] = null;
  const RETURN = 'return-rail';
  for (const part of netlist.parts) {
    const rail = kindOf(part).rail?.(part.spec);
    if (!rail) continue;
    const at = terminal(part.id, rail.pin);
    if (rail.side === 'return') {
      root.join(at, RETURN);
      if (part.kind === 'return-bus') returnRail = { part, terminal: at };
    } else if (used.has(at)) rails.push({ part, terminal: at, vertex: -1, side: rail.side });
  }
  const returnVertex = vertex(RETURN);
  const edges: Edge[] = [];
  for (const part of netlist.parts) {
    if (part.job !== null && !jobs.has(part.job)) continue;
    for (const element of kindOf(part).drawn(part)) {
      const from = terminal(part.id, element.from);
      const to = terminal(part.id, element.to);
      // A shared switch shows only the pole that these jobs use; a joined part (a diode) has no wires.
      if (part.job === null && !used.has(from) && !used.has(to)) continue;
      const load = [from, to].some((at) => power.has(at));
      edges.push({
        a: vertex(from),
        b: vertex(to),
        terminalA: from,
        terminalB: to,
        height: SYMBOL_HEIGHT[element.symbol],
        role: load ? 'load' : 'control',
        wire: null,
        element: { part, key: element.key, symbol: element.symbol, branch: element.branch, labels: element.labels },
      });
    }
  }
  for (const wire of wires)
    edges.push({
      a: vertex(wire.from),
      b: vertex(wire.to),
      terminalA: wire.from,
      terminalB: wire.to,
      height: LABEL_LESS.test(wire.leg) ? TAIL_WIRE : LABELLED_WIRE,
      role: isControl(wire) ? 'control' : 'load',
      wire,
      element: null,
    });
  return {
    edges,
    rails: rails.map((rail) => ({ ...rail, vertex: vertex(rail.terminal) })),
    vertexCount: numbers.size,
    returnVertex,
    returnRail,
  };
}

/** A tap's inner side hangs on the battery inside the vehicle; that is not drawn. */
function isBatterySide(netlist: Netlist, a: Terminal, b: Terminal): boolean {
  const inner = (at: Terminal) => pinOf(at) === 'B' && netlist.parts.some((part) => part.kind === 'feed' && terminal(part.id, 'B') === at);
  return inner(a) || inner(b);
}

function unionFind<T>() {
  const parent = new Map<T, T>();
  const find = (item: T): T => {
    let top = item;
    for (let next = parent.get(top); next !== undefined && next !== top; next = parent.get(top)) top = next;
    return top;
  };
  return {
    find,
    join: (a: T, b: T) => {
      if (find(a) !== find(b)) parent.set(find(a), find(b));
    },
  };
}

function decompose({ edges, rails, returnVertex }: Graph): Chain[] {
  const around = new Map<number, Edge[]>();
  for (const edge of edges) for (const end of [edge.a, edge.b]) around.set(end, [...(around.get(end) ?? []), edge]);
  const done = new Set<Edge>();
  /** Height of a placed vertex between the rails (0) and the return (1), and the chain it is in. */
  const depth = new Map<number, number>([[returnVertex, 1]]);
  const home = new Map<number, number>();
  for (const { vertex } of rails) depth.set(vertex, 0);
  const chains: Chain[] = [];
  const other = (edge: Edge, vertex: number) => (edge.a === vertex ? edge.b : edge.a);

  const chainFrom = (start: number, first: Edge): { vertices: number[]; edges: Edge[] } => {
    const came = new Map<number, { from: number; edge: Edge }>();
    const queue = [other(first, start)];
    came.set(queue[0]!, { from: start, edge: first });
    let end = queue[0]!;
    for (let vertex = queue.shift(); vertex !== undefined; vertex = queue.shift()) {
      end = vertex;
      if (depth.has(vertex)) break;
      for (const edge of around.get(vertex) ?? []) {
        const to = other(edge, vertex);
        if (done.has(edge) || edge === first || came.has(to) || to === start) continue;
        came.set(to, { from: vertex, edge });
        queue.push(to);
      }
    }
    const vertices = [end];
    const path: Edge[] = [];
    while (vertices[0] !== start) {
      const { from, edge } = came.get(vertices[0]!)!;
      vertices.unshift(from);
      path.unshift(edge);
    }
    return { vertices, edges: path };
  };

  const place = (start: number, first: Edge): void => {
    const found = chainFrom(start, first);
    const end = found.vertices[found.vertices.length - 1]!;
    const top = depth.get(start)!;
    const bottom = depth.get(end) ?? 1;
    const down = top <= bottom;
    const vertices = down ? found.vertices : [...found.vertices].reverse();
    const path = down ? found.edges : [...found.edges].reverse();
    found.vertices.forEach((vertex, at) => {
      if (!depth.has(vertex)) {
        depth.set(vertex, top + ((bottom - top) * at) / (found.vertices.length - 1));
        home.set(vertex, chains.length);
      }
    });
    for (const edge of found.edges) done.add(edge);
    chains.push({ vertices, edges: path, parent: home.get(start) ?? home.get(end) ?? -1 });
    // Ears of this chain stand next to it, so they are drawn before the next path is begun; a part that
    // bridges two points of it (a diode across its coil) stands nearest.
    const inner = found.vertices.slice(1, -1);
    const here = new Set(inner);
    for (const vertex of inner)
      for (const edge of around.get(vertex) ?? []) if (!done.has(edge) && here.has(other(edge, vertex))) place(vertex, edge);
    for (const vertex of inner) placeAll(vertex);
  };
  const placeAll = (vertex: number): void => {
    for (const edge of around.get(vertex) ?? []) if (!done.has(edge)) place(vertex, edge);
  };
  const railOrder = [...rails].sort((a, b) => Number(a.side === 'supply') - Number(b.side === 'supply'));
  for (const role of ['control', 'load'] as const)
    for (const { vertex } of railOrder)
      for (const edge of around.get(vertex) ?? []) if (!done.has(edge) && edge.role === role) place(vertex, edge);
  for (const edge of edges)
    if (!done.has(edge)) {
      if (!depth.has(edge.a) && !depth.has(edge.b)) depth.set(edge.a, 0.5);
      place(depth.has(edge.a) ? edge.a : edge.b, edge);
    }
  return chains;
}

/** Chains by column: each followed by its ears. */
function columnOrder(chains: readonly Chain[]): number[] {
  const order: number[] = [];
  const add = (at: number): void => {
    order.push(at);
    chains.forEach((chain, index) => {
      if (chain.parent === at && index !== at) add(index);
    });
  };
  chains.forEach((chain, at) => {
    if (chain.parent < 0) add(at);
  });
  return order;
}

interface Heights {
  readonly y: Float64Array;
  readonly bottom: number;
  readonly railY: ReadonlyMap<number, number>;
}

function placeHeights(graph: Graph, chains: readonly Chain[]): Heights {
  const { vertexCount, rails, returnVertex } = graph;
  const supplies = rails.filter(({ side }) => side === 'supply').length;
  const railY = new Map<number, number>();
  let above = 0;
  let below = supplies;
  for (const { vertex, side } of rails) railY.set(vertex, TOP + RAIL_GAP * (side === 'supply' ? above++ : below++));
  const steps = chains.flatMap((chain) =>
    chain.edges.map((edge, at) => ({ from: chain.vertices[at]!, to: chain.vertices[at + 1]!, height: edge.height })),
  );
  const earliest = new Float64Array(vertexCount).fill(TOP + RAIL_GAP * Math.max(0, rails.length - 1) + 8);
  for (const [vertex, y] of railY) earliest[vertex] = y;
  relax(steps.length, () => {
    let moved = false;
    for (const { from, to, height } of steps) {
      // Parts begin below every rail, so that a lead crosses a rail but a symbol never stands on one.
      const start = railY.has(from) ? Math.max(earliest[from]!, TOP + RAIL_GAP * (rails.length - 1)) : earliest[from]!;
      if (!railY.has(to) && start + height > earliest[to]! + 1e-9) {
        earliest[to] = start + height;
        moved = true;
      }
    }
    return moved;
  });
  const bottom = Math.max(earliest[returnVertex]!, 330);
  const latest = new Float64Array(vertexCount).fill(bottom);
  for (const [vertex, y] of railY) latest[vertex] = y;
  relax(steps.length, () => {
    let moved = false;
    for (const { from, to, height } of steps)
      if (!railY.has(from) && latest[to]! - height < latest[from]! - 1e-9) {
        latest[from] = latest[to]! - height;
        moved = true;
      }
    return moved;
  });
  const share = groupShares(graph, chains, earliest, latest);
  const y = Float64Array.from(earliest, (early, vertex) => early + share(vertex) * (latest[vertex]! - early));
  for (const [vertex, at] of railY) y[vertex] = at;
  y[returnVertex] = bottom;
  return { y, bottom, railY };
}

/** Repeats until nothing moves; a cycle of chains that contradict each other stops at the bound. */
function relax(edgeCount: number, pass: () => boolean): void {
  for (let round = 0; round <= edgeCount + 1; round++) if (!pass()) return;
}

/**
 * How far each group of joined chains hangs between its highest and its lowest place: the middle, but a
 * coil's group is moved so that the coil stands level with its contact.
 */
function groupShares(graph: Graph, chains: readonly Chain[], earliest: Float64Array, latest: Float64Array): (vertex: number) => number {
  const group = unionFind<number>();
  const fixed = new Set([graph.returnVertex, ...graph.rails.map(({ vertex }) => vertex)]);
  for (const chain of chains) {
    const inner = chain.vertices.filter((vertex) => !fixed.has(vertex));
    for (const vertex of inner) group.join(vertex, inner[0]!);
  }
  const shares = new Map<number, number>();
  for (const coil of graph.edges) {
    if (coil.element?.symbol !== 'coil') continue;
    const contact = graph.edges.find(
      (edge) => edge.element?.part.id === coil.element!.part.id && edge.element.symbol.startsWith('contact'),
    );
    if (!contact || fixed.has(coil.a) || fixed.has(contact.a)) continue;
    const middleOf = (edge: Edge, from: Float64Array) => (from[edge.a]! + from[edge.b]!) / 2;
    const wanted = (middleOf(contact, earliest) + middleOf(contact, latest)) / 2;
    const room = middleOf(coil, latest) - middleOf(coil, earliest);
    const at = group.find(coil.a);
    if (at !== group.find(contact.a) && room > 1) shares.set(at, Math.min(1, Math.max(0, (wanted - middleOf(coil, earliest)) / room)));
  }
  return (vertex) => shares.get(group.find(vertex)) ?? 0.5;
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
    if (LABEL_LESS.test(edge.wire.leg)) return [{ y1, y2, left: 6, right: 6 }];
    const width = textWidth(`${edge.wire.tag} ${edge.wire.colour} ${edge.wire.sizeMm2} mm² ${edge.wire.lengthM.toFixed(2)} m`) + LIVE_LABEL;
    return [{ y1: middle - 12, y2: middle + 12, left: 6, right: 16 + width }];
  }
  const { symbol, labels } = edge.element!;
  const half = SYMBOL_HEIGHT[symbol] / 2;
  const text = Math.max(0, ...labels.map(textWidth));
  const right = symbol === 'coil' ? 34 : symbol === 'diode' ? 22 : 26 + text;
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

  const symbols: DrawnSymbol[] = [];
  const wires: DrawnWire[] = [];
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
        if (railY.has(vertex) || vertex === graph.returnVertex) {
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
      if (edge.wire)
        wires.push({
          wire: edge.wire.id,
          branch: wireBranch(edge.wire.id),
          role: edge.role,
          points,
          labelled: !LABEL_LESS.test(edge.wire.leg),
          labelX: x + 14,
          labelY: (y1 + y2) / 2,
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
  const rails: DrawnRail[] = graph.rails.map(({ part, terminal: at, vertex, side }) => {
    const touching = reach.get(vertex) ?? [];
    const x2 = side === 'supply' ? width - MARGIN : Math.max(...touching, MARGIN) + 90;
    return { part: part.id, terminal: at, side, name: part.name, y: railY.get(vertex)!, x1: MARGIN, x2 };
  });
  if (graph.returnRail)
    rails.push({
      part: graph.returnRail.part.id,
      terminal: graph.returnRail.terminal,
      side: 'return',
      name: graph.returnRail.part.name,
      y: bottom,
      x1: MARGIN,
      x2: width - MARGIN,
    });
  const paths = order.filter((at) => chains[at]!.parent < 0).map((at, index) => ({ number: index + 1, x: xs[at]! }));
  return { width, height: bottom + 46, rails, symbols, wires, lines, links: drawLinks(symbols), dots, paths };
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
    .filter(({ symbol }) => symbol.startsWith('contact'))
    .flatMap((contact) => {
      const coil = symbols.find(({ part, symbol }) => part === contact.part && symbol === 'coil');
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
