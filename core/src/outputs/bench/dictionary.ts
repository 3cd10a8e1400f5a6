/**
 * Which fault explains the readings, and which reading would tell most next.
 *
 * Every single fault is simulated once in every step: a table of what would be read. Given readings r_s, the weight of a
 * fault f is its prior times Π exp(−z²/2) over the steps measured, z = (r_s − m_fs)/σ_fs, with σ from the meter and from what the
 * parts' tolerance moves. The next step is the one after which the expected entropy of the weights is least:
 * faults whose readings differ by less than the meter can tell are one outcome.
 */
import { type Circuit, type CircuitPlan, type Fault, circuitOf, planCircuit } from '../../solve/index.ts';
import {
  type AnyPart,
  type BranchId,
  COIL_TOLERANCE,
  type Conditions,
  LOADS,
  type LoadKind,
  type PartPlaying,
  SELF,
  SENSE,
  type Unread,
  branchId,
  partOfBranch,
  plays,
  kindOf,
  fedOf,
} from '../../kinds/index.ts';
import { circuitParts } from '../../wiring/index.ts';
import { type Terminal, partOf } from '../../quantity/index.ts';
import { type Netlist, primitivesOf } from '../../graph/index.ts';
import { type Evidence, conditionsAt, voltsBetween } from '../../analysis/index.ts';
import { resetsAtAll } from '../../reference/index.ts';
import { OPEN_OHM, meterError } from './meter.ts';
import { type BranchFault, type SingleFault, singleFaults } from './faults.ts';
import { type BenchStep, benchPlan, linkable } from './plan.ts';
import { SYMPTOMS, type SymptomId, UNSEEN, eyesOn, fuseGone, sightOf } from './symptoms.ts';

export interface Prediction {
  readonly value: number;
  /** What meter and parts may differ by, in the unit itself. */
  readonly tolerance: number;
}

export interface Dictionary {
  readonly steps: readonly BenchStep[];
  readonly faults: readonly SingleFault[];
  /** Of a healthy circuit, by step. */
  readonly healthy: readonly Prediction[];
  /** By fault, then by step. */
  readonly values: readonly Float64Array[];
  /** The least and the most that it may read where cold loads and electronics lie in the way, by fault, then by step. */
  readonly least: readonly Float64Array[];
  readonly most: readonly Float64Array[];
  /** By fault: what one sees of it before one measures. */
  readonly shows: readonly ReadonlySet<SymptomId>[];
}

/** An ohmmeter: a voltage that no diode conducts at, behind a resistance that no coil pulls in through, V and Ω. */
const TEST_V = 0.2;
const TEST_OHM = 1000;
const TEST = branchId('ohmmeter', 'test');

/** What a reading may differ by for all that is not the meter's: a supply off by as much, and parts by theirs. */
const SUPPLY_SHARE = 0.03;
const PART_SHARE = 0.06;
/** Volts at a load or along the way move with the parts far less than their ohms do: what is lost on the way is a small share of them. */
const VOLT_SHARE = 0.015;
const MOSTLY_SUPPLY = 0.7;
/** Less than this share of a supply is what joints, contacts, fuses and short wires drop: sound ones differ from each other by as much as they drop. */
const DROP_SHARE_OF_SUPPLY = 0.1;
const DROP_SPREAD = 0.8;

/** A branch that is not as it should be. */
export interface Broken {
  readonly branch: BranchId;
  readonly fault: Fault;
}
/** Reads steps off a circuit in which some branches may be broken. */
export interface Reader {
  read(step: BenchStep, broken: readonly Broken[]): number;
  /** Reads on with other parts and another supply. */
  vary(spread: Spread): void;
}
/** How far supply and coils of the one on the bench are from what they are called. */
export interface Spread {
  readonly coilSpread: number;
  readonly volts: number;
  /** What a branch's resistance is of the one that is reckoned with, as a share: contacts wear, wires are cut shorter, loads differ. */
  readonly ohms?: (branch: BranchId) => number;
  /**
   * What an ohmmeter sees of a resistance, as a share of what it works at: a lamp and a motor are cold; electronics may show none at
   * all, `Infinity`; what else hangs on a feed that is there may be anything.
   */
  readonly cold?: (of: LoadKind | Unread) => number;
}
const AS_CALLED: Spread = { coilSpread: 0, volts: 1 };

/** A circuit with a meter in it, and what is not as its parts are called while nothing is broken. */
interface Ohmmeter {
  readonly made: Circuit;
  readonly base: ReadonlyMap<BranchId, Fault>;
}

/** Loads, and what it cannot tell of the rest, as an ohmmeter meets them. */
function chilled(netlist: Netlist, at: Conditions, cold: Spread['cold'], isFed: boolean): [branch: BranchId, fault: Fault][] {
  if (!cold) return [];
  const seen = (part: AnyPart, of: LoadKind | Unread, isMeant: (id: BranchId) => boolean): [branch: BranchId, fault: Fault][] => {
    const share = cold(of);
    if (share === 1) return [];
    return primitivesOf(part).branches.flatMap((branch): [BranchId, Fault][] =>
      isMeant(branch.id)
        ? [[branch.id, share === Infinity || branch.kind !== 'resistor' ? 'open' : { extraOhm: branch.ohm(at) * (share - 1) }]]
        : [],
    );
  };
  return netlist.parts.flatMap((part) => {
    if (plays(part, 'load')) return seen(part, part.spec.loadKind, () => true);
    // What is fed works, and is not read by its own resistance.
    if (isFed) return [];
    const own = kindOf(part).unread?.(part.spec) ?? [];
    const unread = fedOf(part) ? [...own, { key: SELF, as: 'electronics' as const }] : own;
    return unread.flatMap(({ key, as }) => seen(part, as, (id) => id === branchId(part.id, key)));
  });
}

/** Fuses are taken out, breakers are put off. */
const gone = (list: readonly PartPlaying<'overcurrent device'>[]): string => {
  const off = list.filter(({ spec }) => resetsAtAll(spec.style)).length;
  return off === 0 ? 'out' : off === list.length ? 'off' : 'out or off';
};

/** The least that what else hangs on a feed may show of what is reckoned with, as a share: a pump beside a lamp. */
const LEAST_OTHERS = 0.01;
/** Lamps and motors at their coldest, with electronics as they work and others at their most; and with neither showing anything. */
const COLD = [1, Infinity].map((unknown) => (of: LoadKind | Unread): number => {
  if (of === 'others') return unknown === 1 ? LEAST_OTHERS : unknown;
  return LOADS[of].ohms?.least ?? unknown;
});

/**
 * One circuit as an ohmmeter meets it, by chance from 0 to 1: lamps and motors between their coldest and their warmest, `electronics`
 * as the share that they show, and what else hangs on a feed as anything.
 */
export const metBy =
  (chance: number, electronics: number): NonNullable<Spread['cold']> =>
  (of) => {
    if (of === 'others') return chance < 0.2 ? Infinity : LEAST_OTHERS + chance;
    const { ohms } = LOADS[of];
    return ohms ? ohms.least + (ohms.most - ohms.least) * chance : electronics;
  };

/**
 * The plan as a healthy circuit answers it in one way only. Where ohms would be read through a lamp or a motor that is cold, or
 * through electronics, fuses come out until nothing of that lies between the leads, or a wire comes off what is read; what neither
 * helps is not measured.
 */
export function benchSteps(evidence: Evidence, jobId: string): BenchStep[] {
  // The breaker of a branch is in the panel: what is measured is unplugged.
  const fuses = evidence.netlist.parts.filter((part) => plays(part, 'overcurrent device')).filter(({ spec }) => !spec.isThere);
  const usual = reader(evidence);
  const others = COLD.map((cold) => reader(evidence, { ...AS_CALLED, cold }));
  const isTelling = (step: BenchStep): boolean => {
    const value = usual.read(step, []);
    const within = PART_SHARE * value + meterError('Ω', value);
    return others.every((other) => Math.abs(other.read(step, []) - value) <= within);
  };
  return benchPlan(evidence, jobId).flatMap((step) => {
    if (step.quantity !== 'Ω' || isTelling(step)) return [step];
    const here = [partOf(step.red), partOf(step.black)];
    const removable = fuses.filter(({ id }) => !here.includes(id));
    const own = removable.filter(({ jobs }) => jobs.includes(jobId));
    // What the step takes out itself, and its words without that it does.
    const first = fuses.filter(({ id }) => step.out?.includes(id));
    const before = first.length > 0 ? step.words.slice(0, step.words.lastIndexOf(' ')) : step.words;
    const tries = [own.filter(({ spec }) => spec.guards !== 'control'), own, removable].filter((list) => list.length > 0);
    const fed = evidence.netlist.parts.filter((part) => fedOf(part) && !here.includes(part.id));
    const ownFed = fed.filter(({ jobs }) => jobs.includes(jobId));
    const unplug = (list: readonly AnyPart[], from: BenchStep): BenchStep => ({
      ...from,
      id: `${from.id}-unplugged`,
      unplugged: list.map(({ id }) => id),
      words: `${from.words}, ${[...new Set(list.map(({ tag }) => tag))].join(', ')} unplugged`,
    });
    const pulled = tries.map((list): BenchStep => {
      const tags = list === removable && list.length > own.length ? 'every other fuse' : list.map(({ tag }) => tag).join(', ');
      return {
        ...step,
        id: `${step.id}-out`,
        out: [...(step.out ?? []), ...list.map(({ id }) => id)],
        words: `${before}, ${tags} ${gone([...first, ...list])}`,
      };
    });
    const lists = [ownFed, fed].filter(({ length }) => length > 0);
    const found = [...pulled, ...lists.flatMap((list) => [step, ...pulled].map((from) => unplug(list, from)))].find(isTelling);
    if (found) return [found];
    // A switch, a coil or a contact whose other end hangs on electronics is read by itself.
    const loose: BenchStep = { ...step, id: `${step.id}-loose`, alone: true, words: `${step.words}, one of its wires off` };
    return here[0] === here[1] && isTelling(loose) ? [loose] : [];
  });
}

/** Whether a branch is of the part that the leads are on. */
const isOf = ({ red }: BenchStep, branch: BranchId): boolean => partOfBranch(branch) === partOf(red);

/** Of a circuit with these faults in it. */
export function faultyReader(evidence: Evidence, faults: readonly SingleFault[], vary: Spread = AS_CALLED): (step: BenchStep) => number {
  const wired = faults.find((fault) => 'wired' in fault);
  const broken = faults.filter((fault): fault is BranchFault => 'branch' in fault);
  const made = reader(evidence, vary, wired ? wired.wired : evidence.netlist);
  return (step) => made.read(step, broken);
}

/** The same with something standing in for each isolated supply that the mains feed, and for contacts of what is dead without them; itself where there is none. */
function withStandIns(netlist: Netlist): Netlist {
  const isFed = (part: AnyPart): boolean => kindOf(part).minus?.isolated === true && fedOf(part) !== undefined;
  if (!netlist.parts.some((part) => isFed(part) || linkable(part))) return netlist;
  const stood = (part: AnyPart): AnyPart => {
    if (isFed(part)) return { ...part, spec: { ...part.spec, standIn: true } } as AnyPart;
    // A link across it is there just when it is to be closed.
    return linkable(part) ? { ...part, spec: { ...part.spec, alive: branchId(part.id, SENSE) } } : part;
  };
  return { ...netlist, parts: netlist.parts.map(stood) };
}

/** What the circuits of a netlist are before a number is in them: with no meter, or with an ohmmeter's leads where a step has them. */
interface Plans {
  readonly edited: readonly (readonly [branch: BranchId, fault: Fault])[];
  readonly plan: CircuitPlan;
  withLeads(red: Terminal, black: Terminal): CircuitPlan;
}
/** A plan takes far longer than a reading on it, and many readers read the same netlist. */
const plansKnown = new WeakMap<Netlist, Plans>();

function plansOf(netlist: Netlist): Plans {
  const known = plansKnown.get(netlist);
  if (known) return known;
  const { edited, ...parts } = circuitParts(netlist);
  const byLeads = new Map<string, CircuitPlan>();
  const plans: Plans = {
    edited,
    plan: planCircuit(parts),
    withLeads(red, black) {
      const leads = `${red} ${black}`;
      const planned = byLeads.get(leads);
      if (planned) return planned;
      const test = { kind: 'source', id: TEST, a: red, b: black, volt: () => TEST_V, ohm: () => TEST_OHM } as const;
      // Counted from its black lead: what is cut off from everything else still has a current through the meter.
      const plan = planCircuit({ ...parts, references: [black, ...parts.references], branches: [...parts.branches, test] });
      byLeads.set(leads, plan);
      return plan;
    },
  };
  plansKnown.set(netlist, plans);
  return plans;
}

/** The same with stand-ins, once for each netlist: it is what its plans are kept by. */
const standInsKnown = new WeakMap<Netlist, Netlist>();
function standingOf(netlist: Netlist): Netlist {
  const known = standInsKnown.get(netlist) ?? withStandIns(netlist);
  standInsKnown.set(netlist, known);
  return known;
}

/** A circuit of its own: what is measured on it disturbs nobody else's. */
function circuitAlone({ plan, edited }: Plans): Circuit {
  const circuit = circuitOf(plan);
  for (const [branch, fault] of edited) circuit.setFault(branch, fault);
  return circuit;
}

export function reader(evidence: Evidence, vary: Spread = AS_CALLED, netlist: Netlist = evidence.netlist): Reader {
  const { design } = evidence;
  const plans = plansOf(netlist);
  const alone = circuitAlone(plans);
  const standing = plansOf(standingOf(netlist));
  const stood = standing === plans ? alone : circuitAlone(standing);
  const all = new Set([alone, stood]);
  const usual = conditionsAt(design, netlist, 'usual', new Map());
  const under = ({ coilSpread, volts }: Spread): Conditions => ({ ...usual, coilSpread, volt: (supply) => volts * usual.volt(supply) });
  let conditions = under(vary);
  const spread = new Map<BranchId, Fault>();
  if (vary.ohms)
    for (const branch of alone.branches)
      if (branch.kind === 'resistor' || branch.kind === 'switch')
        spread.set(branch.id, { extraOhm: branch.ohm(conditions) * (vary.ohms(branch.id) - 1) });
  const guards = netlist.parts.flatMap((part) =>
    plays(part, 'overcurrent device') && part.spec.guards !== 'control' ? [{ job: part.jobs, branch: branchId(part.id, 'link') }] : [],
  );
  const ohmmeters = new Map<string, Ohmmeter>();
  const lines = new Set(
    netlist.parts.flatMap((part) =>
      kindOf(part).earthPin === undefined ? [] : primitivesOf(part).branches.flatMap(({ kind, id }) => (kind === 'source' ? [id] : [])),
    ),
  );
  const sources = alone.branches.filter(({ kind }) => kind === 'source').map(({ id }) => id);

  function ohmmeter(step: BenchStep): Ohmmeter {
    const known = ohmmeters.get(step.id);
    if (known) return known;
    const { edited, plan, withLeads } = step.standIn ? standing : plans;
    const { branches } = plan.input;
    const made = circuitOf(withLeads(step.red, step.black));
    const base = new Map<BranchId, Fault>([...spread, ...chilled(netlist, usual, vary.cold, step.stage !== 'no power'), ...edited]);
    // With the control side at work its own supplies are on; what is on the mains never is.
    const off = step.stage === 'control side alone' ? sources.filter((id) => lines.has(id)) : sources;
    const open = (id: BranchId) => base.set(id, 'open');
    off.forEach(open);
    // Off, a solid-state relay for alternating current leaks through the capacitor across it: a meter's direct current sees none of that.
    for (const part of netlist.parts)
      if (plays(part, 'relay') && part.spec.type.closing.ac && part.spec.type.solid) open(branchId(part.id, 'leak'));
    for (const { id } of branches) if ((step.alone && !isOf(step, id)) || step.unplugged?.includes(partOfBranch(id))) open(id);
    for (const [id, fault] of base) made.setFault(id, fault);
    made.setConditions(conditions);
    ohmmeters.set(step.id, { made, base });
    return { made, base };
  }
  const edited = new Map(plans.edited);
  for (const made of all) {
    made.setConditions(conditions);
    for (const [id, fault] of spread) if (!edited.has(id)) made.setFault(id, fault);
  }
  /** As the netlist has it: a part that was left out stays out. */
  const restore = (made: Circuit, branches: readonly { branch: BranchId }[]) => {
    for (const { branch } of branches) made.setFault(branch, edited.get(branch) ?? spread.get(branch) ?? null);
  };

  return {
    vary(spread) {
      conditions = under(spread);
      for (const made of [...all, ...[...ohmmeters.values()].map((meter) => meter.made)]) made.setConditions(conditions);
    },
    read(step, broken) {
      if (step.quantity === 'Ω') {
        const { made, base } = ohmmeter(step);
        const pulled = (step.out ?? []).map((id) => ({ branch: branchId(id, 'link'), fault: 'open' as const }));
        // Out of the circuit only what is wrong with the part itself shows, and nothing of what is unplugged.
        const shows = broken.filter(({ branch }) => (step.alone ? isOf(step, branch) : !step.unplugged?.includes(partOfBranch(branch))));
        const put = [...shows, ...pulled];
        for (const { branch, fault } of put) made.setFault(branch, fault);
        const on = new Set(step.path[step.path.length - 1]);
        const solution = made.settle((signal) => on.has(signal));
        const ampere = Math.abs(solution.amps(made.branchIndex(TEST)));
        for (const { branch } of put) made.setFault(branch, base.get(branch) ?? null);
        const ohm = ampere < TEST_V / OPEN_OHM ? OPEN_OHM : TEST_V / ampere - TEST_OHM;
        return Math.min(OPEN_OHM, Math.max(0, ohm));
      }
      const circuit = step.standIn ? stood : alone;
      const pulled =
        step.stage === 'control side alone' ? guards.filter(({ job }) => job.includes(step.job)).map(({ branch }) => branch) : [];
      for (const branch of pulled) circuit.setFault(branch, 'open');
      for (const { branch, fault } of broken) if (!pulled.includes(branch)) circuit.setFault(branch, fault);
      let from: Uint8Array | undefined;
      let solution = circuit.settle(() => false);
      for (const set of step.path) {
        const on = new Set(set);
        solution = circuit.settle((signal) => on.has(signal), { from: from ?? solution.sensed });
        from = solution.sensed;
      }
      const value =
        step.branch !== null
          ? Math.abs(solution.amps(circuit.branchIndex(step.branch)))
          : voltsBetween(circuit, solution, step.red, step.black);
      restore(circuit, [...pulled.map((branch) => ({ branch })), ...broken]);
      // A lead on metal that floats reads next to nothing.
      return Number.isFinite(value) ? value : 0;
    },
  };
}

/** Whether a step reads nearly all of a supply's volts. */
const isSupplyVolts = ({ design }: Evidence, { quantity }: BenchStep, value: number): boolean =>
  quantity === 'V' && design.supplies.some(({ restV }) => Math.abs(value) >= MOSTLY_SUPPLY * restV && Math.abs(value) <= 1.05 * restV);

/** Whether a step reads no more than what sound joints and short wires drop. */
const isDrop = ({ design }: Evidence, { quantity, upTo }: BenchStep, value: number): boolean =>
  quantity === 'V' && (upTo === true || design.supplies.every(({ restV }) => Math.abs(value) < DROP_SHARE_OF_SUPPLY * restV));

/** What each step should read, and how far off is still right. */
export function predictions(evidence: Evidence, steps: readonly BenchStep[]): Prediction[] {
  const usual = reader(evidence);
  const values = steps.map((step) => usual.read(step, []));
  const corners = [
    { coilSpread: -COIL_TOLERANCE, volts: 1 },
    { coilSpread: COIL_TOLERANCE, volts: 1 },
    { coilSpread: 0, volts: 1 + SUPPLY_SHARE },
    { coilSpread: 0, volts: 1 - SUPPLY_SHARE },
  ].map((spread) => {
    usual.vary(spread);
    return steps.map((step) => usual.read(step, []));
  });
  return steps.map((step, at) => {
    const value = values[at]!;
    const moved = Math.max(...corners.map((corner) => Math.abs(corner[at]! - value)));
    const share = isSupplyVolts(evidence, step, value) ? VOLT_SHARE : isDrop(evidence, step, value) ? DROP_SPREAD : PART_SHARE;
    return { value, tolerance: moved + share * Math.abs(value) + errorOf(step, value) };
  });
}

/** A fault that moves a reading by less than this share is not on the way between its leads. */
const SAME_SHARE = 1e-3;

export interface DictionaryProgress {
  readonly done: number;
  readonly of: number;
}
/** Simulates every fault in every step, telling how far it is after each fault. */
export function* dictionaryInSteps(evidence: Evidence, jobId: string): Generator<DictionaryProgress, Dictionary> {
  const steps = benchSteps(evidence, jobId);
  const faults = singleFaults(evidence, jobId);
  const bench = reader(evidence);
  const healthy = predictions(evidence, steps);
  const values: Float64Array[] = [];
  const [least, most]: [Float64Array[], Float64Array[]] = [[], []];
  const colder = COLD.map((cold) => reader(evidence, { ...AS_CALLED, cold }));
  const shows: ReadonlySet<SymptomId>[] = [];
  const look = eyesOn(evidence, jobId);
  const well = look((step) => bench.read(step, []));
  for (const fault of faults) {
    yield { done: values.length, of: faults.length };
    const read = 'wired' in fault ? faultyReader(evidence, [fault]) : (step: BenchStep) => bench.read(step, [fault]);
    const reads = Float64Array.from(steps, read);
    // Only an ohmmeter meets its loads cold; and where it reads as in a healthy circuit, no load lies between its leads.
    const asHealthy = (at: number) => Math.abs(reads[at]! - healthy[at]!.value) <= SAME_SHARE * healthy[at]!.value;
    const cold = (
      'wired' in fault
        ? COLD.map((of) => faultyReader(evidence, [fault], { ...AS_CALLED, cold: of }))
        : colder.map((own) => (step: BenchStep) => own.read(step, [fault]))
    ).map((own) => steps.map((step, at) => (step.quantity === 'Ω' && !asHealthy(at) ? own(step) : reads[at]!)));
    values.push(reads);
    least.push(reads.map((value, at) => Math.min(value, ...cold.map((own) => own[at]!))));
    most.push(reads.map((value, at) => Math.max(value, ...cold.map((own) => own[at]!))));
    const sight = sightOf(look(read), well, fuseGone(evidence, fault));
    shows.push(new Set(SYMPTOMS.flatMap(({ id, shows: isShown }) => (isShown(sight) ? [id] : []))));
  }
  return { steps, faults, healthy, values, least, most, shows };
}

export function buildDictionary(evidence: Evidence, jobId: string): Dictionary {
  const running = dictionaryInSteps(evidence, jobId);
  for (;;) {
    const { done, value } = running.next();
    if (done) return value;
  }
}

/** Readings by step id. */
export type Readings = Readonly<Record<string, number>>;

export interface Explained {
  readonly fault: SingleFault;
  /** Share of all that would explain it, 0–1. */
  readonly share: number;
}

export interface Diagnosis {
  /** `healthy`: every reading is as it should be. `unexplained`: no single fault comes near. */
  readonly verdict: 'nothing measured' | 'healthy' | 'fault' | 'unexplained';
  readonly explained: readonly Explained[];
  /** The most telling step that is not measured yet. */
  readonly next: string | null;
}

/** A tolerance is taken as two standard deviations. */
const SIGMAS = 2;
/** Outcomes this many deviations apart are sure to be told from each other. */
const APART = 3;
/** Past this many deviations in the worst reading a fault explains nothing. */
export const FAR = 5;
/** A healthy circuit is met this much more often than all faults together. */
const HEALTHY_WEIGHT = 1;

/** How far off a reading may be: of a meter in hand, or of the circuit's own. */
const errorOf = ({ quantity, ownError }: BenchStep, value: number): number => ownError ?? meterError(quantity, value);
/** Standard deviation of a step's reading when `value` is there: at a healthy one's tolerance, or its own where it is larger. */
function sigma(dictionary: Dictionary, step: number, value: number): number {
  const { tolerance } = dictionary.healthy[step]!;
  const own = dictionary.steps[step]!;
  const { quantity } = own;
  const share = quantity === 'V' ? VOLT_SHARE : PART_SHARE;
  return Math.max(tolerance, share * Math.abs(value) + errorOf(own, value)) / SIGMAS;
}

/** How many standard deviations a reading is from a value. */
export const readingDistance = (dictionary: Dictionary, step: number, reading: number, value: number): number => {
  // Beyond the meter's last ohm everything is the same: open.
  if (dictionary.steps[step]!.quantity === 'Ω' && reading >= OPEN_OHM / 4 && value >= OPEN_OHM / 4) return 0;
  // A drop below what a sound one has tells nothing: joints and contacts are better than they must be. All below is one.
  const least = dictionary.steps[step]!.upTo ? Math.abs(dictionary.healthy[step]!.value) : null;
  const [read, there] = least === null ? [reading, value] : [Math.max(least, Math.abs(reading)), Math.max(least, Math.abs(value))];
  return Math.abs(read - there) / sigma(dictionary, step, value);
};

/** Whether a reading is outside what a healthy circuit gives. */
export function isWrong(dictionary: Dictionary, at: number, reading: number): boolean {
  const { value, tolerance } = dictionary.healthy[at]!;
  return Math.abs(reading - value) > tolerance && readingDistance(dictionary, at, reading, value) > 0;
}

/** log of Π exp(−z²/2) over the steps measured, and the farthest z. */
export function explainLog(
  dictionary: Dictionary,
  readings: Readings,
  measured: readonly number[],
  value: (step: number) => number,
): { log: number; far: number } {
  let log = 0;
  let far = 0;
  for (const at of measured) {
    const z = readingDistance(dictionary, at, readings[dictionary.steps[at]!.id]!, value(at));
    far = Math.max(far, z);
    // One wild reading does not outweigh all the others.
    log -= Math.min(z * z, 60) / 2;
  }
  return { log, far };
}

/** What a fault reads that is nearest to a reading: all between what a cold and a warm load give explains it as well. */
const nearest = ({ least, most }: Dictionary, row: number, at: number, reading: number): number =>
  Math.min(most[row]![at]!, Math.max(least[row]![at]!, reading));

/** `blocked` steps may not be measured yet, and are not proposed; `symptom` is what was seen before anything was measured. */
export function diagnose(
  dictionary: Dictionary,
  readings: Readings,
  blocked: ReadonlySet<string> = new Set(),
  symptom: SymptomId | null = null,
): Diagnosis {
  const { steps, faults, healthy, shows } = dictionary;
  const seen = (row: number) => (symptom === null || shows[row]!.has(symptom) ? 1 : UNSEEN);
  const measured = steps.flatMap(({ id }, at) => (readings[id] === undefined ? [] : [at]));
  const wrong = measured.filter((at) => isWrong(dictionary, at, readings[steps[at]!.id]!));
  const priors = faults.reduce((sum, { weight }) => sum + weight, 0);
  const scored = faults.map((fault, row) => {
    const { log, far } = explainLog(dictionary, readings, measured, (at) => nearest(dictionary, row, at, readings[steps[at]!.id]!));
    return { fault, row, weight: far > FAR ? 0 : seen(row) * (fault.weight / priors) * Math.exp(log), far };
  });
  const sound =
    wrong.length > 0
      ? 0
      : (symptom === null ? HEALTHY_WEIGHT : UNSEEN) * Math.exp(explainLog(dictionary, readings, measured, (at) => healthy[at]!.value).log);
  const total = scored.reduce((sum, { weight }) => sum + weight, 0) + sound;
  const weights = scored.map(({ weight }) => (total > 0 ? weight / total : 0));
  const next = nextStep(dictionary, measured, weights, total > 0 ? sound / total : 0, blocked);
  const explained = scored
    .map(({ fault }, row) => ({ fault, share: weights[row]! }))
    .filter(({ share }) => share > 0.01)
    .sort((a, b) => b.share - a.share)
    .slice(0, 8);
  if (measured.length === 0) return { verdict: 'nothing measured', explained: symptom === null ? [] : explained, next };
  if (wrong.length === 0) return { verdict: 'healthy', explained, next };
  return explained.length === 0 ? { verdict: 'unexplained', explained, next } : { verdict: 'fault', explained, next };
}

/** The step whose outcome leaves the least to ask: what counts is how many readings it takes. */
function nextStep(
  dictionary: Dictionary,
  measured: readonly number[],
  weights: readonly number[],
  sound: number,
  blocked: ReadonlySet<string>,
): string | null {
  const { steps, values, healthy } = dictionary;
  const entropy = (shares: readonly number[]) => shares.reduce((sum, share) => (share > 0 ? sum - share * Math.log(share) : sum), 0);
  // What is on the mains is made ready for a stage once, not for each reading.
  const stages = new Set(measured.map((at) => steps[at]!.stage));
  let best: { id: string; worth: number } | null = null;
  // The first reading is taken with no power on.
  const isOpen = (step: BenchStep, at: number) => !measured.includes(at) && !blocked.has(step.id);
  const first = measured.length === 0 && steps.some((step, at) => isOpen(step, at) && step.stage === 'no power');
  steps.forEach((step, at) => {
    if (!isOpen(step, at) || (first && step.stage !== 'no power')) return;
    // Outcomes that the meter can tell apart, each with the weight of what would lead to it.
    const outcomes: { value: number; share: number }[] = [{ value: healthy[at]!.value, share: sound }];
    weights.forEach((weight, row) => {
      if (weight < 1e-4) return;
      const value = values[row]![at]!;
      const same = outcomes.find(
        (outcome) => readingDistance(dictionary, at, nearest(dictionary, row, at, outcome.value), outcome.value) < APART,
      );
      if (same) same.share += weight;
      else outcomes.push({ value, share: weight });
    });
    const worth = entropy(outcomes.map(({ share }) => share)) / (step.mains && !stages.has(step.stage) ? 2 : 1);
    if (worth > 1e-6 && (best === null || worth > best.worth)) best = { id: step.id, worth };
  });
  return (best as { id: string } | null)?.id ?? null;
}
