/** Design → netlist: every job by a wiring that takes it, or the reasons why none does. */
import { type Terminal, terminal } from '../quantity/index.ts';
import { type Circuit, type Fault, prepareCircuit } from '../solve/index.ts';
import {
  type Branch,
  type BranchId,
  type Sensor,
  type Signal,
  wireBranch,
  currentOf,
  isAuxiliary,
  isCharged,
  isFeed,
  isStored,
  kindOf,
} from '../kinds/index.ts';
import {
  type Design,
  type Job,
  chainBefore,
  convertersBefore,
  intentOf,
  jobsBefore,
  linesOf,
  signalPlace,
  signalsNamed,
  switchedBy,
  supplyById,
  supplyIdOf,
  whyNoAuxiliary,
  whyNoOutput,
} from '../project/index.ts';
import { wireOhmPerM, copperAtTemperature } from '../reference/index.ts';
import type { SizingParts } from './problem.ts';
import { NetlistBuilder } from './builder.ts';
import { type Netlist, applyEdits, primitivesOf } from '../graph/index.ts';
import { addReturn } from './shared-parts.ts';
import { wireInlets } from './inlets.ts';
import { wireTrunks } from './trunks.ts';
import type { WayReason } from './drives/drive.ts';
import { type Wiring, wireJob, wiringsOf } from './wiring.ts';

export interface Unwired {
  readonly job: string;
  readonly reasons: readonly WayReason[];
}

export interface Compiled {
  readonly netlist: Netlist;
  readonly unwired: readonly Unwired[];
  /** Id of the wiring that each wired job got. */
  readonly wiring: ReadonlyMap<string, string>;
  /** What each job's load side asks of its sizes. */
  readonly sizing: ReadonlyMap<string, SizingParts>;
}

/** What asks for a contact that is not to be had is left out, the last that asked first, until what is left can be built. */
export function compile(design: Design): Compiled {
  const without = new Map<string, string>();
  for (;;) {
    const { compiled, refused } = compileBut(design, without);
    const [job, why] = [...refused].at(-1) ?? [];
    if (job === undefined) return compiled;
    without.set(job, why!);
  }
}

/** The circuit without some jobs, and which of the others asked for what is not to be had. */
function compileBut(
  design: Design,
  without: ReadonlyMap<string, string>,
): { readonly compiled: Compiled; readonly refused: ReadonlyMap<string, string> } {
  const builder = new NetlistBuilder(design);
  addReturn(builder, design);
  const unwired: Unwired[] = [];
  const chosen: { job: Job; wiring: Wiring }[] = [];
  for (const job of inChain(design)) {
    const { wirings, reasons } = wiringsOf(design, job);
    const left = without.get(job.id);
    const missing = [
      ...(left === undefined ? [] : [{ path: `jobs[${design.jobs.indexOf(job)}].when`, message: left }]),
      ...uncharged(design, job),
      ...missingWays(builder, design, job),
      ...outputless(
        design,
        job,
        chosen.map(({ job: { id } }) => id),
      ),
    ];
    const wiring = wirings.find(({ id }) => id === job.way) ?? wirings[0];
    if (wiring && missing.length === 0) chosen.push({ job, wiring });
    else unwired.push({ job: job.id, reasons: [...missing, ...reasons] });
  }
  const wired = design.jobs.filter((job) => chosen.some((one) => one.job === job));
  const trunks = new Map([...wireTrunks(builder, design, wired), ...wireInlets(builder, design, wired)]);
  for (const { job, wiring } of chosen) wireJob(builder, design, job, wiring, trunks.get(job.id) ?? null);
  const netlist = applyEdits(design, builder.finish());
  const wiring = new Map(chosen.map((one) => [one.job.id, one.wiring.id]));
  return { compiled: { netlist, unwired, wiring, sizing: builder.sizing }, refused: builder.refused };
}

/** What feeds a job comes before it. */
function inChain(design: Design): readonly Job[] {
  const depth = (job: Job) => chainBefore(design, job)?.length ?? 0;
  return design.jobs.some((job) => jobsBefore(design, job).length > 0) ? design.jobs.toSorted((a, b) => depth(a) - depth(b)) : design.jobs;
}

/** Jobs that feed it or move a contact of it, and that have none that anything could hang on, or are not wired. */
function outputless(design: Design, job: Job, wired: readonly string[]): WayReason[] {
  const path = `jobs[${design.jobs.indexOf(job)}].when`;
  const unwired = ({ id }: Job): string | null => (wired.includes(id) ? null : 'that is not wired');
  const because = (before: Job, does: string, why: string | null): WayReason[] =>
    why === null ? [] : [{ path, message: `${before.name} ${does}, and ${why}.` }];
  const named = new Set(signalsNamed(job));
  const own = design.signals.filter(({ id }) => named.has(id));
  const of = (signals: readonly Signal[]) => [...new Set(signals.flatMap((signal) => switchedBy(design, signal) ?? []))];
  const feeding = of(own.filter(isFeed));
  return [
    ...feeding.flatMap((before) => because(before, 'feeds it', whyNoOutput(design, before) ?? unwired(before))),
    ...of(own.filter(isAuxiliary)).flatMap((before) => because(before, 'works it', whyNoAuxiliary(design, before) ?? unwired(before))),
    ...convertersBefore(design, job).flatMap((before) => (feeding.includes(before) ? [] : because(before, 'feeds it', unwired(before)))),
  ];
}

/** Batteries of a job that are none, or that alternating current would have to charge. */
function uncharged(design: Design, job: Job): WayReason[] {
  const path = `jobs[${design.jobs.indexOf(job)}]`;
  const from = supplyById(design, supplyIdOf(design, job));
  return linesOf(job).flatMap((load): WayReason[] => {
    if (!isCharged(load)) return [];
    const charged = supplyById(design, load.supply);
    if (!isStored(charged)) return [{ path: `${path}.loads`, message: `${charged.name} is no battery: there is nothing to charge.` }];
    return currentOf(from) === 'ac'
      ? [{ path: `${path}.supply`, message: `${from.name} is alternating: it charges no battery by a relay.` }]
      : [];
  });
}

/** Distances that the job's wires need and nobody gave. */
function missingWays(builder: NetlistBuilder, design: Design, job: Job): WayReason[] {
  const name = (id: string) => design.places.find((place) => place.id === id)!.name;
  const supply = design.supplies.find(({ id }) => id === supplyIdOf(design, job))!;
  const signals = intentOf(design, job).signals.map((id) => design.signals.find((signal) => signal.id === id)!);
  const charged = linesOf(job).flatMap((load) => (isCharged(load) ? [design.supplies.find(({ id }) => id === load.supply)!.place] : []));
  const places = [
    supply.place,
    ...linesOf(job).map((load) => load.place),
    ...charged,
    ...signals.map((signal) => signalPlace(design, signal)),
  ];
  const missing = new Map<string, WayReason>();
  for (const place of places)
    if (builder.lengthM(job.device.place, place) === undefined)
      missing.set(place, {
        path: 'distances',
        message: `How far is it from ${name(job.device.place)} to ${name(place)}? Without that distance no wire can be sized.`,
      });
  return [...missing.values()];
}

/** The netlist as primitives. */
export function circuitParts(netlist: Netlist) {
  const branches: Branch[] = [];
  const sensors: Sensor[] = [];
  const terminals: Terminal[] = [];
  const edited: [branch: BranchId, fault: Fault][] = [];
  // A circuit with no battery has no use for the vehicle's return; touch voltages count from earth.
  const returns = netlist.parts.flatMap((part) =>
    kindOf(part).mainReturn === true
      ? kindOf(part)
          .pins(part.spec)
          .map((pin) => terminal(part.id, pin))
      : [],
  );
  const earths = netlist.parts.flatMap((part) => {
    const pin = kindOf(part).earthPin;
    return pin === undefined ? [] : [terminal(part.id, pin)];
  });
  // An island of its own counts from its minus.
  const minuses = netlist.parts.flatMap((part) => {
    const pin = kindOf(part).zeroPin;
    return pin === undefined ? [] : [terminal(part.id, pin)];
  });
  for (const part of netlist.parts) {
    const kind = kindOf(part);
    for (const pin of [...kind.pins(part.spec), ...(kind.hidden?.(part.spec) ?? [])]) terminals.push(terminal(part.id, pin));
    const own = primitivesOf(part);
    branches.push(...own.branches);
    sensors.push(...own.sensors);
    // A part that is not there keeps its branches by name, so that what asks about it finds nothing flowing.
    const fault: Fault | null = netlist.leftOut.has(part.id) ? 'open' : netlist.bridged.has(part.id) ? 'closed' : null;
    if (fault) edited.push(...own.branches.map(({ id }): [BranchId, Fault] => [id, fault]));
  }
  for (const wire of netlist.wires)
    branches.push({
      kind: 'resistor',
      id: wireBranch(wire.id),
      a: wire.from,
      b: wire.to,
      ohm: (conditions) => copperAtTemperature(wireOhmPerM(wire.sizeMm2)! * wire.lengthM, conditions.wireC(wire.id)),
    });
  return { terminals, branches, sensors, joints: netlist.joints, references: [...returns, ...earths, ...minuses], edited };
}

/** The netlist ready to be solved under any conditions. */
export function toCircuit(netlist: Netlist): Circuit {
  const { edited, ...parts } = circuitParts(netlist);
  const circuit = prepareCircuit(parts);
  for (const [branch, fault] of edited) circuit.setFault(branch, fault);
  return circuit;
}
