/** The loop of a fault to earth of a job on the mains: three rules ask it. */
import { type AnyPart, type PartPlaying, type Supply, isTwoHot, kindOf } from '../kinds/index.ts';
import { PLUG_OPENS_A, copperAtTemperature, curveOf, wireOhmPerM } from '../reference/index.ts';

import { INLET_LINE, linesOf, outLeg } from '../project/index.ts';
import type { Wire } from '../graph/index.ts';
import { type Terminal, partOf, terminal } from '../quantity/index.ts';
import type { RuleContext, WiredJob } from './context.ts';

type Fuse = PartPlaying<'overcurrent device'>;

/** Voltage of a hot conductor against earth, V. */
export const toEarthV = (supply: Supply): number => (isTwoHot(supply) ? supply.nominalV / 2 : supply.nominalV);

/** Times its rating at which a cartridge of 5 × 20 mm opens within 0.3 s (IEC 60127-2, from memory). */
const CARTRIDGE_AT_ONCE = 10;

/** Current that opens an overcurrent device at once, within 0.4 s, A; null where nobody knows it. */
export function opensAtOnce({ spec }: Fuse): number | null {
  if (spec.style === 'plug') return PLUG_OPENS_A.get(spec.ratingA) ?? null;
  if (spec.style === 'bolt') return null;
  if (spec.style === 'cartridge') return CARTRIDGE_AT_ONCE * spec.ratingA;
  const curve = curveOf(spec.style);
  return curve ? curve.most * spec.ratingA : null;
}

/** The earth conductors from metal on to the supply, over the terminals where they meet. */
function earthWay(wires: readonly Wire[], metal: Terminal): Wire[] {
  const next = wires.filter(({ role, from }) => role === 'earth' && from === metal);
  return next.flatMap((wire) => [wire, ...earthWay(wires, wire.to)]);
}

const hotOhm = (list: readonly Wire[]): number =>
  list.reduce((sum, { lengthM, sizeMm2 }) => sum + copperAtTemperature(lengthM * (wireOhmPerM(sizeMm2) ?? Infinity), 70), 0);

interface Loop {
  readonly source: number;
  readonly wires: number;
}

/** What a fault at a load's metal is fed through: out by the line, back by the earth conductor, at 70 °C (IEC 60364-4-41), Ω. */
export function loopOhm({ netlist }: Pick<RuleContext, 'netlist'>, job: WiredJob, load: PartPlaying<'load'>): Loop {
  // The cord into a box is another job's where several share it.
  const wires = netlist.wires.filter(({ jobs }) => jobs.includes(job.job.id));
  // All of the line up to this load: what branches off to others is longer than it is, never shorter.
  const out = wires.filter(
    ({ role, section, to }) => role === 'load' && section.side === 'load' && (section.stretch !== 'tail' || partOf(to) === load.id),
  );
  const earth = earthWay(wires, terminal(load.id, 'PE'));
  const others = new Set(linesOf(job.job).flatMap(({ id }) => (id === load.spec.line ? [] : [outLeg(id)])));
  const line = out.filter(({ leg }) => !others.has(leg));
  return { source: job.supply.internalOhm, wires: hotOhm(line) + hotOhm(earth) };
}

/** The same of a metal box with its fuse inside: a fault of what comes in is before that fuse, and the branch has to open. Null where there is none. */
export function boxLoopOhm(
  { netlist }: Pick<RuleContext, 'netlist'>,
  job: WiredJob,
  branch: Fuse,
): (Loop & { readonly box: AnyPart }) | null {
  const { place } = job.job.device;
  const box = netlist.parts.find((part) => kindOf(part).metal !== undefined && part.place === place);
  const metal = box && kindOf(box).metal;
  const earth = metal ? earthWay(netlist.wires, terminal(box.id, metal)) : [];
  // Metal with no earth has no loop: another rule says that.
  if (!box || earth.length === 0) return null;
  const line = netlist.wires.filter(({ leg, from, jobs }) => leg === INLET_LINE && partOf(from) === branch.id && jobs.includes(job.job.id));
  const wires = hotOhm(line) + hotOhm(earth);
  return { source: job.supply.internalOhm, wires, box };
}
