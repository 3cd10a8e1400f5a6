/** Heights of vertices: longest paths down from the rails and up from the return, and a share between them. */
import type { Chain } from './chains.ts';
import { groups } from '../../graph/index.ts';
import type { Edge, Graph } from './graph.ts';
import { isCoil, isContact } from './symbols.ts';

export const RAIL_GAP = 34;
const TOP = 24;
/** How far above the bars a path ends that ends on none. */
const END_CLEAR = 22;
/** Least height of a drawing, so that a short circuit does not look squashed. */
const LEAST_BOTTOM = 330;

export interface Heights {
  readonly y: Float64Array;
  /** Where the first bar of the returns stands; the others follow below it. */
  readonly bottom: number;
  readonly railY: ReadonlyMap<number, number>;
}

export function placeHeights(graph: Graph, chains: readonly Chain[]): Heights {
  const { vertexCount, rails, returns } = graph;
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
  // What ends on no rail ends clear of the bars, with its name.
  const returning = new Set(returns.map(({ vertex }) => vertex));
  const begins = new Set(steps.map(({ from }) => from));
  const ends = [...new Set(steps.map(({ to }) => to))].filter((to) => !begins.has(to) && !railY.has(to) && !returning.has(to));
  const bottom = Math.max(
    LEAST_BOTTOM,
    ...returns.map(({ vertex }) => earliest[vertex]!),
    ...ends.map((end) => earliest[end]! + END_CLEAR),
  );
  const latest = new Float64Array(vertexCount).fill(bottom);
  for (const end of ends) latest[end] = bottom - END_CLEAR;
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
  returns.forEach(({ vertex }, at) => (y[vertex] = bottom + RAIL_GAP * at));
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
  const group = groups<number>();
  const fixed = new Set([...graph.returns, ...graph.rails].map(({ vertex }) => vertex));
  for (const chain of chains) {
    const inner = chain.vertices.filter((vertex) => !fixed.has(vertex));
    for (const vertex of inner) group.join(vertex, inner[0]!);
  }
  const shares = new Map<number, number>();
  for (const coil of graph.edges) {
    if (!coil.element || !isCoil(coil.element.symbol)) continue;
    const contact = graph.edges.find((edge) => edge.element?.mover === coil.element!.part.id && isContact(edge.element.symbol));
    if (!contact || fixed.has(coil.a) || fixed.has(contact.a)) continue;
    const middleOf = (edge: Edge, from: Float64Array) => (from[edge.a]! + from[edge.b]!) / 2;
    const wanted = (middleOf(contact, earliest) + middleOf(contact, latest)) / 2;
    const room = middleOf(coil, latest) - middleOf(coil, earliest);
    const at = group.find(coil.a);
    if (at !== group.find(contact.a) && room > 1) shares.set(at, Math.min(1, Math.max(0, (wanted - middleOf(coil, earliest)) / room)));
  }
  return (vertex) => shares.get(group.find(vertex)) ?? 0.5;
}
