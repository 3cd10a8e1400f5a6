/** The netlist as a graph to draw: vertices are metal, edges are wires and two-terminal parts. */
import { type Terminal, type Units, cutLength, partOf, pinOf, terminal } from '../../quantity/index.ts';
import { sizeName } from '../../reference/index.ts';
import { type Netlist, type Wire, groups } from '../../graph/index.ts';
import { type BranchId, type AnyPart, SELF, type SymbolName, kindOf } from '../../kinds/index.ts';
import { SHAPES, isContact } from './symbols.ts';

export interface Edge {
  readonly a: number;
  readonly b: number;
  readonly terminalA: Terminal;
  readonly terminalB: Terminal;
  readonly height: number;
  /** What is beside the paths of a job, a module on a board's rail, comes after them. */
  readonly role: 'load' | 'control' | 'beside';
  readonly wire: Wire | null;
  /** The longest line of what stands beside a wire. */
  readonly words: string;
  readonly element: {
    part: AnyPart;
    key: string;
    symbol: SymbolName;
    branch: BranchId;
    labels: readonly string[];
    mover: string;
    earths: readonly string[];
    isLoad: boolean;
  } | null;
}

export interface Graph {
  readonly edges: readonly Edge[];
  readonly vertexCount: number;
  /** Tags of the terminals where wires meet, by vertex. */
  readonly terminals: ReadonlyMap<number, string>;
  readonly rails: readonly GraphRail<'supply' | 'feed'>[];
  /** A bar for each conductor that current goes back on: neutral and minus are never one. */
  readonly returns: readonly GraphRail<'return'>[];
  /** Earth conductors of what is on no path, a metal box: by the wire's tag and what it runs to. */
  readonly bonds: readonly { readonly tag: string; readonly name: string }[];
}
export interface GraphRail<Side> {
  readonly part: AnyPart;
  readonly terminal: Terminal;
  readonly vertex: number;
  readonly side: Side;
  readonly label: string;
  /** Of a mains installation, so that it stands apart from low voltage. */
  readonly mains: boolean;
}

const LABELLED_WIRE = 33;
const TAIL_WIRE = 16;

/** Too short to be labelled on the drawing. */
export const isLabelLess = (wire: Wire): boolean => wire.section.stretch === 'tail';

const isControl = (wire: Wire) => wire.section.side === 'control';

const wireWords = ({ tag, colour, lengthM, sizeMm2 }: Wire, units: Units): string =>
  [`${tag} ${colour} ${cutLength(lengthM, units)}`, sizeName(sizeMm2)].reduce((one, other) => (one.length >= other.length ? one : other));

export function buildGraph(netlist: Netlist, jobs: ReadonlySet<string>): Graph {
  // An earth conductor carries nothing and is on no path: it is drawn beside what it runs to.
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
  /** Whether a part of these jobs is metal with a terminal of one that is nobody's: a ground point that a lead of its own runs to. */
  const ours = new Set(
    netlist.parts.filter(({ job, jobs: users }) => job !== null && users.some((user) => jobs.has(user))).map(({ id }) => id),
  );
  const held = (at: Terminal) => netlist.joints.some(([a, b]) => (a === at && ours.has(partOf(b))) || (b === at && ours.has(partOf(a))));
  /** A pin that a low-triggered input hangs on takes its current: it is a way down, not up. */
  const sinks = (at: Terminal) =>
    wires.some(({ from, to }) => {
      const input = from === at ? to : to === at ? from : null;
      const part = input === null ? undefined : netlist.parts.find(({ id }) => id === partOf(input));
      return input !== null && part !== undefined && kindOf(part).sinksThrough?.(part.spec) === pinOf(input);
    });
  /** Metal that is joined to a pin of a supply with an earth pin. */
  const ofMains = new Set<Terminal>();
  const rails: Omit<GraphRail<'supply' | 'feed'>, 'vertex' | 'mains'>[] = [];
  const returns: { part: AnyPart; terminal: Terminal; label: string }[] = [];
  for (const part of netlist.parts) {
    const rail = kindOf(part).rail?.(part.spec);
    if (rail?.end !== undefined) root.join(terminal(part.id, rail.pin), terminal(part.id, rail.end));
  }
  for (const part of netlist.parts) {
    const rail = kindOf(part).rail?.(part.spec);
    if (!rail) continue;
    const at = terminal(part.id, rail.pin);
    if (kindOf(part).earthPin !== undefined) for (const pin of kindOf(part).pins(part.spec)) ofMains.add(root.find(terminal(part.id, pin)));
    if (rail.side === 'return' || sinks(at)) {
      if (used.has(at) || kindOf(part).mainReturn === true) returns.push({ part, terminal: at, label: rail.label });
    } else if ((used.has(at) || feeds(at)) && !charged.has(at)) rails.push({ part, terminal: at, side: rail.side, label: rail.label });
  }
  const earths = own.filter(({ role }) => role === 'earth');
  const earthOf = (part: string) => earths.filter(({ from }) => partOf(from) === part).map(({ tag }) => tag);
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
      if (element.key !== SELF && kindOf(part).rail?.(part.spec).side === 'supply' && !charged.has(from)) continue;
      // A shared switch shows only the pole that these jobs use; a joined part (a diode) has no wires, nor has
      // the eye of a voltage sensor.
      const shown = used.has(from) || used.has(to) || held(from) || held(to) || (element.key === SELF && touched);
      // A contact that another job's wires end on is no way of these: only its coil is.
      if ((part.job === null || isContact(element.symbol)) && !shown) continue;
      if (netlist.bridged.has(part.id)) continue;
      const load = [from, to].some((at) => power.has(at));
      edges.push({
        a: vertex(from),
        b: vertex(to),
        terminalA: from,
        terminalB: to,
        height: SHAPES[element.symbol].room,
        role: kindOf(part).beside ? 'beside' : load ? 'load' : 'control',
        wire: null,
        words: '',
        element: {
          part,
          key: element.key,
          symbol: element.symbol,
          branch: element.branch,
          labels: element.labels,
          mover: element.movedBy ?? part.id,
          earths: earthOf(part.id),
          isLoad: kindOf(part).plays === 'load',
        },
      });
    }
  }
  const besides = new Set(netlist.parts.filter((part) => kindOf(part).beside).map(({ id }) => id));
  for (const wire of wires)
    edges.push({
      a: vertex(wire.from),
      b: vertex(wire.to),
      terminalA: wire.from,
      terminalB: wire.to,
      height: isLabelLess(wire) ? TAIL_WIRE : LABELLED_WIRE,
      role: [wire.from, wire.to].some((end) => besides.has(partOf(end))) ? 'beside' : isControl(wire) ? 'control' : 'load',
      wire,
      words: wireWords(wire, netlist.units),
      element: null,
    });
  /** Metal that something of these jobs ends on. */
  const ends = new Set(edges.flatMap(({ a, b }) => [a, b]));
  const asRail = <Side>(rail: { part: AnyPart; terminal: Terminal; side: Side; label: string }): GraphRail<Side> => ({
    ...rail,
    vertex: vertex(rail.terminal),
    mains: ofMains.has(root.find(rail.terminal)),
  });
  const bars = new Map<number, GraphRail<'return'>>();
  // The vehicle's own return stands for the studs that are on it.
  for (const found of [...returns].sort(
    (a, b) => Number(kindOf(b.part).mainReturn === true) - Number(kindOf(a.part).mainReturn === true),
  )) {
    const bar = asRail<'return'>({ ...found, side: 'return' });
    if (ends.has(bar.vertex) && !bars.has(bar.vertex)) bars.set(bar.vertex, bar);
  }
  return {
    edges,
    rails: rails.map(asRail),
    // Low voltage above, mains below it.
    returns: [...bars.values()].sort((a, b) => Number(a.mains) - Number(b.mains)),
    vertexCount: numbers.size,
    terminals: new Map([
      ...looseEnds(netlist, edges, new Set([...rails.map(({ terminal: at }) => vertex(at)), ...bars.keys()])),
      ...netlist.parts.flatMap((part) =>
        kindOf(part).gathers
          ? kindOf(part)
              .pins(part.spec)
              .map((pin) => terminal(part.id, pin))
              .filter((at) => used.has(at))
              .map((at) => [vertex(at), part.tag] as const)
          : [],
      ),
    ]),
    bonds: earths.flatMap(({ tag, from }) => {
      const part = netlist.parts.find(({ id }) => id === partOf(from));
      return part && kindOf(part).drawn(part).length === 0 ? [{ tag, name: part.name }] : [];
    }),
  };
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

/** Where a wire goes to a pin that nothing else is drawn on, the supply of a module's inputs: the end is called by its part and pin. */
function looseEnds({ parts }: Netlist, edges: readonly Edge[], fixed: ReadonlySet<number>): [number, string][] {
  const meeting = new Map<number, number>();
  for (const { a, b } of edges) for (const end of [a, b]) meeting.set(end, (meeting.get(end) ?? 0) + 1);
  return edges.flatMap(({ wire, a, b, terminalA, terminalB }) =>
    wire === null
      ? []
      : ([[a, terminalA] as const, [b, terminalB] as const].flatMap(([end, at]) => {
          const part = parts.find(({ id }) => id === partOf(at));
          return meeting.get(end) === 1 && !fixed.has(end) && part ? [[end, `${part.tag} ${pinOf(at)}`]] : [];
        }) as [number, string][]),
  );
}
