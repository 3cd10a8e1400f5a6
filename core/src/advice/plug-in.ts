/**
 * The question turned round: what may be put behind a job as it is built? Its fuses, wires and relay stay as they are; a load of
 * each kind is tried in steps of power, and every rule is asked of the circuit solved with it. What is found is what no rule
 * objects to, and what objects first above it.
 */
import { compile } from '../wiring/index.ts';
import { type Design, type Job, loadSupplyOf } from '../project/index.ts';
import { LOADS, UNIT_KINDS, type UnitLoad, asKind, currentOf, isCharged, plays } from '../kinds/index.ts';
import { gatherEvidence } from '../analysis/index.ts';
import { type Netlist, belongsTo } from '../graph/index.ts';
import { type Finding, checkEvidence, isFurtherPast } from '../rules/index.ts';

/** Powers that things are sold with, W. */
export const TRIED_W: readonly number[] = [
  1, 2, 3, 5, 7.5, 10, 15, 20, 25, 30, 40, 50, 60, 75, 100, 120, 150, 200, 250, 300, 400, 500, 600, 750, 900, 1000, 1200, 1500, 1800, 2000,
  2300, 2500, 2800, 3000, 3500, 4000, 5000, 6000, 7500,
];

type UnitKind = UnitLoad['kind'];
export interface PlugIn {
  readonly kind: UnitKind;
  /** Greatest power, W, and its current at the supply's usual voltage, A; null where none of this kind may be. */
  readonly mostW: number | null;
  readonly mostA: number | null;
  /** Below it nothing is promised: the least that may be, W; null where the least tried may. */
  readonly leastW: number | null;
  /** What objects to the next step above, in the words of its finding; null where the greatest that was tried may be. */
  readonly limit: { readonly rule: string; readonly title: string } | null;
}
export interface PlugInAnswer {
  readonly job: string;
  /** For how many volts and of which current its loads must be. */
  readonly volt: number;
  readonly current: 'ac' | 'dc';
  readonly fuseA: number | null;
  readonly rows: readonly PlugIn[];
}

/** The job with every size that the app chose set down as it is, so that a larger load finds no larger fuse. */
export function asItIsBuilt(netlist: Netlist, job: Job): Job {
  const own = netlist.wires.filter((wire) => wire.job === job.id);
  const wires: Job['wires'] = { ...job.wires };
  for (const { leg, beside, sizeMm2 } of own) wires[leg] = { ...wires[leg], [beside === null ? 'sizeMm2' : 'secondMm2']: sizeMm2 };
  const ratingOf = (guards: 'load' | 'control', chosen: Job['fuse']): Job['fuse'] =>
    chosen !== 'auto'
      ? chosen
      : (netlist.parts.flatMap((part) =>
          plays(part, 'overcurrent device') && belongsTo(netlist, part, job.id) && part.spec.guards === guards ? [part.spec.ratingA] : [],
        )[0] ?? chosen);
  return { ...job, wires, fuse: ratingOf('load', job.fuse), controlFuse: ratingOf('control', job.controlFuse) };
}

/** A load of a kind in the place of the job's own: of `watt` at the supply's voltage, ending its own heat or stall by itself. */
function withLoad(job: Job, kind: UnitKind, watt: number, ratedV: number): Job {
  const [first] = job.loads;
  const load = asKind(first!, kind);
  return { ...job, loads: [{ ...load, count: 1, plate: { unit: 'W', value: watt, ratedV }, important: false, ownCutOut: true }] };
}

/** From one stride to the next it is tried first, then step by step; whatever is told was tried, and so was all above it in strides. */
const STRIDE = 4;
/** Findings of the job with a load, that do not hold. */
type Objections = readonly Finding[];
/** Stands for a load with which the job is not wired at all. */
const NOT_WIRED = { rule: 'not-wired', title: 'It can no longer be wired' } as const;
const byKey = (findings: readonly Finding[]): ReadonlyMap<string, Finding> => new Map(findings.map((finding) => [finding.key, finding]));
/** Not there before, or further past its limit than it was. */
const isWorse = (before: ReadonlyMap<string, Finding>, finding: Finding): boolean => {
  const then = before.get(finding.key);
  return then === undefined || isFurtherPast(finding, then);
};
/** A step of power that is tried, by a generator that may be cut into slices. */
type Asked<T> = Generator<undefined, T>;

/** The greatest step that `may`, −1 where none does. */
function* greatest(may: (step: number) => boolean): Asked<number> {
  const last = TRIED_W.length - 1;
  let stride = last;
  while (stride >= 0 && !may(stride)) {
    yield;
    stride -= STRIDE;
  }
  for (let step = Math.min(last, stride + STRIDE - 1); step > Math.max(stride, -1); step--) {
    yield;
    if (may(step)) return step;
  }
  return Math.max(stride, -1);
}
function* least(may: (step: number) => boolean, most: number): Asked<number> {
  for (let step = 0; step < most; step++) {
    yield;
    if (may(step)) return step;
  }
  return most;
}

/** Null where there is no such job, it charges a battery, or it is not wired. */
export function* whatMayBePluggedIn(design: Design, jobId: string): Asked<PlugInAnswer | null> {
  const at = design.jobs.findIndex(({ id }) => id === jobId);
  const job = design.jobs[at];
  if (!job || job.loads.length === 0 || job.loads.some(isCharged)) return null;
  const supply = loadSupplyOf(design, job);
  const current = currentOf(supply);
  // Feeds that jobs share are set down too: in the job that holds them.
  const { netlist } = compile(design);
  const jobs = design.jobs.map((one) => asItIsBuilt(netlist, one));
  const built = jobs[at]!;
  /** What does not hold of the project, with these jobs; null where this one is not wired. */
  const openWith = (all: readonly Job[]): Finding[] | null => {
    const evidence = gatherEvidence({ ...design, jobs: [...all], statements: [], accepted: [] });
    if (!evidence.jobs.has(jobId)) return null;
    return checkEvidence(evidence).filter(({ severity }) => severity !== 'hold');
  };
  const standing = openWith(jobs);
  if (!standing) return null;
  const strained = byKey(standing);
  const objections = (kind: UnitKind, watt: number): Objections | null =>
    // The others stay: they share its feeds, its supply and its box. Of them it counts what is new, or worse than it was.
    openWith(jobs.with(at, withLoad(built, kind, watt, supply.nominalV)))?.filter(
      (finding) => finding.job === jobId || isWorse(strained, finding),
    ) ?? null;
  const rows: PlugIn[] = [];
  for (const kind of UNIT_KINDS.filter((one) => LOADS[one].currents.includes(current) && !LOADS[one].anythingPlugsIn)) {
    const found = new Map<number, Objections | null>();
    const ask = (step: number): Objections | null => {
      if (!found.has(step)) found.set(step, objections(kind, TRIED_W[step]!));
      return found.get(step)!;
    };
    // Cautions that it has with the smallest one, and no worse with a larger one, are of the job, not of what is put behind it.
    const always = byKey((ask(0) ?? []).filter(({ severity }) => severity === 'caution'));
    yield;
    const against = (step: number): Objections | null =>
      ask(step)?.filter((finding) => finding.severity === 'danger' || isWorse(always, finding)) ?? null;
    const may = (step: number): boolean => against(step)?.length === 0;
    const most = yield* greatest(may);
    const first = most < 0 ? -1 : yield* least(may, most);
    const above = most + 1 < TRIED_W.length ? against(most + 1) : [];
    const [worst] = [...(above ?? [])].sort((a, b) => Number(b.severity === 'danger') - Number(a.severity === 'danger'));
    rows.push({
      kind,
      mostW: TRIED_W[most] ?? null,
      mostA: most < 0 ? null : TRIED_W[most]! / supply.nominalV,
      leastW: first > 0 ? TRIED_W[first]! : null,
      limit: above === null ? NOT_WIRED : worst ? { rule: worst.rule, title: worst.title } : null,
    });
  }
  return { job: jobId, volt: supply.nominalV, current, fuseA: typeof built.fuse === 'number' ? built.fuse : null, rows };
}
