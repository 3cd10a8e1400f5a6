/** The loop of a fault to earth of a job on the mains: three rules ask it. */
import { type PartPlaying, type Supply, isTwoHot } from '../kinds/index.ts';
import { PLUG_OPENS_A, copperAtTemperature, curveOf, wireOhmPerM } from '../reference/index.ts';

import { linesOf, outLeg } from '../project/index.ts';
import type { Wire } from '../graph/index.ts';
import { type Terminal, partOf, terminal } from '../quantity/index.ts';
import type { RuleContext, WiredJob } from './context.ts';

/** Voltage of a hot conductor against earth, V. */
export const toEarthV = (supply: Supply): number => (isTwoHot(supply) ? supply.nominalV / 2 : supply.nominalV);

/** Current that opens an overcurrent device at once, within 0.4 s, A; null where nobody knows it. */
export function opensAtOnce({ spec }: PartPlaying<'overcurrent device'>): number | null {
  if (spec.style === 'plug') return PLUG_OPENS_A.get(spec.ratingA) ?? null;
  if (spec.style === 'bolt' || spec.style === 'cartridge') return null;
  const curve = curveOf(spec.style);
  return curve ? curve.most * spec.ratingA : null;
}

/** The earth conductors from metal on to the supply, over the terminals where they meet. */
function earthWay(wires: readonly Wire[], metal: Terminal): Wire[] {
  const next = wires.filter(({ role, from }) => role === 'earth' && from === metal);
  return next.flatMap((wire) => [wire, ...earthWay(wires, wire.to)]);
}

/** What a fault at a load's metal is fed through: out by the line, back by the earth conductor, at 70 °C (IEC 60364-4-41), Ω. */
export function loopOhm(
  { netlist }: Pick<RuleContext, 'netlist'>,
  job: WiredJob,
  load: PartPlaying<'load'>,
): { source: number; wires: number } {
  // The cord into a box is another job's where several share it.
  const wires = netlist.wires.filter(({ jobs }) => jobs.includes(job.job.id));
  const ohm = (list: typeof wires) =>
    list.reduce((sum, { lengthM, sizeMm2 }) => sum + copperAtTemperature(lengthM * (wireOhmPerM(sizeMm2) ?? Infinity), 70), 0);
  // All of the line up to this load: what branches off to others is longer than it is, never shorter.
  const out = wires.filter(
    ({ role, section, to }) => role === 'load' && section.side === 'load' && (section.stretch !== 'tail' || partOf(to) === load.id),
  );
  const earth = earthWay(wires, terminal(load.id, 'PE'));
  const others = new Set(linesOf(job.job).flatMap(({ id }) => (id === load.spec.line ? [] : [outLeg(id)])));
  const line = out.filter(({ leg }) => !others.has(leg));
  return { source: job.supply.internalOhm, wires: ohm(line) + ohm(earth) };
}
