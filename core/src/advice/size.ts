/**
 * Sizes a job: relay, socket, fuse and wires together, with what was set against what and why the rest was not taken.
 * What a relay's coil and contacts must do is asked of the rule book, on the circuit solved with that relay.
 */
import {
  type SizingParts,
  type SizingProblem,
  type Variant,
  compile,
  headroomOf,
  leastRating,
  neededA,
  sizedLegs,
  surgeRating,
} from '../wiring/index.ts';
import { type Patch, applyPatches } from '../document/index.ts';
import { type Design, type Job, type SizeOrder, isBoxEarth, loadSupplyOf, ratingsFor, runsForHours } from '../project/index.ts';
import {
  guardOf,
  isOfShelf,
  GUARD_PRICES,
  type RelayType,
  type SocketType,
  alikeBuilt,
  coilCurrent,
  currentOf,
  plays,
  powerRelays,
  relayOf,
  socketsFor,
  throwRating,
} from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { bladeFuseOhm, sizeName } from '../reference/index.ts';
import { gatherEvidence } from '../analysis/index.ts';
import { type Finding, checkEvidence } from '../rules/index.ts';
import { type Held, type Whole, combinationsOf, compareWholes, search } from './search.ts';

/** One thing that could be chosen in a step: with the best whole that has it, or why it was rejected. */
export interface Candidate {
  readonly id: string;
  readonly name: string;
  readonly whole: Choice | null;
  /** Empty where it could be taken. */
  readonly why: string;
  readonly chosen: boolean;
}

export interface CandidateStep {
  /** `relay`, `fuse` or a leg's key. */
  readonly id: string;
  readonly title: string;
  readonly candidates: readonly Candidate[];
}

export interface LegChoice {
  readonly leg: string;
  readonly sizeMm2: number;
}

/** A whole choice by its names. */
export interface Choice {
  readonly relay: string | null;
  readonly socket: string | null;
  readonly fuseA: number;
  readonly legs: readonly LegChoice[];
  readonly cost: number;
  readonly copperG: number;
  readonly dropV: number;
  /** Lost beyond the budgets, V; 0 where all are met. */
  readonly overV: number;
}

export interface Sized {
  readonly job: string;
  readonly order: SizeOrder;
  readonly chosen: Choice | null;
  readonly runnerUp: Choice | null;
  /** What the runner-up does otherwise, in words. */
  readonly runnerUpDiffers: readonly string[];
  readonly steps: readonly CandidateStep[];
  /** Cheapest whole for each drop that is worth having, the cheapest first. */
  readonly front: readonly Choice[];
  readonly combinations: number;
  /** Makes the choice; empty where there is none. */
  readonly patches: readonly Patch[];
  /** What the rules find of the job once it is made. */
  readonly findings: readonly Pick<Finding, 'rule' | 'severity' | 'title'>[];
  /** Why nothing could be chosen. */
  readonly reasons: readonly string[];
}

/** Rules about sizes: the search sees to those itself. All others have to hold with a relay before it is considered. */
const ABOUT_SIZES = /^(fuse-|wire-)/;

/** What is wrong with a relay itself says more than what follows from it. */
const TELLING = ['coil-wrong-voltage', 'coil-over-voltage', 'load-over-contact', 'coil-pull-in-low-battery-hot'];
const telling = ({ rule }: Finding): number => (TELLING.includes(rule) ? TELLING.indexOf(rule) : TELLING.length);

interface Tried {
  readonly type: RelayType;
  readonly why: string;
  readonly variants: readonly Variant[];
}

const isRelayJob = (job: Job) => job.device.kind === 'relay';

/** The job with nothing chosen by hand but its relay. */
function open(job: Job, relay: string | null): Job {
  const device = job.device.kind === 'relay' && relay !== null ? { ...job.device, part: relay, socket: 'auto' as const } : job.device;
  const wires = Object.fromEntries(
    Object.entries(job.wires).flatMap(([leg, { sizeMm2: _, secondMm2: __, ...rest }]) =>
      Object.keys(rest).length > 0 ? [[leg, rest] as const] : [],
    ),
  );
  return { ...job, device, fuse: 'auto', wires, wireMm2: undefined };
}

function withJob(design: Design, job: Job): Design {
  return { ...design, jobs: design.jobs.map((other) => (other.id === job.id ? job : other)) };
}

/** What stands against a relay, and the load side with it in each of its sockets. */
function tryRelay(design: Design, job: Job, type: RelayType, before: ReadonlySet<string>): Tried {
  const opened = open(job, type.id);
  const { sizing, unwired, netlist } = compile(withJob(design, opened));
  const reasons = unwired.find((entry) => entry.job === job.id)?.reasons.map(({ message }) => message) ?? [];
  const parts = sizing.get(job.id);
  if (reasons.length > 0 || !parts) return { type, why: reasons.join(' '), variants: [] };
  // Alone: what other jobs do to it is not the relay's doing, and a large project is not solved for each relay.
  const alone = gatherEvidence({ ...design, jobs: [opened], statements: [] });
  const against = checkEvidence(alone).filter(
    ({ severity, rule, key }) => severity !== 'hold' && !ABOUT_SIZES.test(rule) && !before.has(`${key}|${severity}`),
  );
  const [worst] = against.sort((a, b) => telling(a) - telling(b));
  if (worst) return { type, why: `${worst.title}: ${worst.detail}.`, variants: [] };
  const relays = netlist.parts.flatMap((part) =>
    plays(part, 'relay') && part.job === job.id && part.spec.carries === 'load' ? [part] : [],
  );
  const current = currentOf(loadSupplyOf(design, job));
  const contactA = Math.min(...relays.flatMap(({ spec }) => spec.uses.map((pin) => throwRating(spec.type, pin, 'heater', current).ampere)));
  const fuses = netlist.parts.filter(
    (part) => plays(part, 'overcurrent device') && part.job === job.id && part.spec.guards === 'load',
  ).length;
  return {
    type,
    why: '',
    variants: pricedSockets(design, job, type).map((socket) => ({
      relay: type.id,
      socket: socket.id,
      price: relays.reduce((sum, { spec }) => sum + spec.type.price + (spec.type === type ? socket : spec.socket).price, 0),
      mostFuseA: Math.min(contactA, socket.terminalA),
      fuses,
      parts,
    })),
  };
}

/** Sockets to choose from: one whose price nobody typed would win every comparison by it. */
const pricedSockets = (design: Design, { device }: Job, type: RelayType) =>
  socketsFor(design, type).filter(({ id, price }) => price > 0 || isOfShelf(id) || (device.kind === 'relay' && id === device.socket));

/** Relays that could take the place of the job's own: built alike, with the same coil. */
export function shelfFor(design: Design, job: Job): readonly RelayType[] {
  const present = job.device.kind === 'relay' ? relayOf(design, job.device.part)! : null;
  if (!present) return [];
  // Among plug-in relays a coil for another voltage is tried too, so that its reason is told.
  // One whose price nobody typed would win every comparison by it.
  return powerRelays(design).filter(
    (type) =>
      alikeBuilt(type, present) &&
      (!present.build || (type.coilV === present.coilV && coilCurrent(type) === coilCurrent(present))) &&
      (type.price > 0 || type.id === present.id),
  );
}

/** Findings that a job has whatever its relay: those are not held against any. */
function unavoidable(design: Design, job: Job): ReadonlySet<string> {
  const lists = shelfFor(design, job).map(({ id }) => {
    const evidence = gatherEvidence({ ...design, jobs: [open(job, id)], statements: [] });
    if (evidence.unwired.length > 0) return null;
    return new Set(checkEvidence(evidence).flatMap(({ severity, key }) => (severity === 'hold' ? [] : [`${key}|${severity}`])));
  });
  const wired = lists.flatMap((list) => list ?? []);
  const [first, ...rest] = wired;
  return new Set([...(first ?? [])].filter((key) => rest.every((list) => list.has(key))));
}

/** What a job asks of its sizes, with every relay that the rule book lets it have. */
export function sizingProblem(design: Design, job: Job): { problem: SizingProblem; tried: readonly Tried[] } {
  const types = isRelayJob(job) ? shelfFor(design, job) : [];
  const before = isRelayJob(job) ? unavoidable(design, job) : new Set<string>();
  const tried = types.map((type) => tryRelay(design, job, type, before));
  const variants = isRelayJob(job) ? tried.flatMap((one) => one.variants) : directVariants(design, job);
  const fed = variants[0]?.parts.fed ?? [];
  // A person's own fuse or breaker is the one there is.
  const own = guardOf(design, job.ownGuard);
  const leastOf = (parts: SizingParts) =>
    Math.max(0, ...parts.fed.map((own) => leastRating(design.settings, runsForHours(design, job), own, job.protection)));
  const problem: SizingProblem = {
    variants,
    // Without a fuse of its own (the signals feed it) there is nothing to rate.
    ratings: fed.length === 0 ? [0] : own ? [own.ratingA] : ratingsFor(loadSupplyOf(design, job), job.protection),
    fusePrice: own ? own.price : GUARD_PRICES[job.protection],
    leastFuseA: Math.max(0, ...variants.map(({ parts }) => leastOf(parts))),
    fuseOhm: (ratingA) => (ratingA > 0 ? bladeFuseOhm(ratingA) : 0),
  };
  return { problem, tried };
}

export function sizeJob(design: Design, jobId: string, order: SizeOrder = design.settings.sizeFor): Sized {
  const job = design.jobs.find(({ id }) => id === jobId)!;
  const { problem, tried } = sizingProblem(design, job);
  const best = search(problem, order);
  const choice = (whole: Whole): Choice => {
    const { relay, socket, parts } = problem.variants[whole.variant]!;
    return {
      relay: relay || null,
      socket: socket || null,
      fuseA: whole.fuseA,
      legs: parts.legs.map(({ key }, at) => ({ leg: key, sizeMm2: whole.sizesMm2[at]! })),
      cost: whole.cost,
      copperG: whole.copperG,
      dropV: whole.dropV,
      overV: whole.overV,
    };
  };
  const steps = candidateSteps(design, job, problem, tried, order, best, choice);
  const second = best ? runnerUp(problem, order, best) : null;
  const chosen = best ? choice(best) : null;
  const patches = chosen ? choicePatches(design, job, chosen) : [];
  const after = chosen ? checkEvidence(gatherEvidence(applyPatches(design, patches))).filter((finding) => finding.job === jobId) : [];
  return {
    job: jobId,
    order,
    chosen,
    runnerUp: second ? choice(second) : null,
    runnerUpDiffers: chosen && second ? differences(design, chosen, choice(second)) : [],
    steps,
    front: best ? front(problem, best).map(choice) : [],
    combinations: combinationsOf(problem),
    patches,
    findings: after.map(({ rule, severity, title }) => ({ rule, severity, title })),
    reasons: best ? [] : nothing(problem, tried, job),
  };
}

/** A job whose signals feed its load: no relay to choose. */
function directVariants(design: Design, job: Job): Variant[] {
  const parts = compile(withJob(design, open(job, null))).sizing.get(job.id);
  return parts ? [{ relay: '', socket: '', price: 0, mostFuseA: Infinity, fuses: 0, parts }] : [];
}

function nothing(problem: SizingProblem, tried: readonly Tried[], job: Job): string[] {
  if (problem.variants.length === 0)
    return tried.length > 0
      ? [...new Set(tried.map(({ type, why }) => `${type.name}: ${why}`))]
      : [`${job.name} cannot be wired as it is said.`];
  const most = Math.max(...problem.variants.map(({ mostFuseA }) => mostFuseA));
  const stock = problem.ratings[problem.ratings.length - 1]!;
  return problem.leastFuseA > Math.min(most, stock)
    ? [
        `Its loads ask for a fuse of ${formatQuantity(problem.leastFuseA, 'A')}; the largest that fits is ${formatQuantity(Math.min(most, stock), 'A')}. Share the loads out between two jobs, or use a larger relay.`,
      ]
    : ['No stock wire bears its fuse where it is hottest: move it to a cooler place, or out of its bundle.'];
}

/** Any whole but the best differs from it in some step: the best of the best that do is the second best of all. */
function runnerUp(problem: SizingProblem, order: SizeOrder, best: Whole): Whole | null {
  let second: Whole | null = null;
  const take = (held: Held) => {
    const whole = search(problem, order, held);
    if (whole && (!second || compareWholes(order, whole, second) < 0)) second = whole;
  };
  problem.variants.forEach((_, variant) => {
    if (variant !== best.variant) take({ variant });
  });
  for (const fuseA of problem.ratings) if (fuseA !== best.fuseA) take({ variant: best.variant, fuseA });
  problem.variants[best.variant]!.parts.legs.forEach((leg, at) => {
    for (const { sizeMm2 } of sizedLegs(leg))
      if (sizeMm2 !== best.sizesMm2[at]) take({ variant: best.variant, fuseA: best.fuseA, sizesMm2: new Map([[at, sizeMm2]]) });
  });
  return second;
}

/** The cheapest, then again and again the cheapest that loses less, until nothing does. */
function front(problem: SizingProblem, best: Whole): Whole[] {
  const cheapest = search(problem, 'cost')!;
  const thickest = search(problem, 'drop')!;
  const found: Whole[] = [cheapest];
  const MOST = 24;
  for (let step = 1; step < MOST; step++) {
    const last = found[found.length - 1]!;
    if (last.dropV <= thickest.dropV * (1 + 1e-9)) break;
    // Even steps down the range, or what lies just below the last where a step finds the same again.
    const limitV = Math.min(last.dropV * (1 - 1e-6), cheapest.dropV - (step / MOST) * (cheapest.dropV - thickest.dropV));
    const tighter: SizingProblem = {
      ...problem,
      variants: problem.variants.map((variant) => ({
        ...variant,
        parts: { ...variant.parts, paths: variant.parts.paths.map((path) => ({ ...path, budgetV: Math.min(path.budgetV, limitV) })) },
      })),
    };
    const next = search(tighter, 'cost');
    if (!next || next.dropV > limitV + 1e-9) break;
    found.push({ ...next, overV: best.overV });
  }
  return found;
}

function candidateSteps(
  design: Design,
  job: Job,
  problem: SizingProblem,
  tried: readonly Tried[],
  order: SizeOrder,
  best: Whole | null,
  choice: (whole: Whole) => Choice,
): CandidateStep[] {
  const whole = (held: Held): Choice | null => {
    const found = search(problem, order, held);
    return found && choice(found);
  };
  const present = best && problem.variants[best.variant]!;
  const steps: CandidateStep[] = [];
  const relayCandidates = tried.flatMap(({ type, why, variants }): Candidate[] => {
    if (variants.length === 0) return [{ id: type.id, name: type.name, whole: null, why, chosen: false }];
    return variants.map((variant): Candidate => {
      const socket = socketsFor(design, type).find(({ id }) => id === variant.socket)!;
      const found = whole({ variant: problem.variants.indexOf(variant) });
      return {
        id: `${type.id} ${socket.id}`,
        name: variants.length > 1 ? `${type.name}; ${socket.name}, ${socket.terminalA} A` : type.name,
        whole: found,
        why: found ? '' : whyNoRelay(problem, variant, type, socket),
        chosen: variant === present,
      };
    });
  });
  if (relayCandidates.length > 0) steps.push({ id: 'relay', title: 'Relay and socket', candidates: relayCandidates });
  if (present && problem.ratings[0] !== 0)
    steps.push({
      id: 'fuse',
      title: 'Fuse',
      candidates: problem.ratings.map((fuseA): Candidate => {
        const held = { variant: best.variant, fuseA };
        const found = whole(held);
        return {
          id: String(fuseA),
          name: formatQuantity(fuseA, 'A'),
          whole: found,
          why: found ? '' : whyNoFuse(design, job, problem, present, fuseA),
          chosen: fuseA === best.fuseA,
        };
      }),
    });
  if (present)
    present.parts.legs.forEach((leg, at) => {
      steps.push({
        id: leg.key,
        title: `Wire ${leg.key.replace(/-/g, ' ')}`,
        candidates: sizedLegs(leg).map(({ sizeMm2, bearsA, byStrip }): Candidate => {
          const found = whole({ variant: best.variant, fuseA: best.fuseA, sizesMm2: new Map([[at, sizeMm2]]) });
          const needed = neededA(leg, best.fuseA);
          return {
            id: String(sizeMm2),
            name: sizeName(sizeMm2),
            whole: found,
            why: found
              ? ''
              : `bears ${formatQuantity(bearsA, 'A')} ${byStrip ? 'under a terminal of a strip' : 'where it is hottest'}; ${needed === best.fuseA && leg.own ? 'its fuse is' : 'it has to bear'} ${formatQuantity(needed, 'A')}`,
            chosen: best.sizesMm2[at] === sizeMm2,
          };
        }),
      });
    });
  return steps;
}

function whyNoRelay(problem: SizingProblem, variant: Variant, type: RelayType, socket: SocketType): string {
  if (variant.mostFuseA < problem.leastFuseA)
    return `${socket.terminalA <= variant.mostFuseA && socket.terminalA < type.closing.resistiveA ? 'its receptacles bear' : 'its contact bears'} ${formatQuantity(variant.mostFuseA, 'A')}; the loads ask for a fuse of ${formatQuantity(problem.leastFuseA, 'A')}`;
  const fits = problem.ratings.some((ratingA) => ratingA >= problem.leastFuseA && ratingA <= variant.mostFuseA);
  return fits
    ? 'no stock wire bears its fuse'
    : `no fuse in stock lies between ${formatQuantity(problem.leastFuseA, 'A')} and ${formatQuantity(variant.mostFuseA, 'A')}`;
}

function whyNoFuse(design: Design, job: Job, problem: SizingProblem, present: Variant, fuseA: number): string {
  if (fuseA > present.mostFuseA) return `above what contact and receptacles bear, ${formatQuantity(present.mostFuseA, 'A')}`;
  for (const own of present.parts.fed) {
    const factor = headroomOf(
      design.settings,
      runsForHours(design, job),
      own.groups.flatMap((group) => group.map(({ kind }) => kind)),
    );
    if (fuseA < own.ampere) return `below its load of ${formatQuantity(own.ampere, 'A')}`;
    if (fuseA < own.ampere * factor)
      return `below ${factor} × ${formatQuantity(own.ampere, 'A')} = ${formatQuantity(own.ampere * factor, 'A')}`;
    const surge = surgeRating(own);
    if (design.settings.fuseFor === 'wire' && fuseA < surge)
      return `its loads’ start may open it: that asks for ${formatQuantity(surge, 'A')}`;
  }
  return fuseA < problem.leastFuseA
    ? `the loads ask for ${formatQuantity(problem.leastFuseA, 'A')}`
    : 'no stock wire bears it where it is hottest';
}

function differences(design: Design, chosen: Choice, other: Choice): string[] {
  const name = (id: string | null) => powerRelays(design).find((type) => type.id === id)?.name ?? 'no relay';
  const out: string[] = [];
  if (chosen.relay !== other.relay) out.push(`${name(other.relay)} for ${name(chosen.relay)}`);
  if (chosen.socket !== other.socket && chosen.relay === other.relay) out.push(`socket ${other.socket} for ${chosen.socket}`);
  if (chosen.fuseA !== other.fuseA) out.push(`fuse ${formatQuantity(other.fuseA, 'A')} for ${formatQuantity(chosen.fuseA, 'A')}`);
  const sizes = new Map(chosen.legs.map(({ leg, sizeMm2 }) => [leg, sizeMm2]));
  for (const { leg, sizeMm2 } of other.legs) {
    const was = sizes.get(leg);
    if (was !== sizeMm2) out.push(`wire ${leg.replace(/-/g, ' ')} ${sizeName(sizeMm2)}${was === undefined ? '' : ` for ${sizeName(was)}`}`);
  }
  return out;
}

/** The choice as changes to the document, all of it explicit. */
function choicePatches(design: Design, job: Job, { relay, socket, fuseA, legs }: Choice): Patch[] {
  const at = design.jobs.indexOf(job);
  const wires = { ...open(job, relay).wires };
  // The earth of a box is as thick as the thickest that enters it, of whatever job: no choice of one of them.
  for (const { leg, sizeMm2 } of legs) if (!isBoxEarth(leg)) wires[leg] = { ...wires[leg], sizeMm2 };
  return [
    ...(relay !== null && job.device.kind === 'relay'
      ? [{ path: ['jobs', at, 'device'], value: { ...job.device, part: relay, socket } }]
      : []),
    ...(fuseA > 0 && job.ownGuard === 'none' ? [{ path: ['jobs', at, 'fuse'], value: fuseA }] : []),
    { path: ['jobs', at, 'wires'], value: wires },
  ];
}
