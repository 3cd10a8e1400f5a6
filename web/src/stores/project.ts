/** The open project: its document, what the core derives from it, and its way to the server. */
import { defineStore } from 'pinia';
import { computed, nextTick, ref, shallowRef, watch } from 'vue';
import {
  applyPatches,
  type Analysis,
  type Design,
  type DeskReading,
  type Drawing,
  type HeatFaults,
  type HeatSetup,
  type HeatState,
  type Job,
  type MendingNudge,
  type Patch,
  type SizeOrder,
  type SweepProgress,
} from '@iron-nudge/core';
import { proxy } from 'comlink';
import { ApiError, api } from '../api.ts';
import { startEngine } from '../worker/engine.ts';
import { emptyHistory, recorded, redone, undone, type History } from './history.ts';
import { openJournal, tabId, type Journal } from './journal.ts';

export type SaveState =
  | { kind: 'saved' }
  | { kind: 'waiting' }
  | { kind: 'offline'; message: string }
  /** Another window saved first; `mine` is untouched here. */
  | { kind: 'conflict'; message: string }
  | { kind: 'refused'; message: string };

export type LoadState = { kind: 'none' } | { kind: 'loading' } | { kind: 'ready' } | { kind: 'failed'; message: string };

export interface Selection {
  readonly kind: 'part' | 'wire';
  readonly id: string;
}

const SAVE_AFTER_MS = 350;
const RETRY_AFTER_MS = 2500;

export const useProject = defineStore('project', () => {
  const engine = startEngine();

  const id = ref('');
  const load = ref<LoadState>({ kind: 'none' });
  const design = shallowRef<Design | null>(null);
  const analysis = shallowRef<Analysis | null>(null);
  const nudges = shallowRef<ReadonlyMap<string, MendingNudge | null>>(new Map());
  const history = shallowRef<History<Design>>(emptyHistory());
  const saving = ref<SaveState>({ kind: 'saved' });
  const revision = ref(0);
  /** Why the last edit was not taken. */
  const problem = ref('');
  const jobId = ref('');
  const selection = shallowRef<Selection | null>(null);

  const drawing = shallowRef<Drawing | null>(null);

  const deskOn = shallowRef<readonly string[]>([]);
  const deskVolts = shallowRef<Readonly<Record<string, number>>>({});
  const reading = shallowRef<DeskReading | null>(null);
  /** Controllers whose program runs on the desk, since when, and what was typed to them. */
  const boards = shallowRef<Readonly<Record<string, { startedS: number; typed: string }>>>({});

  let journal: Journal | null = null;
  let saveTimer: ReturnType<typeof setTimeout> | undefined;
  let inFlight = false;
  let serial = 0;

  const job = computed<Job | null>(
    () => design.value?.jobs.find((candidate) => candidate.id === jobId.value) ?? design.value?.jobs[0] ?? null,
  );
  const jobIndex = computed(() => (job.value && design.value ? design.value.jobs.indexOf(job.value) : -1));
  const jobView = computed(() => analysis.value?.jobs.find((view) => view.id === job.value?.id) ?? null);
  const findings = computed(() => analysis.value?.findings.filter((finding) => finding.job === job.value?.id) ?? []);

  // Redrawn when the job or what the core found of it changes; an answer that comes late is dropped.
  watch([() => job.value?.id, analysis], async ([id_, fresh]) => {
    const made = id_ === undefined || fresh === null ? null : await engine.draw(id_);
    if (job.value?.id === id_ && analysis.value === fresh) drawing.value = made;
  });

  async function open(project: string): Promise<void> {
    close();
    id.value = project;
    load.value = { kind: 'loading' };
    journal = openJournal(
      localStorage,
      project,
      tabId(sessionStorage, () => crypto.randomUUID()),
    );
    const left = journal.recover(Date.now());
    try {
      const record = await api.load(project);
      if (id.value !== project) return;
      revision.value = left?.revision ?? record.revision;
      await show(left?.document ?? record.document);
      if (left) {
        if (left.revision === record.revision) scheduleSave(0);
        else saving.value = { kind: 'conflict', message: conflictWords(record.revision) };
      }
      load.value = { kind: 'ready' };
    } catch (error) {
      if (id.value !== project) return;
      if (left && error instanceof ApiError && error.passing) {
        revision.value = left.revision;
        await show(left.document);
        saving.value = { kind: 'offline', message: error.message };
        scheduleSave(RETRY_AFTER_MS);
        load.value = { kind: 'ready' };
      } else load.value = { kind: 'failed', message: error instanceof Error ? error.message : String(error) };
    }
  }

  function close(): void {
    if (saving.value.kind === 'waiting') void save(true);
    clearTimeout(saveTimer);
    id.value = '';
    design.value = null;
    analysis.value = null;
    history.value = emptyHistory();
    nudges.value = new Map();
    saving.value = { kind: 'saved' };
    problem.value = '';
    selection.value = null;
    jobId.value = '';
    reading.value = null;
    deskVolts.value = {};
    boards.value = {};
    load.value = { kind: 'none' };
  }

  /** Shows a document that is known to be good. */
  async function show(document: Design): Promise<void> {
    const checked = await engine.check(document);
    if (!checked.ok)
      throw new Error(`The saved project cannot be read: ${checked.problems.map(({ path, message }) => `${path} ${message}`).join('; ')}`);
    design.value = checked.design;
    deskOn.value = checked.design.signals.filter(({ usual }) => usual).map((signal) => signal.id);
    accept(checked.analysis);
  }

  function accept(fresh: Analysis): void {
    analysis.value = fresh;
    if (selection.value) {
      const { kind, id: selected } = selection.value;
      const list: readonly { id: string }[] = kind === 'wire' ? fresh.netlist.wires : fresh.netlist.parts;
      if (!list.some((item) => item.id === selected)) selection.value = null;
    }
    void operate();
    void lookForNudges(fresh);
  }

  async function lookForNudges(fresh: Analysis): Promise<void> {
    const mine = ++serial;
    const found = new Map<string, MendingNudge | null>();
    const open_ = fresh.findings.filter(({ severity }) => severity !== 'hold');
    // The job on the screen first.
    open_.sort((a, b) => Number(b.job === job.value?.id) - Number(a.job === job.value?.id));
    for (const finding of open_) {
      const nudge = await engine.nudge(finding.key);
      if (mine !== serial) return;
      found.set(finding.key, nudge);
      nudges.value = new Map(found);
    }
    if (open_.length === 0) nudges.value = found;
  }

  let queue: Promise<unknown> = Promise.resolve();
  /** Takes an edit: checked first, then shown, kept and saved. False when it was refused. `field` joins typing. */
  function edit(label: string, change: (now: Design) => Design, field: string | null = null): Promise<boolean> {
    const run = queue.then(async () => {
      const before = design.value;
      if (!before) return false;
      const after = change(before);
      if (after === before) return true;
      const checked = await engine.check(after);
      if (!checked.ok) {
        problem.value = checked.problems.map(({ path, message }) => `${path}: ${message}`).join('; ');
        return false;
      }
      problem.value = '';
      history.value = recorded(history.value, label, before, field);
      take(after, checked.analysis);
      return true;
    });
    queue = run.catch(() => undefined);
    return run;
  }
  const patch = (label: string, patches: readonly Patch[], field: string | null = null) =>
    edit(label, (now) => applyPatches(now, patches), field);

  function take(after: Design, fresh: Analysis): void {
    const known = new Set(design.value?.signals.map((signal) => signal.id));
    const added = after.signals.filter((signal) => signal.usual && !known.has(signal.id)).map((signal) => signal.id);
    const left = new Set(after.signals.map((signal) => signal.id));
    deskOn.value = [...deskOn.value.filter((signal) => left.has(signal)), ...added];
    design.value = after;
    accept(fresh);
    const kept = journal?.keep({ revision: revision.value, document: after, at: Date.now() }) ?? true;
    if (saving.value.kind !== 'conflict') {
      saving.value = kept ? { kind: 'waiting' } : { kind: 'offline', message: 'This browser has no room to keep unsaved edits.' };
      scheduleSave(SAVE_AFTER_MS);
    }
  }

  async function travel(step: typeof undone<Design>): Promise<string | null> {
    await queue;
    const now = design.value;
    const moved = now && step(history.value, now);
    if (!moved) return null;
    const checked = await engine.check(moved.document);
    if (!checked.ok) return null;
    history.value = moved.history;
    take(moved.document, checked.analysis);
    return moved.label;
  }
  const undo = () => travel(undone);
  const redo = () => travel(redone);

  function scheduleSave(after: number): void {
    clearTimeout(saveTimer);
    saveTimer = setTimeout(() => void save(), after);
  }

  async function save(last = false): Promise<void> {
    if (inFlight && !last) return scheduleSave(SAVE_AFTER_MS);
    const document = design.value;
    const project = id.value;
    if (!document || !project) return;
    inFlight = true;
    try {
      const { revision: saved } = await api.save(project, revision.value, document);
      if (id.value !== project)
        return openJournal(
          localStorage,
          project,
          tabId(sessionStorage, () => crypto.randomUUID()),
        ).clear();
      revision.value = saved;
      if (design.value === document) {
        journal?.clear();
        saving.value = { kind: 'saved' };
      } else {
        journal?.keep({ revision: saved, document: design.value!, at: Date.now() });
        scheduleSave(SAVE_AFTER_MS);
      }
    } catch (error) {
      if (id.value !== project) return;
      if (!(error instanceof ApiError)) throw error;
      if (error.code === 'stale-revision') saving.value = { kind: 'conflict', message: error.message };
      else if (error.passing) {
        saving.value = { kind: 'offline', message: error.message };
        journal?.keep({ revision: revision.value, document, at: Date.now() });
        scheduleSave(RETRY_AFTER_MS);
      } else saving.value = { kind: 'refused', message: error.message };
    } finally {
      inFlight = false;
    }
  }

  /** Ends a conflict: ours over theirs, theirs with ours one undo away, or ours as a project of its own. */
  async function resolveConflict(choice: 'mine' | 'theirs' | 'copy'): Promise<string | null> {
    const mine = design.value;
    if (!mine) return null;
    if (choice === 'copy') {
      const made = await api.create({ ...mine, name: `${mine.name.slice(0, 50)} (mine)` });
      await resolveConflict('theirs');
      return made.id;
    }
    const record = await api.load(id.value);
    revision.value = record.revision;
    if (choice === 'mine') {
      saving.value = { kind: 'waiting' };
      await save();
      return null;
    }
    const checked = await engine.check(record.document);
    if (!checked.ok) throw new Error('The other version cannot be read.');
    history.value = recorded(history.value, 'my version', mine);
    design.value = checked.design;
    accept(checked.analysis);
    journal?.clear();
    saving.value = { kind: 'saved' };
    return null;
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
    shown(await engine.desk(desk(), now.value));
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
    shown(
      await engine.replay(
        steps.map((on) => ({ on, volts: voltsFor(on) })),
        now.value,
      ),
    );
  }
  /** Where a supply stands that thresholds watch: past the levels of those that are to be on. */
  function voltsFor(on: readonly string[]): Record<string, number> {
    const volts = { ...deskVolts.value };
    for (const signal of design.value?.signals ?? [])
      if (signal.nature === 'threshold' && signal.watches.quantity === 'voltage') {
        const level = on.includes(signal.id) ? signal.closesAt : signal.opensAt;
        volts[signal.watches.supply] = on.includes(signal.id) === signal.closesAt > signal.opensAt ? level + 0.4 : level - 0.4;
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
  const states = (of: string) => engine.states(of);
  const nudgeAll = (of: string) => engine.nudgeAll(of);
  const wirings = (of: string) => engine.wirings(of);
  const trail = (key: string) => engine.trail(key);
  const size = (of: string, order: SizeOrder) => engine.size(of, order);
  const mountPlaces = (of: string) => engine.places(of);
  const startOf = (of: string) => engine.start(of);
  const openBench = (of: string, tell: (share: number) => void) => engine.openBench(of, proxy(tell));
  const explainByTwo = (readings: Readonly<Record<string, number>>) => engine.explainByTwo({ ...readings });
  const diagnose = (readings: Readonly<Record<string, number>>, blocked: readonly string[]) =>
    engine.diagnose({ ...readings }, [...blocked]);
  const simulate = (step: string, hidden: readonly string[], chance: readonly [number, number, number]) =>
    engine.simulate(step, [...hidden], chance);
  const heat = (setup: HeatSetup, faults: HeatFaults, from: HeatState | null, forS: number, everyS: number) =>
    engine.heat(setup, faults, from, forS, everyS);
  const statements = () => engine.statements();
  const sweep = (vary: readonly string[], fixedOn: readonly string[], tell: (progress: SweepProgress) => void) =>
    engine.sweep([...vary], [...fixedOn], proxy(tell));
  const stopSweep = () => engine.stopSweep();
  function setVolts(supply: string, volts: number): void {
    deskVolts.value = { ...deskVolts.value, [supply]: volts };
    void operate();
  }

  return {
    id,
    load,
    design,
    analysis,
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
    resolveConflict,
    now,
    toggle,
    setSignal,
    setDesk,
    skipTime,
    states,
    wirings,
    nudgeAll,
    following,
    follow,
    trail,
    size,
    mountPlaces,
    startOf,
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

function conflictWords(theirs: number): string {
  return `This project was saved elsewhere since (revision ${theirs}); your unsaved edits are still here.`;
}
