/** The open project: its document, what the core derives from it, and its way to the server. */
import { defineStore } from 'pinia';
import { computed, nextTick, ref, shallowRef, watch } from 'vue';
import {
  applyPatches,
  levelsOf,
  parseDesign,
  readable,
  withoutStaleChecks,
  type Analysis,
  type Design,
  type DeskReading,
  type Drawing,
  type HeatFaults,
  type HeatSetup,
  type HeatState,
  type Job,
  type Look,
  type MendingNudge,
  type Patch,
  type SizeOrder,
  type SymptomId,
  type SweepProgress,
  type Variant,
} from '@iron-nudge/core';
import { proxy } from 'comlink';
import { startEngine } from '../worker/engine.ts';
import { EngineLost } from '../worker/link.ts';
import { Told } from '../worker/told.ts';
import { emptyHistory, recorded, redone, undone, type History } from './history.ts';
import { keepingOf } from './keeping.ts';
import { undoKeep } from './undo-keep.ts';
import { wordsOf } from '../ui/words-of.ts';

export interface Selection {
  readonly kind: 'part' | 'wire';
  readonly id: string;
}

/** A check that takes longer than this has come to nothing. */
const CHECK_WITHIN_MS = 60_000;

export const useProject = defineStore('project', () => {
  /** What is meant: every edit is in it at once. */
  const design = shallowRef<Design | null>(null);
  /** Counts the edits of this page. */
  const edition = ref(0);
  /** What the worker found, of the document `checked` and the edition of that number. */
  const analysis = shallowRef<Analysis | null>(null);
  const checked = shallowRef<Design | null>(null);
  const checkedEdition = ref(-1);
  /** Why the newest document could not be checked; it is kept and saved all the same. */
  const trouble = ref('');
  const nudges = shallowRef<ReadonlyMap<string, MendingNudge | null>>(new Map());
  const history = shallowRef<History<Design>>(emptyHistory());
  /** Why the last edit was not taken. */
  const problem = ref('');
  const jobId = ref('');
  const selection = shallowRef<Selection | null>(null);

  const drawing = shallowRef<Drawing | null>(null);

  const newest = () => (design.value ? { revision: edition.value, document: design.value } : null);
  /** One worker checks and operates the desk; the other one searches, so that no search stands before a keystroke. */
  const engine = new Told(startEngine(), newest);
  const searcher = new Told(startEngine(), newest);
  const isStale = computed(() => design.value !== null && checkedEdition.value !== edition.value);

  const deskOn = shallowRef<readonly string[]>([]);
  const deskVolts = shallowRef<Readonly<Record<string, number>>>({});
  const reading = shallowRef<DeskReading | null>(null);
  /** Controllers whose program runs on the desk, since when, and what was typed to them. */
  const boards = shallowRef<Readonly<Record<string, { startedS: number; typed: string }>>>({});

  let looking = 0;

  const job = computed<Job | null>(
    () => design.value?.jobs.find((candidate) => candidate.id === jobId.value) ?? design.value?.jobs[0] ?? null,
  );
  /** The same job as it was when it was checked last; null while it is new. */
  const checkedJob = computed<Job | null>(() => checked.value?.jobs.find((candidate) => candidate.id === job.value?.id) ?? null);
  const jobIndex = computed(() => (job.value && design.value ? design.value.jobs.indexOf(job.value) : -1));
  const jobView = computed(() => analysis.value?.jobs.find((view) => view.id === job.value?.id) ?? null);
  const findings = computed(() => analysis.value?.findings.filter((finding) => finding.job === job.value?.id) ?? []);

  // Redrawn when the job or what the core found of it changes; an answer that comes late is dropped.
  watch([() => job.value?.id, analysis], async ([id_, fresh]) => {
    const made = id_ === undefined || fresh === null ? null : await quietly(engine.ask((remote) => remote.draw(id_)));
    if (job.value?.id === id_ && analysis.value === fresh) drawing.value = made;
  });
  // What is searched for is searched for the job that is looked at.
  watch([() => job.value?.id, analysis], () => void lookForNudges());

  const keeping = keepingOf({
    design: () => design.value,
    show,
    replace(document, undoable) {
      if (undoable !== null && design.value) history.value = recorded(history.value, undoable, design.value, null, location.pathname);
      put(document);
    },
  });
  const { id, load, saving, revision } = keeping;

  const steps = undoKeep();
  watch([history, design], () => {
    const { past, future } = history.value;
    if (design.value && id.value && past.length + future.length > 0) steps.note(id.value, history.value, design.value);
  });
  addEventListener('pagehide', () => steps.flush());

  async function open(project: string): Promise<void> {
    clear();
    await keeping.open(project);
    const shown = design.value;
    const kept = shown && (await steps.of(project, shown));
    if (kept && design.value === shown && history.value.past.length === 0) history.value = kept;
  }
  function close(): void {
    clear();
    keeping.close();
  }
  function clear(): void {
    design.value = null;
    analysis.value = null;
    checked.value = null;
    trouble.value = '';
    history.value = emptyHistory();
    nudges.value = new Map();
    problem.value = '';
    selection.value = null;
    jobId.value = '';
    reading.value = null;
    deskVolts.value = {};
    boards.value = {};
  }

  /** Shows a document that is known to be good. */
  function show(document: Design): void {
    deskOn.value = document.signals.filter(({ usual }) => usual).map((signal) => signal.id);
    put(document);
  }

  /** Makes a document the newest one; what is found of it comes when it comes. */
  function put(document: Design): void {
    design.value = document;
    edition.value++;
    // What was found for the document before it is not to be applied to this one.
    looking++;
    nudges.value = new Map();
    void check();
  }

  /** Brings the newest document to the worker, and what is found of it here; an older answer is passed over. */
  async function check(): Promise<void> {
    const of = edition.value;
    const inHand = job.value?.id ?? null;
    try {
      const ask = () => engine.ask((remote) => remote.analysis(inHand, proxy(look)), CHECK_WITHIN_MS);
      const isBehind = (one: Awaited<ReturnType<typeof ask>>) => one !== null && one.revision !== of && of === edition.value;
      let found = await ask();
      // What did not arrive is brought whole by the next question; where that does not arrive either, nothing of it is checked.
      if (isBehind(found)) found = await ask();
      if (isBehind(found)) throw new Error('The newest change did not reach what checks it. Load the page again: the change is kept.');
      // A newer document is on its way, and its answer will come.
      if (!found || found.revision !== edition.value || design.value === null) return;
      trouble.value = '';
      accept(found.analysis, design.value, found.revision);
    } catch (error) {
      if (of !== edition.value) return;
      const why = wordsOf(error);
      trouble.value = error instanceof EngineLost ? `The part of the page that checks circuits is gone. ${why}` : why;
    }
  }

  /** The job in hand, before the others are there: what is not asked of it alone stays as it was until they are. */
  function look({
    revision: of,
    job: view,
    netlist,
    findings: own,
    rules,
    drawing: drawn,
  }: Look & { revision: number; drawing: Drawing | null }) {
    const before = analysis.value;
    if (of !== edition.value || !before || !design.value) return;
    const asked = new Set(rules);
    checked.value = design.value;
    analysis.value = {
      ...before,
      netlist,
      findings: [...own, ...before.findings.filter(({ job: other, rule }) => other !== view.id || !asked.has(rule))],
      jobs: design.value.jobs.flatMap(({ id: other }) => (other === view.id ? [view] : before.jobs.filter((known) => known.id === other))),
    };
    if (job.value?.id === view.id) drawing.value = drawn;
  }

  function accept(fresh: Analysis, of: Design, at: number): void {
    checked.value = of;
    checkedEdition.value = at;
    analysis.value = fresh;
    if (selection.value) {
      const { kind, id: selected } = selection.value;
      const list: readonly { id: string }[] = kind === 'wire' ? fresh.netlist.wires : fresh.netlist.parts;
      if (!list.some((item) => item.id === selected)) selection.value = null;
    }
    void operate();
  }

  /** Nudges for what is found of the job on the screen, one after another, until it or the document changes. */
  async function lookForNudges(): Promise<void> {
    const mine = ++looking;
    const fresh = analysis.value;
    // A look is not the whole: what would be found worse elsewhere is not known yet.
    if (isStale.value) return;
    const found = new Map<string, MendingNudge | null>();
    nudges.value = found;
    for (const finding of fresh?.findings ?? []) {
      if (finding.severity === 'hold' || finding.job !== job.value?.id) continue;
      const nudge = await quietly(searcher.ask((remote) => remote.nudge(finding.key)));
      if (mine !== looking || isStale.value) return;
      found.set(finding.key, nudge);
      nudges.value = new Map(found);
    }
  }

  /** An answer, or null where the worker is lost or the question fails: what is asked for again on the next change. */
  async function quietly<T>(answer: Promise<T>): Promise<T | null> {
    try {
      return await answer;
    } catch {
      return null;
    }
  }

  /**
   * Takes an edit: in the document at once, kept and on its way to the server; checking follows. False when it makes no
   * good document. `field` joins typing.
   */
  function edit(label: string, change: (now: Design) => Design, field: string | null = null): boolean {
    const before = design.value;
    if (!before) return false;
    if (keeping.role.value === 'reader' || keeping.role.value === 'phone') {
      problem.value =
        keeping.role.value === 'reader'
          ? 'You may look at this project, not change it: ask its owner, or duplicate it.'
          : 'With this link a phone ticks the order of work and logs readings; it does not change the design.';
      return false;
    }
    const after = readable(withoutStaleChecks(change(before)));
    if (after === before) return true;
    const parsed = parseDesign(after);
    if (!parsed.ok) {
      problem.value = parsed.problems.map(({ path, message }) => `${path}: ${message}`).join('; ');
      return false;
    }
    problem.value = '';
    history.value = recorded(history.value, label, before, field, location.pathname);
    take(after);
    return true;
  }
  const patch = (label: string, patches: readonly Patch[], field: string | null = null) =>
    edit(label, (now) => applyPatches(now, patches), field);

  function take(after: Design): void {
    const known = new Set(design.value?.signals.map((signal) => signal.id));
    const added = after.signals.filter((signal) => signal.usual && !known.has(signal.id)).map((signal) => signal.id);
    const left = new Set(after.signals.map((signal) => signal.id));
    deskOn.value = [...deskOn.value.filter((signal) => left.has(signal)), ...added];
    put(after);
    keeping.take(after);
  }

  /** One step back or forth; what it was and where it was made, or null where there is none. */
  function travel(step: typeof undone<Design>): { label: string; at: string } | null {
    const now = design.value;
    const moved = now && step(history.value, now);
    if (!moved) return null;
    history.value = moved.history;
    problem.value = '';
    take(moved.document);
    return { label: moved.label, at: moved.at };
  }
  const undo = () => travel(undone);
  const redo = () => travel(redone);

  /** Tries again to check the document, with a new worker. */
  function checkAgain(): void {
    trouble.value = '';
    engine.link.end();
    void check();
  }

  /** The desk's clock, s: it stands still while nothing waits, and may be put forward. */
  const begun = performance.now();
  let ahead = 0;
  const clockS = () => (performance.now() - begun) / 1000 + ahead;
  const now = ref(0);
  let ticking: ReturnType<typeof setInterval> | undefined;

  const desk = (on: readonly string[] = deskOn.value) => ({ on: [...on], volts: { ...deskVolts.value }, boards: { ...boards.value } });
  async function operate(): Promise<void> {
    now.value = clockS();
    const at = now.value;
    const read_ = await quietly(engine.ask((remote) => remote.desk(desk(), at)));
    if (!isStale.value) shown(read_);
  }
  function shown(read: DeskReading | null): void {
    reading.value = read;
    clearInterval(ticking);
    if (nextS() !== null) ticking = setInterval(tick, 100);
  }
  function tick(): void {
    now.value = clockS();
    if ((nextS() ?? Infinity) <= now.value) void operate();
  }
  /** When something on the desk happens by itself: a relay's time, a program's next step. */
  function nextS(): number | null {
    const read = reading.value;
    if (!read) return null;
    const due = [...read.waiting.map(({ dueS }) => dueS), ...Object.values(read.boards).flatMap(({ nextS: at }) => at ?? [])];
    return due.length > 0 ? Math.min(...due) : null;
  }
  /** Powers a board and runs its program, or takes its power away and leaves its pins to the hand. */
  function runBoard(id_: string, on: boolean): void {
    const { [id_]: _, ...others } = boards.value;
    boards.value = on ? { ...others, [id_]: { startedS: clockS(), typed: '' } } : others;
    void operate();
  }
  function typeTo(id_: string, text: string): void {
    const running = boards.value[id_];
    if (!running) return;
    boards.value = { ...boards.value, [id_]: { ...running, typed: running.typed + text } };
    void operate();
  }
  /** Lets the time pass that the next relay waits for. */
  function skipTime(): void {
    const next = nextS();
    if (next === null) return;
    ahead += Math.max(0, next - clockS()) + 0.001;
    void operate();
  }
  function setSignal(signal: string, on: boolean): void {
    if (deskOn.value.includes(signal) === on) return;
    deskOn.value = on ? [...deskOn.value, signal] : deskOn.value.filter((other) => other !== signal);
    void operate();
  }
  const toggle = (signal: string) => setSignal(signal, !deskOn.value.includes(signal));
  /** Puts some signals as given, by way of what must come before, and leaves the others. */
  async function setDesk(signals: readonly string[], path: readonly (readonly string[])[]): Promise<void> {
    const others = deskOn.value.filter((signal) => !signals.includes(signal));
    const steps = path.map((on) => [...others, ...on]);
    deskOn.value = steps[steps.length - 1] ?? others;
    deskVolts.value = voltsFor(deskOn.value);
    now.value = clockS();
    const at = now.value;
    shown(
      await quietly(
        engine.ask((remote) =>
          remote.replay(
            steps.map((on) => ({ on, volts: voltsFor(on) })),
            at,
          ),
        ),
      ),
    );
  }
  /** Where a supply stands that thresholds watch: past the levels of those that are to be on. */
  function voltsFor(on: readonly string[]): Record<string, number> {
    const volts = { ...deskVolts.value };
    for (const signal of design.value?.signals ?? []) {
      const levels = levelsOf(signal);
      if (levels === null || levels.supply === null) continue;
      const isOn = on.includes(signal.id);
      const level = isOn ? levels.closesAt : levels.opensAt;
      volts[levels.supply] = isOn === levels.closesAt > levels.opensAt ? level + 0.4 : level - 0.4;
    }
    return volts;
  }
  /** Path of a field that somebody follows from a working; what edits it opens. */
  const following = ref('');
  async function follow(path: string): Promise<void> {
    const job = /^jobs\[(\d+)\]/.exec(path);
    if (job) jobId.value = design.value?.jobs[Number(job[1])]?.id ?? jobId.value;
    await nextTick();
    following.value = path;
    await nextTick();
    following.value = '';
  }
  const states = (of: string) => engine.ask((remote) => remote.states(of));
  const answers = (of: string) => engine.ask((remote) => remote.answers(of));
  const trail = (key: string) => engine.ask((remote) => remote.trail(key));
  const startOf = (of: string) => engine.ask((remote) => remote.start(of));
  const work = () => searcher.ask((remote) => remote.work());
  const statements = () => engine.ask((remote) => remote.statements());
  const heat = (setup: HeatSetup, faults: HeatFaults, from: HeatState | null, forS: number, everyS: number) =>
    engine.ask((remote) => remote.heat(setup, faults, from, forS, everyS));
  const nudgeAll = (of: string) => searcher.ask((remote) => remote.nudgeAll(of));
  const wirings = (of: string) => searcher.ask((remote) => remote.wirings(of));
  const sides = (variants: readonly Variant[]) => searcher.ask((remote) => remote.sides(variants));
  const fewer = () => searcher.ask((remote) => remote.fewer());
  const plugIn = (of: string) => searcher.ask((remote) => remote.plugIn(of));
  const size = (of: string, order: SizeOrder) => searcher.ask((remote) => remote.size(of, order));
  const mountPlaces = (of: string) => searcher.ask((remote) => remote.places(of));
  const openBench = (of: string, tell: (share: number) => void) => searcher.ask((remote) => remote.openBench(of, proxy(tell)));
  const explainByTwo = (readings: Readonly<Record<string, number>>) => searcher.ask((remote) => remote.explainByTwo({ ...readings }));
  const diagnose = (readings: Readonly<Record<string, number>>, blocked: readonly string[], symptom: SymptomId | null) =>
    searcher.ask((remote) => remote.diagnose({ ...readings }, [...blocked], symptom));
  const simulate = (step: string, hidden: readonly string[], chance: readonly [number, number, number]) =>
    searcher.ask((remote) => remote.simulate(step, [...hidden], [...chance]));
  const sweep = (vary: readonly string[], fixedOn: readonly string[], tell: (progress: SweepProgress) => void) =>
    searcher.ask((remote) => remote.sweep([...vary], [...fixedOn], proxy(tell)));
  const stopSweep = () => searcher.ask((remote) => remote.stopSweep());
  function setVolts(supply: string, volts: number): void {
    deskVolts.value = { ...deskVolts.value, [supply]: volts };
    void operate();
  }

  return {
    id,
    load,
    design,
    analysis,
    checked,
    checkedJob,
    isStale,
    trouble,
    checkAgain,
    nudges,
    history,
    saving,
    revision,
    problem,
    jobId,
    job,
    jobIndex,
    jobView,
    drawing,
    findings,
    selection,
    deskOn,
    deskVolts,
    reading,
    open,
    close,
    edit,
    patch,
    undo,
    redo,
    role: keeping.role,
    newer: keeping.newer,
    look: keeping.look,
    takeNewer: keeping.takeNewer,
    theirs: keeping.theirs,
    resolveConflict: keeping.resolveConflict,
    endGone: keeping.endGone,
    now,
    toggle,
    setSignal,
    setDesk,
    skipTime,
    states,
    wirings,
    sides,
    fewer,
    plugIn,
    nudgeAll,
    following,
    follow,
    trail,
    answers,
    size,
    mountPlaces,
    startOf,
    work,
    heat,
    openBench,
    diagnose,
    explainByTwo,
    simulate,
    boards,
    runBoard,
    typeTo,
    statements,
    sweep,
    stopSweep,
    setVolts,
  };
});
