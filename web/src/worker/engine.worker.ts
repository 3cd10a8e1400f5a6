/**
 * The core behind a channel: holds the newest document and answers about it. Two workers run this: one checks and
 * operates the desk, the other one searches, so that no search stands before a keystroke. What takes long works in
 * slices and gives up when the document changes meanwhile.
 */
import { expose } from 'comlink';
import { questions, type ArgumentsOf, type Question } from '@iron-nudge/contract';
import {
  analyse,
  analyseInSteps,
  answersOf,
  applyPatches,
  checkStatements,
  type PlugInAnswer,
  drawJobs,
  nudgeAllInSteps,
  nudgeInSteps,
  parseDesign,
  readDesk,
  ruleContext,
  stateTable,
  sweep,
  trailOf,
  type Analysis,
  type Answer,
  type Cache,
  type Design,
  type Desk,
  type Diagnosis,
  type Dictionary,
  type BenchStep,
  type DeskMemory,
  type DeskReading,
  type Drawing,
  type Evidence,
  type Given,
  type Look,
  type HeatFaults,
  type HeatSample,
  type HeatSetup,
  type HeatState,
  type MainsStep,
  type MendingNudge,
  type MountPlace,
  type Variant,
  type SizeSet,
  type VariantSide,
  type NudgePlan,
  type Sized,
  type StartChart,
  type StateTable,
  type StatementResult,
  type SweepProgress,
  type WiringView,
  type WorkStep,
} from '@iron-nudge/core';

/** Fetched once, when it is asked for first. */
const rare = () => import('./rare.ts');

/** A fault as it is shown: without the netlist that it may carry. */
export type PlainFault = Pick<Dictionary['faults'][number], 'id' | 'kind' | 'words' | 'subject'>;

export interface PlainDiagnosis extends Omit<Diagnosis, 'explained'> {
  readonly explained: readonly { readonly fault: PlainFault; readonly share: number }[];
}
export interface PlainPair {
  readonly faults: readonly [PlainFault, PlainFault];
  readonly share: number;
}
const plain = ({ id, kind, words, subject }: Dictionary['faults'][number]): PlainFault => ({ id, kind, words, subject });

export interface Work {
  readonly steps: readonly WorkStep[];
  readonly mains: readonly MainsStep[];
}

export interface BenchView {
  readonly steps: readonly BenchStep[];
  readonly healthy: Dictionary['healthy'];
  readonly faults: readonly PlainFault[];
}

/** The newest document, and what is derived from it once somebody asks. */
let newest: { revision: number; design: Design; made: ReturnType<typeof analyse> | null } | null = null;
/** What was made last, of whatever document: what other jobs warm is taken from it. */
let latest: ReturnType<typeof analyse> | null = null;
/** What costly checks found, kept from one document to the next. */
const cache: Cache = new Map();
/** How the relays stood on the desk a moment ago. */
let memory: DeskMemory | null = null;
/** The bench that is open, on the document as it was then. */
let bench: { evidence: Evidence; dictionary: Dictionary } | null = null;
/** Benches that were asked for: only the newest is made ready. */
let opening = 0;
/** The sweep that runs; a newer one, or a stop, makes it end. */
let sweeping = 0;

/** The analysis that runs in slices now; whoever asks about the newest document waits for it. */
let running: Promise<unknown> | null = null;

/** Everything about the newest document; null before there is one. */
async function current(): Promise<ReturnType<typeof analyse> | null> {
  while (newest && !newest.made && running) await running;
  if (!newest) return null;
  newest.made ??= latest = analyse(newest.design, cache);
  return newest.made;
}

/** Lets what waits at the door come in: a newer document, a stop. */
const breathe = (() => {
  const channel = new MessageChannel();
  const waiting: (() => void)[] = [];
  channel.port1.onmessage = () => waiting.shift()?.();
  return () =>
    new Promise<void>((resolve) => {
      waiting.push(resolve);
      channel.port2.postMessage(null);
    });
})();

/** Longest that a search works before it looks up, ms. */
const SLICE_MS = 40;

/** Runs a search to its end in slices; null when the document changed or `goesOn` says no. */
async function inSlices<T, S>(steps: Generator<S, T>, goesOn: () => boolean = () => true, each?: (step: S) => void): Promise<T | null> {
  const of = newest;
  let turn = performance.now();
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) return step.value;
    if (performance.now() - turn < SLICE_MS) continue;
    each?.(step.value);
    await breathe();
    if (newest !== of || !goesOn()) return null;
    turn = performance.now();
  }
}

/** A question whose arguments are parsed at the door. */
const asked =
  <Q extends Question, R>(question: Q, answer: (...given: ArgumentsOf<Q>) => R) =>
  (...given: ArgumentsOf<Q>): R =>
    answer(...(questions[question].parse(given) as ArgumentsOf<Q>));

async function readAt(desk: Desk, nowS: number): Promise<DeskReading | null> {
  const made = await current();
  if (!made) return null;
  const read = readDesk(made.evidence, desk, memory, nowS);
  memory = read.memory;
  return read.reading;
}

async function slicedAnalysis(
  first: string | null,
  tell: (look: Look & { revision: number; drawing: Drawing | null }) => void,
): Promise<{ revision: number; analysis: Analysis } | null> {
  const of = newest;
  await breathe();
  if (!of || newest !== of) return null;
  const steps = analyseInSteps(of.design, cache, first, latest?.evidence ?? null);
  let turn = performance.now();
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) {
      of.made = latest = step.value;
      return { revision: of.revision, analysis: step.value.analysis };
    }
    const look = step.value;
    if (look) {
      const drawn = look.job.unwired.length === 0 ? drawJobs(look.netlist, [look.job.id]) : null;
      tell({ ...look, revision: of.revision, drawing: drawn });
    }
    if (!look && performance.now() - turn < SLICE_MS) continue;
    await breathe();
    if (newest !== of) return null;
    turn = performance.now();
  }
}

const engine = {
  /** The newest document, whole or as a change of the one that is here; parsed like any unknown input. */
  take: asked('take', (message): void => {
    if (message.kind === 'change' && newest?.revision !== message.from)
      throw new Error(`A change of revision ${message.from} came to one that has ${newest?.revision ?? 'none'}`);
    const parsed = parseDesign(message.kind === 'whole' ? message.document : applyPatches<unknown>(newest!.design, message.patches));
    if (!parsed.ok) throw new Error(parsed.problems.map(({ path, message: why }) => `${path} ${why}`).join('; '));
    newest = { revision: message.revision, design: parsed.design, made: null };
    memory = null;
  }),
  /**
   * All that is derived from the newest document, in stages: the job in hand is told as soon as it is there, with its
   * drawing. Null when a newer document came before it was done.
   */
  analysis(first: string | null, tell: (look: Look & { revision: number; drawing: Drawing | null }) => void) {
    const turn = slicedAnalysis(first, tell).finally(() => {
      if (running === turn) running = null;
    });
    running = turn;
    return turn;
  },
  /** The desk at a moment of its clock, s. */
  desk: asked('desk', async (desk, nowS) => readAt(desk, nowS)),
  /** The desk after signals have been put one way after another, time enough between them. */
  replay: asked('replay', async (steps, nowS): Promise<DeskReading | null> => {
    memory = null;
    let reading: DeskReading | null = null;
    for (const given of steps) {
      const step: Desk = { ...given, boards: {} };
      reading = await readAt(step, nowS);
      // Whatever waits has its time: each step is looked at when all has come to rest.
      for (let turn = 0; turn < 20 && reading && reading.waiting.length > 0; turn++) reading = await readAt(step, nowS + 1e6 * (turn + 1));
      if (memory) memory = { sensed: memory.sensed, programs: memory.programs, due: new Map() };
    }
    return reading;
  }),
  /** One job on current paths; null while it is not wired. */
  draw: asked('draw', async (job): Promise<Drawing | null> => {
    const made = await current();
    const view = made?.analysis.jobs.find(({ id }) => id === job);
    return made && view && view.unwired.length === 0 ? drawJobs(made.analysis.netlist, [job]) : null;
  }),
  /** Every state of a job: meant and found. */
  states: asked('states', async (job): Promise<StateTable | null> => {
    const made = await current();
    const evidence = made?.evidence.jobs.get(job);
    return made && evidence ? stateTable(made.evidence, evidence) : null;
  }),
  statements: asked('statements', async (): Promise<StatementResult[]> => {
    const made = await current();
    return made ? checkStatements(made.evidence) : [];
  }),
  /** What may be put behind a job as it is built; other questions get their turn between two loads that are tried. */
  async plugIn(job: string): Promise<PlugInAnswer | null> {
    const of = newest;
    if (!of) return null;
    const { whatMayBePluggedIn } = await rare();
    const tries = whatMayBePluggedIn(of.design, job);
    for (;;) {
      const step = tries.next();
      if (step.done) return step.value;
      await breathe();
      if (newest !== of) return null;
    }
  },
  wirings: asked('wirings', async (job): Promise<WiringView[]> => {
    const { compareWirings } = await rare();
    return newest ? compareWirings(newest.design, job) : [];
  }),
  /** Runs a sweep, telling how far it is after each batch; answers false when it was stopped. */
  async sweep(vary: readonly string[], fixedOn: readonly string[], tell: (progress: SweepProgress) => void): Promise<boolean> {
    const mine = ++sweeping;
    const evidence = (await current())?.evidence;
    if (!evidence) return false;
    const of = newest;
    for (const progress of sweep(evidence, vary, fixedOn)) {
      tell(progress);
      // The desk and a stop get their turn between batches; the circuit is ours again after them.
      await breathe();
      if (mine !== sweeping || newest !== of) return false;
    }
    return true;
  },
  stopSweep(): void {
    sweeping++;
  },
  /** Every question of the book with its answer for a job. */
  answers: asked('answers', async (job): Promise<Answer[]> => {
    const made = await current();
    return made ? answersOf(ruleContext(made.evidence), made.analysis.findings, job) : [];
  }),
  /** What a finding's solved numbers come from. */
  trail: asked('trail', async (key): Promise<Given[]> => {
    const made = await current();
    const finding = made?.analysis.findings.find((candidate) => candidate.key === key);
    return made && finding ? trailOf(ruleContext(made.evidence), finding) : [];
  }),
  /** Relay, socket, fuse and wires of a job together. */
  size: asked('size', async (job, order): Promise<Sized | null> => {
    const { sizeJob } = await rare();
    return newest?.design.jobs.some(({ id }) => id === job) ? sizeJob(newest.design, job, order) : null;
  }),
  /** Variants side by side, one after the other; other questions get their turn between two. */
  async sides(variants: readonly Variant[]): Promise<VariantSide[]> {
    const { sideOf } = await rare();
    const sides: VariantSide[] = [];
    for (const variant of variants) {
      sides.push(sideOf(variant));
      await breathe();
    }
    return sides;
  },
  /** Sets of fewer sizes of wire, one after the other; other questions get their turn between two. */
  fewer: asked('fewer', async (): Promise<readonly SizeSet[]> => {
    const { fewerSizes } = await rare();
    if (!newest) return [];
    const steps = fewerSizes(newest.design);
    let step = steps.next();
    while (!step.done) {
      await breathe();
      step = steps.next();
    }
    return step.value;
  }),
  places: asked('places', async (job): Promise<MountPlace[]> => {
    const { comparePlaces } = await rare();
    return newest ? comparePlaces(newest.design, job) : [];
  }),
  /** The start of a job's loads against its fuse and its weakest wire. */
  start: asked('start', async (job): Promise<StartChart | null> => {
    const made = await current();
    if (!made) return null;
    const { startChart } = await rare();
    const context = ruleContext(made.evidence);
    const wired = context.jobs.find((candidate) => candidate.job.id === job);
    return wired ? startChart(context, wired) : null;
  }),
  /** The order of work and the list before the plug, with what each step should find. */
  work: asked('work', async (): Promise<Work | null> => {
    const made = await current();
    if (!made) return null;
    const { workOf } = await rare();
    return workOf(made.evidence, made.analysis.wires);
  }),
  /** Runs a heated thing on for some seconds of its own time; `from` null begins cold. */
  async heat(
    setup: HeatSetup,
    faults: HeatFaults,
    from: HeatState | null,
    forS: number,
    everyS: number,
  ): Promise<{ state: HeatState; samples: HeatSample[] }> {
    const { coldStart, runHeat } = await rare();
    return runHeat(setup.plant, setup.control, faults, from ?? coldStart(setup.plant), forS, everyS);
  },
  /**
   * Opens a job's bench: its steps with what each should read, and the faults that are looked for. Tells how far it is;
   * null where the job is not wired, or something newer was opened meanwhile.
   */
  async openBench(job: string, tell: (share: number) => void): Promise<BenchView | null> {
    const mine = ++opening;
    const evidence = (await current())?.evidence;
    if (!evidence?.jobs.has(job)) return null;
    const { dictionaryInSteps } = await rare();
    if (mine !== opening) return null;
    const dictionary = await inSlices(
      dictionaryInSteps(evidence, job),
      () => mine === opening,
      ({ done, of }) => tell(done / of),
    );
    if (!dictionary) return null;
    bench = { evidence, dictionary };
    const { steps, healthy, faults } = dictionary;
    return { steps, healthy, faults: faults.map(plain) };
  },
  diagnose: asked('diagnose', async (readings, blocked, symptom): Promise<PlainDiagnosis | null> => {
    const { diagnose } = await rare();
    if (!bench) return null;
    const { explained, ...rest } = diagnose(bench.dictionary, readings, new Set(blocked), symptom);
    return { ...rest, explained: explained.map(({ fault, share }) => ({ fault: plain(fault), share })) };
  }),
  /** Pairs of faults that would explain what no single one does. */
  explainByTwo: asked('explainByTwo', async (readings): Promise<PlainPair[]> => {
    const { explainByTwo } = await rare();
    return bench
      ? explainByTwo(bench.evidence, bench.dictionary, readings).map(({ faults: [a, b], share }) => ({
          faults: [plain(a), plain(b)],
          share,
        }))
      : [];
  }),
  /** What a meter shows on a bench with faults in it; `chance` from 0 to 1 moves supply, parts and the meter. */
  simulate: asked('simulate', async (step, hidden, chance): Promise<number | null> => {
    const { OPEN_OHM, faultyReader, metBy, meterError } = await rare();
    if (!bench) return null;
    const { evidence, dictionary } = bench;
    const found = dictionary.steps.find(({ id }) => id === step);
    if (!found) return null;
    // Electronics show an ohmmeter nothing.
    const cold = metBy(chance[0], Infinity);
    const spread = { coilSpread: 0.16 * (chance[0] - 0.5), volts: 1 + 0.04 * (chance[1] - 0.5), cold };
    const faults = dictionary.faults.filter(({ id }) => hidden.includes(id));
    const there = faultyReader(evidence, faults, spread)(found);
    return there >= OPEN_OHM ? OPEN_OHM : there + (2 * chance[2] - 1) * 0.7 * (found.ownError ?? meterError(found.quantity, there));
  }),
  /** The nudge that mends one finding of the newest document; null as well when the document changed meanwhile. */
  nudge: asked('nudge', async (key): Promise<MendingNudge | null> => {
    const made = await current();
    const finding = made?.analysis.findings.find((candidate) => candidate.key === key);
    if (!made || !finding) return null;
    const found = await inSlices(nudgeInSteps(made.evidence, made.analysis.findings, finding));
    return found && { label: found.label, patches: found.patches, moves: found.moves };
  }),
  /** All that nudges can do for one job of the newest document. */
  nudgeAll: asked('nudgeAll', async (job): Promise<NudgePlan | null> => {
    const made = await current();
    return made && inSlices(nudgeAllInSteps(made.evidence, made.analysis.findings, job));
  }),
};

export type Engine = typeof engine;
expose(engine);
