/** The core behind the one channel: holds the last checked project and answers about it. */
import { expose } from 'comlink';
import {
  OPEN_OHM,
  analyse,
  diagnose,
  dictionaryInSteps,
  explainByTwo,
  faultyReader,
  meterError,
  checkStatements,
  coldStart,
  runHeat,
  comparePlaces,
  compareWirings,
  drawJobs,
  findNudge,
  nudgeAll,
  parseDesign,
  readDesk,
  ruleContext,
  sizeJob,
  startChart,
  stateTable,
  sweep,
  trailOf,
  type Analysis,
  type Cache,
  type Design,
  type Desk,
  type Diagnosis,
  type Dictionary,
  type BenchStep,
  type DeskMemory,
  type DeskReading,
  type DocumentProblem,
  type Drawing,
  type Evidence,
  type Given,
  type HeatFaults,
  type HeatSample,
  type HeatSetup,
  type HeatState,
  type MendingNudge,
  type MountPlace,
  type NudgePlan,
  type Sized,
  type SizeOrder,
  type StartChart,
  type StateTable,
  type StatementResult,
  type SweepProgress,
  type WiringView,
} from '@iron-nudge/core';

/** The document comes back as it was read: one of an older version is brought up. */
export type CheckResult = { ok: true; design: Design; analysis: Analysis } | { ok: false; problems: DocumentProblem[] };

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

export interface BenchView {
  readonly steps: readonly BenchStep[];
  readonly healthy: Dictionary['healthy'];
  readonly faults: readonly PlainFault[];
}

let current: { analysis: Analysis; evidence: Evidence } | null = null;
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

const engine = {
  /** Parses and analyses a document; a bad one leaves the last good one in place. */
  check(document: unknown): CheckResult {
    const parsed = parseDesign(document);
    if (!parsed.ok) return { ok: false, problems: parsed.problems };
    current = analyse(parsed.design, cache);
    memory = null;
    return { ok: true, design: parsed.design, analysis: current.analysis };
  },
  /** The desk at a moment of its clock, s. */
  desk(desk: Desk, nowS: number): DeskReading | null {
    if (!current) return null;
    const read = readDesk(current.evidence, desk, memory, nowS);
    memory = read.memory;
    return read.reading;
  },
  /** The desk after signals have been put one way after another, time enough between them. */
  replay(steps: readonly Desk[], nowS: number): DeskReading | null {
    if (!current) return null;
    memory = null;
    let reading: DeskReading | null = null;
    for (const step of steps) {
      reading = this.desk(step, nowS);
      // Whatever waits has its time: each step is looked at when all has come to rest.
      for (let turn = 0; turn < 20 && reading && reading.waiting.length > 0; turn++) reading = this.desk(step, nowS + 1e6 * (turn + 1));
      if (memory) memory = { sensed: memory.sensed, programs: memory.programs, due: new Map() };
    }
    return reading;
  },
  /** One job on current paths; null while it is not wired. */
  draw(job: string): Drawing | null {
    const view = current?.analysis.jobs.find(({ id }) => id === job);
    return current && view && view.unwired.length === 0 ? drawJobs(current.analysis.netlist, [job]) : null;
  },
  /** Every state of a job: meant and found. */
  states(job: string): StateTable | null {
    const evidence = current?.evidence.jobs.get(job);
    return current && evidence ? stateTable(current.evidence, evidence) : null;
  },
  statements(): StatementResult[] {
    return current ? checkStatements(current.evidence) : [];
  },
  wirings(job: string): WiringView[] {
    return current ? compareWirings(current.evidence.design, job) : [];
  },
  /** Runs a sweep, telling how far it is after each batch; answers false when it was stopped. */
  async sweep(vary: readonly string[], fixedOn: readonly string[], tell: (progress: SweepProgress) => void): Promise<boolean> {
    const mine = ++sweeping;
    const evidence = current?.evidence;
    if (!evidence) return false;
    for (const progress of sweep(evidence, vary, fixedOn)) {
      tell(progress);
      // The desk and a stop get their turn between batches; the circuit is ours again after them.
      await new Promise((resolve) => setTimeout(resolve, 0));
      if (mine !== sweeping || current?.evidence !== evidence) return false;
    }
    return true;
  },
  stopSweep(): void {
    sweeping++;
  },
  /** What a finding's solved numbers come from. */
  trail(key: string): Given[] {
    const finding = current?.analysis.findings.find((candidate) => candidate.key === key);
    return current && finding ? trailOf(ruleContext(current.evidence), finding) : [];
  },
  /** Relay, socket, fuse and wires of a job together. */
  size(job: string, order: SizeOrder): Sized | null {
    return current && current.evidence.design.jobs.some(({ id }) => id === job) ? sizeJob(current.evidence.design, job, order) : null;
  },
  places(job: string): MountPlace[] {
    return current ? comparePlaces(current.evidence.design, job) : [];
  },
  /** The start of a job's loads against its fuse and its weakest wire. */
  start(job: string): StartChart | null {
    if (!current) return null;
    const context = ruleContext(current.evidence);
    const wired = context.jobs.find((candidate) => candidate.job.id === job);
    return wired ? startChart(context, wired) : null;
  },
  /** Runs a heated thing on for some seconds of its own time; `from` null begins cold. */
  heat(
    setup: HeatSetup,
    faults: HeatFaults,
    from: HeatState | null,
    forS: number,
    everyS: number,
  ): { state: HeatState; samples: HeatSample[] } {
    return runHeat(setup.plant, setup.control, faults, from ?? coldStart(setup.plant), forS, everyS);
  },
  /**
   * Opens a job's bench: its steps with what each should read, and the faults that are looked for. Tells how far it is;
   * null where the job is not wired, or something newer was opened meanwhile.
   */
  async openBench(job: string, tell: (share: number) => void): Promise<BenchView | null> {
    const mine = ++opening;
    const evidence = current?.evidence;
    if (!evidence?.jobs.has(job)) return null;
    const running = dictionaryInSteps(evidence, job);
    let turn = performance.now();
    let step = running.next();
    for (; !step.done; step = running.next()) {
      if (performance.now() - turn < 60) continue;
      tell(step.value.done / step.value.of);
      await new Promise((resolve) => setTimeout(resolve, 0));
      if (mine !== opening || current?.evidence !== evidence) return null;
      turn = performance.now();
    }
    const dictionary = step.value;
    bench = { evidence, dictionary };
    const { steps, healthy, faults } = dictionary;
    return { steps, healthy, faults: faults.map(plain) };
  },
  diagnose(readings: Readonly<Record<string, number>>, blocked: readonly string[]): PlainDiagnosis | null {
    if (!bench) return null;
    const { explained, ...rest } = diagnose(bench.dictionary, readings, new Set(blocked));
    return { ...rest, explained: explained.map(({ fault, share }) => ({ fault: plain(fault), share })) };
  },
  /** Pairs of faults that would explain what no single one does. */
  explainByTwo(readings: Readonly<Record<string, number>>): PlainPair[] {
    return bench
      ? explainByTwo(bench.evidence, bench.dictionary, readings).map(({ faults: [a, b], share }) => ({
          faults: [plain(a), plain(b)],
          share,
        }))
      : [];
  },
  /** What a meter shows on a bench with faults in it; `chance` from 0 to 1 moves supply, parts and the meter. */
  simulate(step: string, hidden: readonly string[], chance: readonly [number, number, number]): number | null {
    if (!bench) return null;
    const { evidence, dictionary } = bench;
    const found = dictionary.steps.find(({ id }) => id === step);
    if (!found) return null;
    const spread = { coilSpread: 0.16 * (chance[0] - 0.5), volts: 1 + 0.04 * (chance[1] - 0.5) };
    const faults = dictionary.faults.filter(({ id }) => hidden.includes(id));
    const there = faultyReader(evidence, faults, spread)(found);
    return there >= OPEN_OHM ? OPEN_OHM : there + (2 * chance[2] - 1) * 0.7 * meterError(found.quantity, there);
  },
  /** The nudge that mends one finding of the last checked document. */
  nudge(key: string): MendingNudge | null {
    const finding = current?.analysis.findings.find((candidate) => candidate.key === key);
    return current && finding ? findNudge(current.evidence, current.analysis.findings, finding) : null;
  },
  /** All that nudges can do for one job of the last checked document. */
  nudgeAll(job: string): NudgePlan | null {
    return current ? nudgeAll(current.evidence, current.analysis.findings, job) : null;
  },
};

export type Engine = typeof engine;
expose(engine);
