/** Which entries of a document a wire's length and heat are taken from. */
import { type Design, waysBetween } from '../project/index.ts';
import { partOf } from '../quantity/index.ts';
import type { Netlist, Wire } from './netlist.ts';

export interface WayOfWire {
  /** Places that it goes by, from end to end; none inside a place. */
  readonly stops: readonly string[];
  /** Indexes of the measured distances that it is cut by: none inside a place, or where a person said its length. */
  readonly distances: readonly number[];
  /** Index of the hottest place that it passes. */
  readonly hotAt: number;
}

/** Answers for the wires of a netlist what their lengths and heat stand on. */
export function waysOfWires(design: Design, { parts }: Pick<Netlist, 'parts'>): (wire: Wire) => WayOfWire {
  const placeOf = new Map(parts.map(({ id, place }) => [id, place]));
  const placeAt = new Map(design.places.map(({ id }, at) => [id, at]));
  const ways = waysBetween(design);
  const distanceAt = (a: string, b: string) =>
    design.distances.findIndex((way) => (way.a === a && way.b === b) || (way.a === b && way.b === a));
  return (wire) => {
    const [from, to] = [placeOf.get(partOf(wire.from))!, placeOf.get(partOf(wire.to))!];
    const stops = from === to ? [] : [from, ...(ways(from, to)?.via ?? []), to];
    const isSaid = design.build.wires[wire.id]?.lengthM !== undefined;
    return {
      stops,
      distances: isSaid ? [] : stops.slice(1).map((stop, at) => distanceAt(stops[at]!, stop)),
      hotAt: placeAt.get(wire.hotPlace)!,
    };
  };
}

export interface LoadedWays {
  /** Circuits of this project whose load current goes between two places, past them or from one to the other. */
  between(a: string, b: string): number;
  /** The most of them that a wire lies beside on its way, itself counted; 1 inside a place. */
  beside(wire: Wire): number;
}

/** Counts a circuit once for each job whose load current flows along a way: there and back are one. */
export function loadedWays(design: Design, netlist: Netlist): LoadedWays {
  const wayOf = waysOfWires(design, netlist);
  const hop = (a: string, b: string) => [a, b].sort().join('|');
  const hops = (wire: Wire) => {
    const { stops } = wayOf(wire);
    return stops.slice(1).map((stop, at) => hop(stops[at]!, stop));
  };
  const circuits = new Map<string, Set<string>>();
  for (const wire of netlist.wires)
    if (wire.role === 'load') for (const along of hops(wire)) circuits.set(along, (circuits.get(along) ?? new Set()).add(wire.job));
  const count = (along: string) => circuits.get(along)?.size ?? 0;
  return {
    between: (a, b) => count(hop(a, b)),
    beside: (wire) => Math.max(1, ...hops(wire).map(count)),
  };
}
