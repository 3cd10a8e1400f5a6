/** The corners at which everything is solved, and the voltages that signals of the design imply. */
import { COIL_TOLERANCE, type Conditions, type Supply, levelsOf } from '../kinds/index.ts';
import type { Netlist } from '../graph/index.ts';
import { type Design, intentOf } from '../project/index.ts';

/**
 * - `usual`: resting supply, 20 °C throughout: what a meter would show on a fair day.
 * - `low-hot`: lowest supply, hottest air, warmed coil and wires: the least pull and the most drop.
 * - `high-hot`: highest supply, hottest air: the most current in warm wires.
 * - `high-cold`: highest supply, coldest air, cold coil at the low end of its tolerance: the most coil current.
 */
export const CORNERS = ['usual', 'low-hot', 'high-hot', 'high-cold'] as const;
export type Corner = (typeof CORNERS)[number];

export const CORNER_NAMES: Readonly<Record<Corner, string>> = {
  usual: 'resting supply at 20 °C (68 °F)',
  'low-hot': 'lowest supply, hottest',
  'high-hot': 'highest supply, hottest',
  'high-cold': 'highest supply, coldest',
};

export function cornerVolt(supply: Supply, corner: Corner): number {
  return corner === 'usual' ? supply.restV : corner === 'low-hot' ? supply.lowestV : supply.highestV;
}

/** How far past its level a watched voltage stands when its signal is on, and short of it when it is off, V. */
const PAST_V = 0.5;
const SHORT_V = 0.1;

/** A signal that watches the voltage of a supply, with its levels. */
export interface VoltageSensor {
  readonly id: string;
  readonly supply: string;
  readonly closesAt: number;
  readonly opensAt: number;
}

/** Sensors of a voltage that some job asks; one that nobody asks is not there. */
export function voltageSensors(design: Design): VoltageSensor[] {
  const watching = design.signals.flatMap((signal): VoltageSensor[] => {
    const levels = levelsOf(signal);
    return levels && levels.supply !== null ? [{ id: signal.id, ...levels, supply: levels.supply }] : [];
  });
  if (watching.length === 0) return [];
  const asked = new Set(design.jobs.flatMap((job) => intentOf(design, job).signals));
  return watching.filter(({ id }) => asked.has(id));
}

/**
 * Answers the open voltage of each supply for a set of signals that are on: the corner's, pulled past or
 * short of the levels of the thresholds that watch it. Null where no voltage fits them all.
 */
export function supplyVolts(design: Design, corner: Corner): (on: (signal: string) => boolean) => ReadonlyMap<string, number> | null {
  const watched = voltageSensors(design);
  const plain = new Map(design.supplies.map((supply) => [supply.id, cornerVolt(supply, corner)]));
  if (watched.length === 0) return () => plain;
  return (on) => {
    const volts = new Map(plain);
    for (const supply of design.supplies) {
      let least = 0;
      let most = Infinity;
      for (const { id, supply: watches, closesAt, opensAt } of watched) {
        if (watches !== supply.id) continue;
        const rises = closesAt > opensAt;
        if (rises === on(id)) least = Math.max(least, (on(id) ? closesAt : opensAt) + PAST_V);
        else most = Math.min(most, (on(id) ? closesAt : opensAt) - SHORT_V);
      }
      if (least > most) return null;
      volts.set(supply.id, Math.min(most, Math.max(least, plain.get(supply.id)!)));
    }
    return volts;
  };
}

/** Everything of a corner but the voltages. */
export function conditionsAt(design: Design, netlist: Netlist, corner: Corner, hotWireC: ReadonlyMap<string, number>): Conditions {
  const places = new Map(design.places.map((place) => [place.id, place]));
  const supplies = new Map(design.supplies.map((supply) => [supply.id, cornerVolt(supply, corner)]));
  const airC = (id: string): number => {
    const place = places.get(id)!;
    return corner === 'usual' ? 20 : corner === 'high-cold' ? place.coldestC : place.hottestC;
  };
  const wires = new Map(netlist.wires.map((wire) => [wire.id, wire]));
  const hot = corner === 'low-hot' || corner === 'high-hot';
  return {
    volt: (supply) => supplies.get(supply)!,
    airC,
    wireC: (wire) => (hot ? hotWireC.get(wire) : undefined) ?? airC(wires.get(wire)!.hotPlace),
    coilWarmth: hot ? 1 : 0,
    // A pull-in voltage holds for every coil of its kind; the least of them draws most.
    coilSpread: corner === 'high-cold' ? -COIL_TOLERANCE : 0,
  };
}
