/** The bench of the job that is open: its steps, what was read, what that says, and the simulated one. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  FOUND_SHARE,
  provingNow,
  readingVerdict,
  readingsNow,
  type BenchStep,
  type Reading,
  type SymptomId,
  type Verdict,
} from '@iron-nudge/core';
import type { BenchView, PlainDiagnosis, PlainFault, PlainPair } from '../worker/engine.worker.ts';
import { useProject } from '../stores/project.ts';
import { useRecords } from '../stores/records.ts';
import { useLeads } from './leads.ts';
import { lessLeads } from './readings.ts';

export interface BenchRow {
  readonly step: BenchStep;
  readonly value: number;
  readonly tolerance: number;
  readonly reading: Pick<Reading, 'value' | 'at'> | null;
  readonly state: Verdict | 'open';
  readonly locked: boolean;
}

export const useBench = defineStore('bench', () => {
  const project = useProject();
  const records = useRecords();
  /** Undefined while it is worked out, null where the job is not wired. */
  const view = shallowRef<BenchView | null | undefined>(undefined);
  const progress = ref(0);
  const diagnosis = shallowRef<PlainDiagnosis | null>(null);
  const pairs = shallowRef<readonly PlainPair[] | null>(null);
  /** What the simulated bench has been read for; null while the real one is on the screen. */
  const simulated = shallowRef<ReadonlyMap<string, { value: number; at: number }> | null>(null);
  const hidden = shallowRef<readonly string[]>([]);
  /** On the simulated bench: what is to be taken again since something was mended. */
  const toProve = shallowRef<readonly string[]>([]);
  const meter = ref('');
  const leadsOhm = useLeads();
  /** A typed reading as it is kept. The simulated meter has no leads. */
  const net = (step: BenchStep, typed: number) => (simulated.value ? typed : lessLeads(typed, step.quantity, leadsOhm.value));
  const note = ref('');
  /** What was seen before anything was measured. */
  const symptom = ref<SymptomId | null>(null);
  /** Id of a step that was picked before the one that would tell most. */
  const picked = ref('');

  let wanted = 0;
  /** Opens the bench of the job on the screen; called by the page while it is there. */
  async function open(): Promise<void> {
    const mine = ++wanted;
    view.value = undefined;
    progress.value = 0;
    simulated.value = null;
    picked.value = '';
    const job = project.job?.id;
    if (!job || !project.analysis) return;
    const wired = project.jobView?.unwired.length === 0;
    const opened = wired ? await project.openBench(job, (share) => (progress.value = share)) : null;
    if (mine === wanted && (opened !== null || !wired)) view.value = opened;
  }

  const readings = computed<ReadonlyMap<string, { value: number; at: number }>>(
    () => simulated.value ?? readingsNow(records.all, project.job?.id ?? ''),
  );
  const judged = computed(() =>
    (view.value?.steps ?? []).map((step, at) => {
      const { value, tolerance } = view.value!.healthy[at]!;
      const reading = readings.value.get(step.id) ?? null;
      const state: BenchRow['state'] = reading
        ? readingVerdict({ value: reading.value, expected: value, tolerance, upTo: step.upTo })
        : 'open';
      return { step, value, tolerance, reading, state };
    }),
  );
  /** On the mains the control side is powered only once all that needs no power has passed. */
  const safePassed = computed(() => judged.value.every(({ step, state }) => step.stage !== 'no power' || state === 'pass'));
  const rows = computed<BenchRow[]>(() => judged.value.map((row) => ({ ...row, locked: row.step.mains && !safePassed.value })));

  const values = computed(() => {
    const own: Record<string, number> = {};
    for (const { step, reading } of judged.value) if (reading) own[step.id] = reading.value;
    return own;
  });
  let asked = 0;
  watch([view, values, symptom], async () => {
    const mine = ++asked;
    pairs.value = null;
    if (!view.value) {
      diagnosis.value = null;
      return;
    }
    const blocked = rows.value.flatMap(({ step, locked }) => (locked ? [step.id] : []));
    const answer = await project.diagnose(values.value, blocked, symptom.value);
    if (mine !== asked) return;
    diagnosis.value = answer;
    if (answer?.verdict !== 'unexplained') return;
    const two = await project.explainByTwo(values.value);
    if (mine === asked) pairs.value = two;
  });
  /** What was read since the last answer is not asked for again. */
  const next = computed(() => rows.value.find(({ step, reading }) => reading === null && step.id === diagnosis.value?.next) ?? null);
  /** Steps that disagreed before something was mended, as they stand now. */
  const proving = computed(() => {
    const steps = new Set(simulated.value ? toProve.value : provingNow(records.all, project.job?.id ?? ''));
    return rows.value.filter(({ step }) => steps.has(step.id));
  });
  /** Nothing that disagreed does so now, and nothing else has begun to. */
  const isProved = computed(
    () => proving.value.every(({ state }) => state === 'pass') && rows.value.every(({ state }) => state === 'pass' || state === 'open'),
  );
  /** What explains the readings as good as alone. */
  const found = computed<{ fault: PlainFault; share: number } | null>(() => {
    const [first] = diagnosis.value?.explained ?? [];
    // An odd reading is taken again before anything is unscrewed.
    const disagrees = rows.value.some(({ state }) => state === 'fail');
    return diagnosis.value?.verdict === 'fault' && disagrees && first && first.share >= FOUND_SHARE ? first : null;
  });
  /** The step in hand: what was picked, else what proves a mending, else what tells most, else the first that is open. */
  const inHand = computed(
    () =>
      rows.value.find(({ step }) => step.id === picked.value) ??
      proving.value.find(({ state, locked }) => state === 'open' && !locked) ??
      next.value ??
      rows.value.find(({ state, locked }) => state === 'open' && !locked) ??
      null,
  );
  const last = computed(() => rows.value.filter(({ reading }) => reading !== null).sort((a, b) => b.reading!.at - a.reading!.at));

  function add(step: BenchStep, typed: number): void {
    const value = net(step, typed);
    // What was picked has its reading: on with what tells most.
    picked.value = '';
    if (simulated.value) {
      simulated.value = new Map(simulated.value).set(step.id, { value, at: Date.now() + simulated.value.size });
      return;
    }
    const { value: expected, tolerance } = rows.value.find((row) => row.step.id === step.id)!;
    records.add({
      kind: 'reading',
      job: step.job,
      step: step.id,
      words: step.words,
      quantity: step.quantity,
      value,
      expected,
      tolerance,
      ...(step.upTo ? { upTo: true } : {}),
      ...(step.quantity === 'Ω' && leadsOhm.value > 0 ? { leadsOhm: leadsOhm.value } : {}),
      meter: meter.value,
      note: note.value,
    });
    note.value = '';
  }
  /** Something was mended: what disagreed is to be taken again. On the simulated bench it is whole then. */
  function mended(why: string): void {
    picked.value = '';
    if (!simulated.value) {
      records.add({ kind: 'fresh-start', job: project.job!.id, note: why });
      return;
    }
    toProve.value = rows.value.filter(({ state }) => state === 'fail' || state === 'odd').map(({ step }) => step.id);
    hidden.value = found.value ? hidden.value.filter((id) => id !== found.value!.fault.id) : hidden.value;
    simulated.value = new Map();
  }

  let chance: readonly [number, number] = [0.5, 0.5];
  function begin(faults: readonly string[]): void {
    hidden.value = faults;
    toProve.value = [];
    chance = [Math.random(), Math.random()];
    simulated.value = new Map();
  }
  async function measure(step: BenchStep): Promise<void> {
    const value = await project.simulate(step.id, hidden.value, [...chance, Math.random()]);
    if (value !== null && simulated.value) add(step, value);
  }

  return {
    symptom,
    picked,
    inHand,
    view,
    progress,
    diagnosis,
    pairs,
    simulated,
    hidden,
    meter,
    leadsOhm,
    net,
    note,
    rows,
    next,
    last,
    open,
    add,
    mended,
    proving,
    isProved,
    found,
    begin,
    measure,
  };
});
