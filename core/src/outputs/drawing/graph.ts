/** The netlist as a graph to draw: vertices are metal, edges are wires and two-terminal parts. */
import { type Terminal, partOf, pinOf, terminal } from '../../quantity/index.ts';
import { type Netlist, type Wire, groups } from '../../graph/index.ts';
import { type AnyPart, type SymbolName, kindOf } from '../../kinds/index.ts';
import { SHAPES } from './symbols.ts';

export interface Edge {
  readonly a: number;
  readonly b: number;
  readonly terminalA: Terminal;
  readonly terminalB: Terminal;
  readonly height: number;
  readonly role: 'load' | 'control';
  readonly wire: Wire | null;
  readonly element: { part: AnyPart; key: string; symbol: SymbolName; branch: string; labels: readonly string[] } | null;
}

export interface Graph {
  readonly edges: readonly Edge[];
  readonly vertexCount: number;
  readonly rails: readonly { part: AnyPart; terminal: Terminal; vertex: number; side: 'supply' | 'feed'; label: string }[];
  /** Conductors that the drawing's one return rail stands for, by their terminals. */
  readonly returns: ReadonlyMap<Terminal, string>;
  readonly returnVertex: number;
  readonly returnRail: { part: AnyPart; terminal: Terminal } | null;
}

const LABELLED_WIRE = 33;
const TAIL_WIRE = 16;

/** Too short to be labelled on the drawing. */
export const isLabelLess = (wire: Wire): boolean => wire.section.stretch === 'tail';

const isControl = (wire: Wire) => wire.section.side === 'control';

export function buildGraph(netlist: Netlist, jobs: ReadonlySet<string>): Graph {
  // An earth conductor carries nothing and is on no path: the load that it runs to names it.
  const own = netlist.wires.filter((wire) => wire.jobs.some((job) => jobs.has(job)));
  const wires = own.filter(({ role }) => role !== 'earth');
  const used = new Set<Terminal>(wires.flatMap((wire) => [wire.from, wire.to]));
  /** Terminals that carry load current: a part on one of them is drawn thick. */
  const power = new Set<Terminal>(wires.filter((wire) => !isControl(wire)).flatMap((wire) => [wire.from, wire.to]));
  /** Posts of batteries that these jobs charge. */
  const charged = new Set<Terminal>(chargedPosts(wires));
  const root = groups<Terminal>();
  for (const [a, b] of netlist.joints) if (!isBatterySide(netlist, a, b)) root.join(a, b);
  for (const part of netlist.parts)
    if (netlist.bridged.has(part.id))
      for (const { from, to } of kindOf(part).drawn(part)) root.join(terminal(part.id, from), terminal(part.id, to));
  const numbers = new Map<string, number>();
  const vertex = (at: Terminal) => {
    const key = root.find(at);
    if (!numbers.has(key)) numbers.set(key, numbers.size);
    return numbers.get(key)!;
  };
  /** Whether a part of these jobs sits on a terminal with no wire between: a plug's fuse. */
  const feeds = (at: Terminal) =>
    netlist.joints.some(
      ([a, b]) =>
        a === at &&
        netlist.parts.some(({ id, job, jobs: users }) => id === partOf(b) && job !== null && users.some((user) => jobs.has(user))),
    );
  /** A pin that a low-triggered input hangs on takes its current: it is a way down, not up. */
  const sinks = (at: Terminal) =>
    wires.some(({ from, to }) => {
      const input = from === at ? to : to === at ? from : null;
      const part = input === null ? undefined : netlist.parts.find(({ id }) => id === partOf(input));
      return input !== null && part !== undefined && kindOf(part).sinksThrough?.(part.spec) === pinOf(input);
    });
  const rails: { part: AnyPart; terminal: Terminal; vertex: number; side: 'supply' | 'feed'; label: string }[] = [];
  const returns = new Map<Terminal, string>();
  let returnRail: Graph['returnRail'] = null;
  const RETURN = 'return-rail';
  for (const part of netlist.parts) {
    const rail = kindOf(part).rail?.(part.spec);
    if (!rail) continue;
    const at = terminal(part.id, rail.pin);
    if (rail.side === 'return' || sinks(at)) {
      root.join(at, RETURN);
      if (used.has(at)) returns.set(at, rail.side === 'return' ? rail.label : part.name);
      if (kindOf(part).mainReturn === true || (returnRail === null && used.has(at) && rail.side === 'return'))
        returnRail = { part, terminal: at };
    } else if ((used.has(at) || feeds(at)) && !charged.has(at))
      rails.push({ part, terminal: at, vertex: -1, side: rail.side, label: rail.label });
  }
  const earthOf = (part: string) => own.filter((wire) => wire.role === 'earth' && partOf(wire.from) === part).map(({ tag }) => `PE ${tag}`);
  const returnVertex = vertex(RETURN);
  const edges: Edge[] = [];
  for (const part of netlist.parts) {
    if (part.job !== null && !part.jobs.some((job) => jobs.has(job))) continue;
    if (netlist.leftOut.has(part.id)) continue;
    const elements = kindOf(part).drawn(part);
    const touched = elements.some(({ from, to }) => used.has(terminal(part.id, from)) || used.has(terminal(part.id, to)));
    for (const element of elements) {
      const from = terminal(part.id, element.from);
      const to = terminal(part.id, element.to);
      // A supply is a rail where it feeds, and on a path only where it is charged.
      if (kindOf(part).rail?.(part.spec).side === 'supply' && !charged.has(from)) continue;
      // A shared switch shows only the pole that these jobs use; a joined part (a diode) has no wires, nor has
      // the eye of a voltage sensor.
      const shown = used.has(from) || used.has(to) || (element.symbol === 'voltage-sensor' && touched);
      if (part.job === null && !shown) continue;
      if (netlist.bridged.has(part.id)) continue;
      const load = [from, to].some((at) => power.has(at));
      edges.push({
        a: vertex(from),
        b: vertex(to),
        terminalA: from,
        terminalB: to,
        height: SHAPES[element.symbol].room,
        role: load ? 'load' : 'control',
        wire: null,
        element: {
          part,
          key: element.key,
          symbol: element.symbol,
          branch: element.branch,
          labels: withEarth(element.labels, earthOf(part.id)),
        },
      });
    }
  }
  for (const wire of wires)
    edges.push({
      a: vertex(wire.from),
      b: vertex(wire.to),
      terminalA: wire.from,
      terminalB: wire.to,
      height: isLabelLess(wire) ? TAIL_WIRE : LABELLED_WIRE,
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
    returns,
  };
}

/** The earth conductor of a load, on the line of its rating. */
function withEarth(labels: readonly string[], earths: readonly string[]): readonly string[] {
  if (earths.length === 0) return labels;
  const last = labels[labels.length - 1] ?? '';
  return [...labels.slice(0, -1), `${last} · ${earths.join(' ')}`];
}

/** A tap's inner side hangs on the battery inside the vehicle; that is not drawn. */
function isBatterySide(netlist: Netlist, a: Terminal, b: Terminal): boolean {
  const inner = (at: Terminal) => {
    const part = netlist.parts.find(({ id }) => id === partOf(at));
    return part !== undefined && kindOf(part).innerPin === pinOf(at);
  };
  return inner(a) || inner(b);
}

/** Posts of batteries that some wires charge. */
const chargedPosts = (wires: readonly Wire[]): Terminal[] =>
  // The lead of the fuse at a charged battery's end runs towards its post; that of a source runs away from it.
  wires.flatMap(({ section, from, to }) => (section.stretch === 'charge' ? [from, to] : section.stretch === 'lead' ? [to] : []));
