/** What rules read: the evidence, and each job's wired parts by what they do. */
import type { Solution } from '../circuit/circuit.ts';
import { partOf, terminal } from '../circuit/terminal.ts';
import { wireBranch } from '../compile/compile.ts';
import type { Netlist, Wire } from '../compile/netlist.ts';
import type { Design, Job, Supply } from '../design/schema.ts';
import { branchId } from '../parts/kind.ts';
import { isKind, kindOf, type AnyPart, type PartOf } from '../parts/registry.ts';
import { ampacity } from '../reference/vehicle-ampacity.ts';
import { jobVerdicts, type Verdict } from '../prove/verdict.ts';
import { voltsBetween, type Corner, type Evidence, type JobEvidence, type SolvedState } from '../prove/evidence.ts';

export interface WiredJob {
  readonly job: Job;
  /** Position in the document, for patches. */
  readonly at: number;
  readonly supply: Supply;
  readonly evidence: JobEvidence;
  /** The relay that switches the load, and every relay of the job, that one first. */
  readonly relay: PartOf<'relay'>;
  readonly relays: readonly PartOf<'relay'>[];
  readonly loadFuse: PartOf<'fuse'> | null;
  readonly controlFuse: PartOf<'fuse'> | null;
  readonly controlFuses: readonly PartOf<'fuse'>[];
  readonly loads: readonly PartOf<'load'>[];
  readonly wires: readonly Wire[];
}

export interface Worst {
  readonly value: number;
  readonly state: SolvedState;
}

export interface RuleContext {
  readonly evidence: Evidence;
  readonly design: Design;
  readonly netlist: Netlist;
  readonly jobs: readonly WiredJob[];
  part(id: string): AnyPart;
  /** Largest of a number over a job's solved states (of one corner when given). */
  worst(job: WiredJob, of: (state: SolvedState) => number, corner?: Corner): Worst;
  /** Largest current through a branch, A. */
  worstAmps(job: WiredJob, branch: string): Worst;
  amps(solution: Solution, branch: string): number;
  volts(solution: Solution, from: string, to: string): number;
  /** Ampacity of a wire where it is hottest, A. */
  wireAmpacity(wire: Wire): number;
  placeName(id: string): string;
  /** Meant against found in every solved state of a job. */
  verdicts(job: WiredJob): readonly Verdict[];
  /** Wires that a fuse guards: all that its current can flow through until a supply or the return. */
  guardedBy(fuse: PartOf<'fuse'>): readonly Wire[];
}

export function ruleContext(evidence: Evidence): RuleContext {
  const { design, netlist, circuit } = evidence;
  const parts = new Map(netlist.parts.map((part) => [part.id, part]));
  const places = new Map(design.places.map((place) => [place.id, place]));
  const amps = (solution: Solution, branch: string) => Math.abs(solution.amps[circuit.branchIndex(branch)]!);
  const worst = (job: WiredJob, of: (state: SolvedState) => number, corner?: Corner): Worst => {
    let found: Worst | null = null;
    for (const state of job.evidence.states) {
      if (corner && state.corner !== corner) continue;
      const value = of(state);
      if (!found || value > found.value) found = { value, state };
    }
    if (!found) throw new Error(`Job ${job.job.id} has no solved state`);
    return found;
  };
  const guards = guardGraph(netlist);
  return {
    evidence,
    design,
    netlist,
    jobs: design.jobs.flatMap((job, at) => {
      const jobEvidence = evidence.jobs.get(job.id);
      return jobEvidence ? [wiredJob(design, netlist, jobEvidence, at)] : [];
    }),
    part: (id) => parts.get(id)!,
    worst,
    worstAmps: (job, branch) => {
      const at = circuit.branchIndex(branch);
      return worst(job, ({ solution }) => Math.abs(solution.amps[at]!));
    },
    amps,
    volts: (solution, from, to) => voltsBetween(circuit, solution, from, to),
    wireAmpacity: (wire) => ampacity(wire.sizeMm2, places.get(wire.hotPlace)!.hottestC),
    placeName: (id) => places.get(id)!.name,
    verdicts: memo((job: WiredJob) => jobVerdicts(evidence, job.evidence)),
    guardedBy: memo(guards),
  };
}

/** Several rules ask the same of the same job. */
function memo<K, V>(make: (key: K) => V): (key: K) => V {
  const known = new Map<K, V>();
  return (key) => {
    const found = known.get(key) ?? make(key);
    known.set(key, found);
    return found;
  };
}

function wiredJob(design: Design, netlist: Netlist, evidence: JobEvidence, at: number): WiredJob {
  const { job } = evidence;
  const own = netlist.parts.filter((part) => part.job === job.id);
  const find = <K extends AnyPart['kind']>(kind: K, id: string): PartOf<K> | null => {
    const part = own.find((candidate) => candidate.id === id);
    return isKind(part, kind) ? part : null;
  };
  return {
    job,
    at,
    evidence,
    supply: design.supplies.find(({ id }) => id === job.supply)!,
    relay: find('relay', `${job.id}-relay`)!,
    relays: own.filter((part) => isKind(part, 'relay')),
    loadFuse: find('fuse', `${job.id}-fuse`),
    controlFuse: find('fuse', `${job.id}-control-fuse`),
    controlFuses: own.filter((part) => isKind(part, 'fuse')).filter(({ id }) => id !== `${job.id}-fuse`),
    loads: own.filter((part) => isKind(part, 'load')),
    wires: netlist.wires.filter((wire) => wire.job === job.id),
  };
}

export const contactBranch = (job: WiredJob) => branchId(job.relay.id, `contact${job.relay.spec.throw}`);
export const coilBranch = (relay: PartOf<'relay'>) => branchId(relay.id, 'coil');
/** The supply behind a relay's coil. */
export const supplyOf = (context: RuleContext, relay: PartOf<'relay'>): Supply =>
  context.design.supplies.find(({ id }) => id === relay.spec.supply)!;
export const wireSubject = (wire: Wire) => ({ kind: 'wire', id: wire.id, label: wire.tag }) as const;
export const partSubject = (part: AnyPart) => ({ kind: 'part', id: part.id, label: part.tag }) as const;
export { wireBranch };

/** Everything conducts for this question but fuses; supplies, taps and the return end it. */
function guardGraph(netlist: Netlist): (fuse: PartOf<'fuse'>) => Wire[] {
  const parts = new Map(netlist.parts.map((part) => [part.id, part]));
  const next = new Map<string, { to: string; wire: Wire | null }[]>();
  const link = (a: string, b: string, wire: Wire | null) => {
    for (const [from, to] of [
      [a, b],
      [b, a],
    ] as const) {
      if (!next.has(from)) next.set(from, []);
      next.get(from)!.push({ to, wire });
    }
  };
  for (const wire of netlist.wires) link(wire.from, wire.to, wire);
  for (const [a, b] of netlist.joints) link(a, b, null);
  for (const part of netlist.parts)
    if (part.kind !== 'fuse')
      for (const element of kindOf(part).drawn(part)) link(terminal(part.id, element.from), terminal(part.id, element.to), null);
  const ends = (at: string) => {
    const part = parts.get(partOf(at))!;
    return part.kind === 'fuse' || kindOf(part).rail !== undefined;
  };
  return (fuse) => {
    const start = terminal(fuse.id, '2');
    const seen = new Set([start]);
    const wires = new Set<Wire>();
    const open = [start];
    for (let at = open.pop(); at !== undefined; at = open.pop())
      for (const { to, wire } of next.get(at) ?? []) {
        if (wire) wires.add(wire);
        if (seen.has(to) || ends(to)) continue;
        seen.add(to);
        open.push(to);
      }
    return [...wires];
  };
}
