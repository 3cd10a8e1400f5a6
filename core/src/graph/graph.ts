/**
 * The circuit as a graph: terminals, and what links them. Every question of the form *what hangs on what* is asked of
 * this and answered by one walk. Links come from the same primitives as the electrical model, so that a hand edit, a
 * fault and a part of any kind are seen by whoever asks.
 */
import { type AnyPart, type Branch, type PartPlaying, type Sensor, kindOf } from '../kinds/index.ts';
import { type Terminal, terminal } from '../quantity/index.ts';
import type { Netlist, Wire } from './netlist.ts';

export type Link =
  | { readonly by: 'wire'; readonly wire: Wire; readonly a: Terminal; readonly b: Terminal }
  /** On one metal, with nothing between. */
  | { readonly by: 'joint'; readonly a: Terminal; readonly b: Terminal }
  /** Through a part, by one of its primitives. */
  | { readonly by: 'part'; readonly part: AnyPart; readonly branch: Branch; readonly a: Terminal; readonly b: Terminal };

export interface Primitives {
  readonly branches: readonly Branch[];
  readonly sensors: readonly Sensor[];
}

/** What a part is made of. */
export function primitivesOf(part: AnyPart): Primitives {
  const branches: Branch[] = [];
  const sensors: Sensor[] = [];
  kindOf(part).model(part, { branch: (branch) => branches.push(branch), sensor: (sensor) => sensors.push(sensor) });
  return { branches, sensors };
}

export interface CircuitGraph {
  readonly netlist: Netlist;
  part(id: string): AnyPart | undefined;
  linksAt(at: Terminal): readonly Link[];
  /** Wires and joints that end on a terminal, not what is inside its part. */
  attachedTo(at: Terminal): readonly Link[];
}

export function graphOf(netlist: Netlist): CircuitGraph {
  const parts = new Map(netlist.parts.map((part) => [part.id, part]));
  const at = new Map<Terminal, Link[]>();
  const add = (link: Link): void => {
    for (const end of [link.a, link.b]) {
      const known = at.get(end);
      if (known) known.push(link);
      else at.set(end, [link]);
    }
  };
  for (const wire of netlist.wires) add({ by: 'wire', wire, a: wire.from, b: wire.to });
  for (const [a, b] of netlist.joints) add({ by: 'joint', a, b });
  for (const part of netlist.parts) {
    if (netlist.leftOut.has(part.id)) continue;
    // A wire in a part's place joins what it joined.
    const bridged = netlist.bridged.has(part.id);
    for (const branch of primitivesOf(part).branches)
      add(bridged ? { by: 'joint', a: branch.a, b: branch.b } : { by: 'part', part, branch, a: branch.a, b: branch.b });
  }
  const linksAt = (end: Terminal) => at.get(end) ?? [];
  return {
    netlist,
    part: (id) => parts.get(id),
    linksAt,
    attachedTo: (end) => linksAt(end).filter((link) => link.by !== 'part'),
  };
}

export interface Reached {
  readonly terminals: ReadonlySet<Terminal>;
  readonly wires: ReadonlySet<Wire>;
}

/**
 * The one walk: everything that links lead to from some terminals. `passes` says whether a link leads on to its far end
 * `to`; a wire counts as reached by its near end, whether it leads on or not.
 */
export function walk(graph: CircuitGraph, from: readonly Terminal[], passes: (link: Link, to: Terminal) => boolean): Reached {
  const terminals = new Set(from);
  const wires = new Set<Wire>();
  const open = [...from];
  for (let here = open.pop(); here !== undefined; here = open.pop())
    for (const link of graph.linksAt(here)) {
      if (link.by === 'wire') wires.add(link.wire);
      const to = link.a === here ? link.b : link.a;
      if (terminals.has(to) || !passes(link, to)) continue;
      terminals.add(to);
      open.push(to);
    }
  return { terminals, wires };
}

/** Throws of a relay that something is wired to, by their pins: those that may carry current, whoever wired them. */
export function usedThrows(graph: CircuitGraph, relay: PartPlaying<'relay'>): string[] {
  const landed = (pin: string | null | undefined) => pin != null && graph.attachedTo(terminal(relay.id, pin)).length > 0;
  return relay.spec.type.poles.flatMap(({ closing, resting, twin }) => [
    ...(landed(closing) || landed(twin) ? [closing] : []),
    ...(resting !== null && landed(resting) ? [resting] : []),
  ]);
}
