/** Design → netlist: every job by the first way that takes it, or the reasons why none does. */
import { terminal } from '../circuit/terminal.ts';
import { prepareCircuit, type Circuit } from '../circuit/circuit.ts';
import type { Branch, Sensor } from '../circuit/primitives.ts';
import type { Design, Job } from '../design/schema.ts';
import { signalsOf } from '../design/when.ts';
import { copperAtTemperature } from '../reference/copper.ts';
import { class5OhmPerM } from '../reference/class5-conductors.ts';
import { kindOf } from '../parts/registry.ts';
import { NetlistBuilder } from './builder.ts';
import type { Netlist } from './netlist.ts';
import { addReturn, RETURN_TERMINAL } from './shared-parts.ts';
import { WAYS } from './ways/registry.ts';
import type { WayReason } from './ways/way.ts';

export interface Unwired {
  readonly job: string;
  readonly reasons: readonly WayReason[];
}

export interface Compiled {
  readonly netlist: Netlist;
  readonly unwired: readonly Unwired[];
}

export function compile(design: Design): Compiled {
  const builder = new NetlistBuilder(design);
  addReturn(builder, design);
  const unwired: Unwired[] = [];
  for (const job of design.jobs) {
    const missing = missingWays(builder, design, job);
    const refusals = WAYS.map((way) => ({ way, reasons: way.refuse(design, job) }));
    const fit = refusals.find(({ reasons }) => reasons.length === 0);
    if (fit && missing.length === 0) fit.way.wire(builder, design, job);
    else unwired.push({ job: job.id, reasons: [...missing, ...(fit ? [] : (refusals[refusals.length - 1]?.reasons ?? []))] });
  }
  return { netlist: builder.netlist(), unwired };
}

/** Distances that the job's wires need and nobody gave. */
function missingWays(builder: NetlistBuilder, design: Design, job: Job): WayReason[] {
  const name = (id: string) => design.places.find((place) => place.id === id)!.name;
  const supply = design.supplies.find(({ id }) => id === job.supply)!;
  const signals = signalsOf(job.when).map((id) => design.signals.find((signal) => signal.id === id)!);
  const places = [supply.place, ...job.loads.map((load) => load.place), ...signals.map((signal) => signal.place)];
  const missing = new Map<string, WayReason>();
  for (const place of places)
    if (builder.lengthM(job.device.place, place) === undefined)
      missing.set(place, {
        path: 'distances',
        message: `How far is it from ${name(job.device.place)} to ${name(place)}? Without that distance no wire can be sized.`,
      });
  return [...missing.values()];
}

export function wireBranch(wire: string): string {
  return `wire:${wire}`;
}

/** The netlist as primitives, ready to be solved under any conditions. */
export function toCircuit(netlist: Netlist): Circuit {
  const branches: Branch[] = [];
  const sensors: Sensor[] = [];
  const terminals: string[] = [];
  for (const part of netlist.parts) {
    const kind = kindOf(part);
    for (const pin of kind.pins(part.spec)) terminals.push(terminal(part.id, pin));
    kind.model(part, { branch: (branch) => branches.push(branch), sensor: (sensor) => sensors.push(sensor) });
  }
  for (const wire of netlist.wires)
    branches.push({
      kind: 'resistor',
      id: wireBranch(wire.id),
      a: wire.from,
      b: wire.to,
      ohm: (conditions) => copperAtTemperature(class5OhmPerM(wire.sizeMm2)! * wire.lengthM, conditions.wireC(wire.id)),
    });
  return prepareCircuit({ terminals, branches, sensors, joints: netlist.joints, references: [RETURN_TERMINAL] });
}
