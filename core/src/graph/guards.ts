/** What fuses guard, and what nothing does: walks of the graph. */
import { type PartPlaying, kindOf, plays } from '../kinds/index.ts';
import { type Terminal, partOf, terminal } from '../quantity/index.ts';
import { type CircuitGraph, type Link, walk } from './graph.ts';
import { type Wire, isWhole } from './netlist.ts';

type Fuse = PartPlaying<'overcurrent device'>;

const isRail = (graph: CircuitGraph, at: Terminal): boolean => {
  const part = graph.part(partOf(at));
  return part !== undefined && kindOf(part).rail !== undefined;
};

/**
 * Wires that a fuse guards: all that its current can flow through until another fuse, a supply, a tap or the return, and
 * its lead. A short on the lead is past it, but of an overload the lead carries as much as it lets through.
 */
export function guardedBy(graph: CircuitGraph, fuse: Fuse): Wire[] {
  const stops = (link: Link) => link.by === 'part' && (plays(link.part, 'overcurrent device') || link.branch.kind === 'source');
  // Where returns meet in a box the current goes on to the supply, and not back to another load.
  const isUpstream = (link: Link, to: Terminal) => link.by === 'wire' && link.wire.role === 'return' && link.wire.from === to;
  const reached = walk(
    graph,
    [terminal(fuse.id, '2')],
    (link, to) => !stops(link) && !isUpstream(link, to) && !isRail(graph, to) && !isFuseEnd(graph, to),
  );
  const touched = ({ role, from, to }: Wire) => role === 'return' && reached.terminals.has(to) && !reached.terminals.has(from);
  return [...[...reached.wires].filter((wire) => !touched(wire)), ...leadsOf(graph, fuse)];
}

/** Wires straight from a supply or a tap to a fuse. */
function leadsOf(graph: CircuitGraph, fuse: Fuse): Wire[] {
  const own = joined(graph, terminal(fuse.id, '1'));
  const isLive = (at: Terminal) => [...joined(graph, at)].some((end) => isRail(graph, end));
  return graph.netlist.wires.filter(({ from, to }) => (own.has(to) && isLive(from)) || (own.has(from) && isLive(to)));
}

/** All that is one piece of metal with a terminal, what sits at a tap included. */
const joined = (graph: CircuitGraph, at: Terminal): ReadonlySet<Terminal> =>
  walk(graph, [at], (link) => link.by === 'joint' || (link.by === 'part' && kindOf(link.part).atTap === true)).terminals;

/** A terminal of a fuse that is one: not left out, and with no wire in its place. */
function isFuseEnd(graph: CircuitGraph, at: Terminal): boolean {
  const part = graph.part(partOf(at));
  return plays(part, 'overcurrent device') && isWhole(graph.netlist, part.id);
}

/**
 * Wires that a supply can feed with no fuse between, leads from its post to a fuse apart: a short on one of them is fed
 * by all that it can give. Contacts and diodes count as conducting, whatever they do now; what takes current (a load, a
 * coil) bounds it, and what is behind a tap of the vehicle has the vehicle's own fuse.
 */
export function unguardedFrom(graph: CircuitGraph, post: Terminal): Wire[] {
  const passes = (link: Link, to: Terminal): boolean => {
    if (isRail(graph, to) && partOf(to) !== partOf(post)) return false;
    if (link.by !== 'part') return true;
    if (plays(link.part, 'overcurrent device')) return false;
    return link.branch.kind === 'switch' || link.branch.kind === 'diode' || kindOf(link.part).inLine === true;
  };
  const metal = joined(graph, post);
  const isLead = ({ from, to }: Wire) => (metal.has(from) && isFuseEnd(graph, to)) || (metal.has(to) && isFuseEnd(graph, from));
  return [...walk(graph, [post], passes).wires].filter((wire) => !isLead(wire));
}
