/** What rules read: the evidence, and each job's wired parts by what they do. */
import type { Solution } from '../solve/index.ts';
import { type Terminal, type Unit, formatQuantity, partOf, terminal } from '../quantity/index.ts';
import { wireBranch } from '../wiring/index.ts';
import {
  type CircuitGraph,
  belongsTo,
  type Netlist,
  type Wire,
  graphOf,
  guardedBy,
  isWhole,
  laidOf,
  unguardedFrom,
  usedThrows,
} from '../graph/index.ts';
import { type Design, type Job, allHangingOn, auxiliariesOf, linesOf, runsForHours, supplyIdOf } from '../project/index.ts';
import { type BranchId, type AnyPart, type Load, type PartPlaying, type Supply, branchId, contactBranchId, plays } from '../kinds/index.ts';
import { ampacityAsLaid, wireOhmPerM } from '../reference/index.ts';
import {
  type Corner,
  type Evidence,
  type JobEvidence,
  type SolvedState,
  type Verdict,
  aliveWith,
  evidenceFor,
  jobVerdicts,
  voltsBetween,
} from '../analysis/index.ts';

/** A throw that carries load current. */
export interface PowerContact {
  readonly relay: PartPlaying<'relay'>;
  readonly pin: string;
  readonly branch: BranchId;
  /** The load fuse before it; null where there is none. */
  readonly fuse: PartPlaying<'overcurrent device'> | null;
}

export interface WiredJob {
  readonly job: Job;
  /** Position in the document, for patches. */
  readonly at: number;
  readonly supply: Supply;
  readonly evidence: JobEvidence;
  /** Throws that switch the loads; none where the signals feed them. */
  readonly contacts: readonly PowerContact[];
  /** Every relay of the job, those that switch loads first. */
  readonly relays: readonly PartPlaying<'relay'>[];
  /** Fuses of its loads, and of the coil circuits that it uses. */
  readonly loadFuses: readonly PartPlaying<'overcurrent device'>[];
  readonly controlFuses: readonly PartPlaying<'overcurrent device'>[];
  /** All fuses that were made for this job: a shared one is its first user's. */
  readonly ownFuses: readonly PartPlaying<'overcurrent device'>[];
  readonly loads: readonly PartPlaying<'load'>[];
  /** The same with those of the jobs that hang on what it switches: all that its fuse and its contact carry. */
  readonly carried: readonly PartPlaying<'load'>[];
  /** Whether any of those runs for three hours and more. */
  readonly forHours: boolean;
  /** Whether a load fuse of it is another job's as well; what hangs on its contact has one of its own. */
  readonly isFuseShared: boolean;
  /** Wires made for this job. */
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
  readonly graph: CircuitGraph;
  readonly jobs: readonly WiredJob[];
  part(id: string): AnyPart;
  /** Largest of a number over a job's solved states (of one corner when given), those while its delays run too. */
  worst(job: WiredJob, of: (state: SolvedState) => number, corner?: Corner): Worst;
  /** The same with every delay over. */
  worstSettled(job: WiredJob, of: (state: SolvedState) => number): Worst;
  /** Largest current through a branch, A. */
  worstAmps(job: WiredJob, branch: BranchId): Worst;
  amps(solution: Solution, branch: BranchId): number;
  volts(solution: Solution, from: Terminal, to: Terminal): number;
  /** What a supply gives at a terminal of its own, A. */
  givenAmps(solution: Solution, out: Terminal): number;
  /** Ampacity of a wire where it is hottest, in its bundle, A. */
  wireAmpacity(wire: Wire): number;
  /** Largest fuse before it that it bears, A: with a wire beside it, the two together as they share a current. */
  behindFuse(wire: Wire): number;
  /** Wires that lie beside it under the same terminals, itself first. */
  besides(wire: Wire): readonly Wire[];
  /** The same if it lay by itself, A. */
  looseAmpacity(wire: Wire): number;
  /** Place of the part that a terminal belongs to. */
  placeAt(at: Terminal): string;
  placeName(id: string): string;
  /** A length or a temperature in the units of the project. */
  says(value: number, unit: Unit): string;
  hottestC(place: string): number;
  /** Meant against found in every solved state of a job. */
  verdicts(job: WiredJob): readonly Verdict[];
  /** Works a thing out unless it was worked out before for the same jobs, parts and wires. */
  remembered<T>(what: string, jobs: ReadonlySet<string>, make: (part: Evidence) => T): T;
  /** Wires that a fuse guards: all that its current can flow through until a supply or the return. */
  guardedBy(fuse: PartPlaying<'overcurrent device'>): readonly Wire[];
  /** Wires that a supply's post, or a tap of the vehicle, can feed with no fuse between. */
  unguarded(from: Terminal): readonly Wire[];
}

/** Those in which a relay stands where its coil puts it: one that waits keeps its contacts for a while after its coil. */
export const statesOfCoil = (job: WiredJob, relay: PartPlaying<'relay'>): readonly SolvedState[] =>
  relay.spec.delays ? job.evidence.states : everyState(job);
/** States of a job that last, and those while its delays run. */
export const everyState = ({ evidence }: WiredJob): SolvedState[] => [...evidence.states, ...evidence.passing];

export function ruleContext(evidence: Evidence): RuleContext {
  const { design, netlist, circuit } = evidence;
  const parts = new Map(netlist.parts.map((part) => [part.id, part]));
  const places = new Map(design.places.map((place) => [place.id, place]));
  const graph = graphOf(netlist);
  const amps = (solution: Solution, branch: BranchId) => Math.abs(solution.amps(circuit.branchIndex(branch)));
  const largest = (job: WiredJob, states: readonly SolvedState[], of: (state: SolvedState) => number, corner?: Corner): Worst => {
    let found: Worst | null = null;
    for (const state of states) {
      if (corner && state.corner !== corner) continue;
      const value = of(state);
      if (!found || value > found.value) found = { value, state };
    }
    if (!found) throw new Error(`Job ${job.job.id} has no solved state`);
    return found;
  };
  const worst: RuleContext['worst'] = (job, of, corner) => largest(job, everyState(job), of, corner);
  const byEnds = new Map<string, Wire[]>();
  for (const wire of netlist.wires) {
    const ends = `${wire.from}>${wire.to}`;
    byEnds.set(ends, [...(byEnds.get(ends) ?? []), wire]);
  }
  const besides = (wire: Wire) => [wire, ...byEnds.get(`${wire.from}>${wire.to}`)!.filter((other) => other !== wire)];
  const wireAmpacity = memo((wire: Wire) => ampacityAsLaid(wire.sizeMm2, laidOf(design, wire)));
  const sourcesAt = memo((out: Terminal) => circuit.branches.flatMap(({ kind, a }, at) => (kind === 'source' && a === out ? [at] : [])));
  const memoPart = memo((ids: string) => partKey(evidence, new Set(ids.split(','))));
  const byJob = new Map<string, AnyPart[]>();
  for (const part of netlist.parts) for (const job of part.jobs) byJob.set(job, [...(byJob.get(job) ?? []), part]);
  const wiresByJob = new Map<string, Wire[]>();
  for (const wire of netlist.wires) wiresByJob.set(wire.job, [...(wiresByJob.get(wire.job) ?? []), wire]);
  return {
    evidence,
    design,
    netlist,
    graph,
    jobs: design.jobs.flatMap((job, at) => {
      const jobEvidence = evidence.jobs.get(job.id);
      return jobEvidence ? [wiredJob(graph, design, jobEvidence, at, byJob.get(job.id) ?? [], wiresByJob.get(job.id) ?? [])] : [];
    }),
    part: (id) => parts.get(id)!,
    worst,
    worstSettled: (job, of) => largest(job, job.evidence.states, of),
    worstAmps: (job, branch) => {
      const at = circuit.branchIndex(branch);
      return worst(job, ({ solution }) => Math.abs(solution.amps(at)));
    },
    amps,
    givenAmps: (solution, out) => sourcesAt(out).reduce((sum, at) => sum + Math.abs(solution.amps(at)), 0),
    volts: (solution, from, to) => voltsBetween(circuit, solution, from, to),
    looseAmpacity: (wire) => ampacityAsLaid(wire.sizeMm2, { ...laidOf(design, wire), bundleFactor: 1 }),
    wireAmpacity,
    besides,
    // Of one length they share as their conductances: the first to reach its own ampacity is the limit of all.
    behindFuse: (wire) => {
      const together = besides(wire);
      const siemens = together.map(({ sizeMm2 }) => 1 / wireOhmPerM(sizeMm2)!);
      const sum = siemens.reduce((total, one) => total + one, 0);
      return Math.min(...together.map((one, at) => (wireAmpacity(one) * sum) / siemens[at]!));
    },
    placeAt: (at) => parts.get(partOf(at))!.place,
    placeName: (id) => places.get(id)!.name,
    says: (value, unit) => formatQuantity(value, unit, design.settings),
    hottestC: (id) => places.get(id)!.hottestC,
    verdicts: memo((job: WiredJob) => jobVerdicts(evidence, job.evidence)),
    remembered: (what, jobs, make) => {
      const part = memoPart([...jobs].sort().join());
      const key = `${what}|${part.key}`;
      if (!evidence.cache.has(key)) {
        // A cache that nobody empties would hold every document that ever was.
        if (evidence.cache.size > MOST_REMEMBERED) evidence.cache.clear();
        evidence.cache.set(key, make(part.evidence()));
      }
      return evidence.cache.get(key) as ReturnType<typeof make>;
    },
    guardedBy: memo((fuse: PartPlaying<'overcurrent device'>) => guardedBy(graph, fuse)),
    unguarded: memo((from: Terminal) => unguardedFrom(graph, from)),
  };
}

const MOST_REMEMBERED = 2000;

/** What an answer about some jobs depends on, as a key, and the evidence cut down to them. */
function partKey(evidence: Evidence, ids: ReadonlySet<string>) {
  const { design, netlist } = evidence;
  const jobs = aliveWith(design, ids);
  const own = design.jobs.filter(({ id }) => jobs.has(id)).map(({ loads: _, wires: __, name: ___, ...job }) => job);
  const wires = netlist.wires
    .filter((wire) => wire.jobs.some((job) => jobs.has(job)))
    .map(({ id, sizeMm2, lengthM, from, to }) => [id, sizeMm2, lengthM, from, to]);
  // What jobs share is nobody's alone: boards and their pins, bars, supplies.
  const parts = netlist.parts
    .filter((part) => part.jobs.length === 0 || part.jobs.some((job) => jobs.has(job)))
    .map(({ id, spec }) => [id, spec]);
  const key = JSON.stringify([own, parts, wires, design.signals, design.supplies, [...netlist.leftOut], [...netlist.bridged]]);
  let made: Evidence | null = null;
  return { key, evidence: () => (made ??= evidenceFor(evidence, jobs)) };
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

function wiredJob(
  graph: CircuitGraph,
  design: Design,
  evidence: JobEvidence,
  at: number,
  parts: readonly AnyPart[],
  wires: readonly Wire[],
): WiredJob {
  const { job } = evidence;
  // What is a job's that feeds this one is judged there.
  const own = (part: AnyPart) => belongsTo(graph.netlist, part, job.id);
  const relays = parts.filter((part) => plays(part, 'relay')).filter(own);
  // A fuse with a wire in its place is none, nor is one that is left out.
  const fuses = parts.filter((part) => plays(part, 'overcurrent device')).filter(({ id }) => isWhole(graph.netlist, id));
  const loadFuses = fuses.filter((part) => part.spec.guards === 'load' && own(part));
  const behind = new Set([job, ...allHangingOn(design, job)].map(({ id }) => id));
  const switching = relays.filter(({ spec }) => spec.carries === 'load');
  return {
    job,
    at,
    evidence,
    supply: design.supplies.find(({ id }) => id === supplyIdOf(design, job))!,
    contacts: switching.flatMap((relay) =>
      usedThrows(graph, relay).map((pin) => {
        const pole = relay.spec.type.poles.findIndex(({ closing, resting }) => closing === pin || resting === pin);
        return { relay, pin, branch: contactBranchId(relay.id, pin), fuse: loadFuses[pole] ?? loadFuses[0] ?? null };
      }),
    ),
    relays: [...switching, ...relays.filter((relay) => !switching.includes(relay))],
    loadFuses,
    controlFuses: fuses.filter((part) => part.spec.guards === 'control' && own(part)),
    ownFuses: fuses.filter((fuse) => fuse.job === job.id),
    loads: parts.filter((part) => plays(part, 'load')),
    carried: graph.netlist.parts.filter((part) => plays(part, 'load')).filter((part) => behind.has(part.job!)),
    forHours: runsForHours(design, job),
    isFuseShared: loadFuses.some((fuse) => fuse.jobs.some((other) => other !== job.id && belongsTo(graph.netlist, fuse, other))),
    wires,
  };
}

/** The line of the sentence that a load is a unit of. */
export const lineOf = ({ job }: WiredJob, { spec }: PartPlaying<'load'>): Load | undefined =>
  linesOf(job).find(({ id }) => id === spec.line);
/** Signals whose parts a job's circuit has: those that it depends on, and contacts that other jobs' contactors move. */
export const signalsIn = ({ design }: Pick<RuleContext, 'design'>, { job, evidence }: WiredJob): string[] => [
  ...evidence.signals,
  ...auxiliariesOf(design, job).map(({ id }) => id),
];
export const coilBranch = (relay: PartPlaying<'relay'>) => branchId(relay.id, 'coil');
export const coilTerminals = ({ id, spec: { type } }: PartPlaying<'relay'>) =>
  [terminal(id, type.coil[0]), terminal(id, type.coil[1])] as const;
/** The supply behind a relay's coil; none behind a controller's pin. */
export const supplyOf = (context: RuleContext, relay: PartPlaying<'relay'>): Supply | null =>
  context.design.supplies.find(({ id }) => id === relay.spec.supply) ?? null;
/** Most that a job's loads take through its contacts or its signals, A. */
export const loadAmps = (context: RuleContext, job: WiredJob): number => worstLoad(context, job).value;
/** The same with the state in which they do. */
export const worstLoad = (context: RuleContext, job: WiredJob): Worst =>
  context.worst(job, ({ solution }) =>
    job.loadFuses.length > 0 && !sharesFuse(job)
      ? Math.max(...job.loadFuses.map(({ id }) => context.amps(solution, branchId(id, 'link'))))
      : job.carried.reduce((sum, { id }) => sum + context.amps(solution, branchId(id, 'load')), 0),
  );
/** Whether other jobs hang on its load fuse too. */
export const sharesFuse = ({ isFuseShared }: WiredJob): boolean => isFuseShared;
export const wireSubject = (wire: Wire) => ({ kind: 'wire', id: wire.id, label: wire.tag }) as const;
export const partSubject = (part: AnyPart) => ({ kind: 'part', id: part.id, label: part.tag }) as const;
export const jobSubject = (job: Job) => ({ kind: 'job', id: job.id, label: job.name }) as const;
export { wireBranch };
