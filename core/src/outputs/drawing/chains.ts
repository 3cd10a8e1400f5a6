/**
 * Ear decomposition: each chain runs from something that is drawn to something that is drawn, and together
 * they hold every edge once.
 */
import type { Edge, Graph } from './graph.ts';

export interface Chain {
  /** Vertices from top to bottom, one more than edges. */
  readonly vertices: readonly number[];
  readonly edges: readonly Edge[];
  /** Chain that it branches from; −1 when it hangs on a rail. */
  readonly parent: number;
}

export function decompose({ edges, rails, returns }: Graph): Chain[] {
  const around = new Map<number, Edge[]>();
  for (const edge of edges) for (const end of [edge.a, edge.b]) around.set(end, [...(around.get(end) ?? []), edge]);
  const done = new Set<Edge>();
  /** Height of a placed vertex between the rails (0) and the return (1), and the chain it is in. */
  const depth = new Map<number, number>(returns.map(({ vertex }) => [vertex, 1]));
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
    // Of a chain that ends in the air (a swapped pin with nothing on it) both ends may be new: it hangs on none.
    const parent = home.get(start) ?? home.get(end) ?? -1;
    found.vertices.forEach((vertex, at) => {
      if (!depth.has(vertex)) {
        depth.set(vertex, top + ((bottom - top) * at) / (found.vertices.length - 1));
        home.set(vertex, chains.length);
      }
    });
    for (const edge of found.edges) done.add(edge);
    chains.push({ vertices, edges: path, parent });
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
  for (const role of ['control', 'load', 'beside'] as const)
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
export function columnOrder(chains: readonly Chain[]): number[] {
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
