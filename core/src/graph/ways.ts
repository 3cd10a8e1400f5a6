/** Which entries of a document a wire's length and heat are taken from. */
import { type Design, waysBetween } from '../project/index.ts';
import { partOf } from '../quantity/index.ts';
import type { Netlist, Wire } from './netlist.ts';

export interface WayOfWire {
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
    const inside = from === to || design.build.wires[wire.id]?.lengthM !== undefined;
    const stops = inside ? [] : [from, ...(ways(from, to)?.via ?? []), to];
    return {
      distances: stops.slice(1).map((stop, at) => distanceAt(stops[at]!, stop)),
      hotAt: placeAt.get(wire.hotPlace)!,
    };
  };
}
