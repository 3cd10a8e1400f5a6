<script setup lang="ts">
/** What to measure and what it should read; what disagrees is explained, and the next reading is named. */
import { computed, ref, shallowRef, watch } from 'vue';
import {
  OPEN_OHM,
  STAGES,
  cautionsFor,
  formatQuantity,
  loadSupplyOf,
  rangeFor,
  stateWord,
  type BenchStep,
  type Diagnosis,
} from '@iron-nudge/core';
import type { BenchView } from '../worker/engine.worker.ts';
import { useProject } from '../stores/project.ts';
import { download, fileName } from '../ui/download.ts';
import { keepLog, latest, logCsv, passes, readLog, typedReading, type Reading } from './log.ts';

const project = useProject();
/** Undefined while it is worked out, null where the job is not wired. */
const view = shallowRef<BenchView | null | undefined>(undefined);
const diagnosis = shallowRef<Diagnosis | null>(null);
const log = shallowRef<readonly Reading[]>([]);
const full = ref(false);
const wrongText = ref('');

watch(
  [() => project.analysis, () => project.job?.id],
  async ([analysis, job]) => {
    view.value = undefined;
    if (!analysis || !job) return;
    const opened = await project.openBench(job);
    if (project.analysis !== analysis || project.job?.id !== job) return;
    view.value = opened;
    await ask();
  },
  { immediate: true },
);
watch(
  () => project.id,
  (id) => (log.value = id ? readLog(localStorage, id) : []),
  { immediate: true },
);

const readings = computed(() => latest(log.value));
const own = computed(() => {
  const values: Record<string, number> = {};
  for (const { id } of view.value?.steps ?? []) {
    const reading = readings.value.get(id);
    if (reading) values[id] = reading.value;
  }
  return values;
});
async function ask(): Promise<void> {
  diagnosis.value = view.value ? await project.diagnose(own.value, blocked.value) : null;
}

const rows = computed(() =>
  (view.value?.steps ?? []).map((step, at) => {
    const { value, tolerance } = view.value!.healthy[at]!;
    const reading = readings.value.get(step.id);
    const state = !reading ? 'open' : passes({ value: reading.value, expected: value, tolerance }) ? 'pass' : 'fail';
    return { step, value, tolerance, reading, state };
  }),
);
const measured = computed(() => rows.value.filter(({ reading }) => reading).sort((a, b) => b.reading!.at - a.reading!.at));
/** On the mains the control side is powered only once all that needs no power has passed. */
const safePassed = computed(() => rows.value.every(({ step, state }) => step.stage !== 'no power' || state === 'pass'));
/** Steps that may not be measured yet. */
const blocked = computed(() => rows.value.flatMap(({ step }) => (locked(step) ? [step.id] : [])));
const locked = (step: BenchStep) => step.mains && !safePassed.value;
const onMains = computed(() => project.design && project.job && loadSupplyOf(project.design, project.job).kind === 'mains');
const cautions = computed(() =>
  project.design && project.job && project.analysis ? cautionsFor(project.design, project.job, project.analysis.netlist) : [],
);
const show = (value: number, unit: 'V' | 'A' | 'Ω') => (unit === 'Ω' && value >= OPEN_OHM / 4 ? 'OL (open)' : formatQuantity(value, unit));
function deskWords(step: BenchStep): string {
  const on = new Set(step.path[step.path.length - 1]);
  const signals = project.jobView?.signals ?? [];
  const words = signals.flatMap((id) => {
    const signal = project.design!.signals.find((candidate) => candidate.id === id);
    return signal ? [`${signal.name} ${stateWord(signal, on.has(id))}`] : [];
  });
  return words.join(', ');
}
const pinWords = (at: string) => {
  const dot = at.lastIndexOf('.');
  const part = project.analysis?.netlist.parts.find(({ id }) => id === at.slice(0, dot));
  return `${part?.tag ?? at.slice(0, dot)} ${at.slice(dot + 1)}`;
};

function add(step: BenchStep, value: number, simulated: boolean): void {
  const row = rows.value.find((candidate) => candidate.step.id === step.id)!;
  const reading: Reading = {
    step: step.id,
    words: step.words,
    quantity: step.quantity,
    value,
    expected: row.value,
    tolerance: row.tolerance,
    at: Date.now(),
    simulated,
  };
  log.value = [...log.value, reading];
  full.value = !keepLog(localStorage, project.id, log.value);
  void ask();
}
function take(step: BenchStep, event: Event): void {
  const field = event.target as HTMLInputElement;
  if (field.value.trim() === '') return;
  const value = typedReading(field.value, OPEN_OHM);
  if (value === null) {
    wrongText.value = `“${field.value}” is no reading: a number in ${step.quantity}, or OL for open.`;
    return;
  }
  wrongText.value = '';
  field.value = '';
  add(step, value, false);
}

// The simulated bench
const hidden = ref<string | null>(null);
const revealed = ref(false);
const chance = ref<readonly [number, number]>([0.5, 0.5]);
const HEALTHY = 'healthy';
const RANDOM = 'random';
const picked = ref(RANDOM);
const running = ref(false);
function begin(): void {
  const faults = view.value?.faults ?? [];
  const random = faults[Math.floor(Math.random() * faults.length)]?.id ?? null;
  hidden.value = picked.value === HEALTHY ? null : picked.value === RANDOM ? random : picked.value;
  chance.value = [Math.random(), Math.random()];
  revealed.value = false;
  running.value = true;
  forget();
}
/** A fresh bench has no readings: what was logged stays in the file that was saved of it. */
function forget(): void {
  const ids = new Set(view.value?.steps.map(({ id }) => id));
  log.value = log.value.filter(({ step }) => !ids.has(step));
  keepLog(localStorage, project.id, log.value);
  void ask();
}
async function meter(step: BenchStep): Promise<void> {
  const value = await project.simulate(step.id, hidden.value, [...chance.value, Math.random()]);
  if (value !== null) add(step, value, true);
}
const next = computed(() => rows.value.find(({ step }) => step.id === diagnosis.value?.next) ?? null);
const hiddenWords = computed(() =>
  hidden.value === null ? 'nothing: it is healthy' : (view.value?.faults.find(({ id }) => id === hidden.value)?.words ?? ''),
);
const VERDICT: Readonly<Record<Diagnosis['verdict'], string>> = {
  'nothing measured': 'Nothing measured yet.',
  healthy: 'Every reading so far is as it should be.',
  fault: 'A reading disagrees. What would explain it:',
  unexplained: 'No single fault gives these readings: measure again, or look for two at once.',
};
const saveLog = () => download(fileName(`${project.design!.name} readings`, 'csv'), 'text/csv', logCsv(log.value));
</script>

<template>
  <main class="bench">
    <div class="head">
      <h1>Bench</h1>
      <label class="row">
        <span class="visually-hidden">Job</span>
        <select class="select" :value="project.job?.id" @change="project.jobId = ($event.target as HTMLSelectElement).value">
          <option v-for="entry in project.design?.jobs ?? []" :key="entry.id" :value="entry.id">{{ entry.name }}</option>
        </select>
      </label>
      <button class="plain-button" :disabled="log.length === 0" @click="saveLog">Readings as CSV</button>
    </div>
    <p v-if="cautions.length" class="caution" role="note"><span aria-hidden="true">▲</span> {{ cautions.join(' ') }}</p>
    <p v-if="full" class="stop" role="alert">■ This browser has no room to keep readings: save them as CSV now.</p>
    <p v-if="wrongText" class="stop" role="alert">■ {{ wrongText }}</p>
    <p v-if="view === undefined" role="status">Working out what each reading should be…</p>
    <p v-else-if="view === null" class="stop">This job is not wired yet, so there is nothing to measure.</p>
    <div v-else class="both">
      <section aria-label="Test plan">
        <template v-for="stage in STAGES" :key="stage">
          <h2 v-if="rows.some(({ step }) => step.stage === stage)" class="caps">
            {{
              stage === 'no power'
                ? 'No power: every supply off'
                : stage === 'control side alone'
                  ? 'Control side alone: load fuses out'
                  : 'All of it'
            }}
          </h2>
          <ul>
            <li
              v-for="row in rows.filter(({ step }) => step.stage === stage)"
              :key="row.step.id"
              :data-state="row.state"
              :class="{ next: diagnosis?.next === row.step.id, locked: locked(row.step) }"
            >
              <span class="mark" aria-hidden="true">{{ row.state === 'pass' ? '●' : row.state === 'fail' ? '■' : '○' }}</span>
              <span class="what">
                <b>{{ row.step.words }}</b>
                <span class="leads"
                  ><template v-if="row.step.branch === null">{{ pinWords(row.step.red) }} → {{ pinWords(row.step.black) }}</template
                  ><template v-else>in series at {{ pinWords(row.step.red) }}</template
                  >, {{ formatQuantity(rangeFor(row.step.quantity, row.value), row.step.quantity) }} range<template
                    v-if="deskWords(row.step)"
                  >
                    · {{ deskWords(row.step) }}</template
                  ></span
                >
              </span>
              <span class="mono should"
                >{{ show(row.value, row.step.quantity)
                }}<span v-if="row.value < OPEN_OHM / 4" class="pm"> ± {{ formatQuantity(row.tolerance, row.step.quantity) }}</span></span
              >
              <span class="mono reads">{{ row.reading ? show(row.reading.value, row.step.quantity) : '' }}</span>
              <span v-if="locked(row.step)" class="leads">after the steps with no power</span>
              <template v-else>
                <input
                  class="reading mono"
                  inputmode="decimal"
                  :aria-label="`Reading ${row.step.words}, ${row.step.quantity}`"
                  :placeholder="row.step.quantity"
                  @keydown.enter="take(row.step, $event)"
                  @change="take(row.step, $event)"
                />
                <button v-if="running" class="plain-button" :aria-label="`Let the meter read ${row.step.words}`" @click="meter(row.step)">
                  read
                </button>
              </template>
            </li>
          </ul>
        </template>
        <p v-if="onMains" class="caution">
          Nothing of this job is measured live: no leads go into a box that is plugged in. When all of this has passed, close the case, plug
          it in, and see that the load follows the sentence. A reading under power is for a licensed hand.
        </p>
      </section>
      <aside aria-label="What the readings say">
        <h2 class="caps">What the readings say</h2>
        <p class="verdict" role="status" :data-verdict="diagnosis?.verdict">{{ VERDICT[diagnosis?.verdict ?? 'nothing measured'] }}</p>
        <ol v-if="diagnosis?.verdict === 'fault'" class="faults">
          <li v-for="{ fault, share } in diagnosis.explained" :key="fault.id">
            <span class="share mono">{{ Math.round(share * 100) }} %</span> {{ fault.words }}
          </li>
        </ol>
        <ul v-if="measured.length" class="measured" aria-label="Measured">
          <li v-for="row in measured" :key="row.step.id" :data-state="row.state">
            <span class="mark" aria-hidden="true">{{ row.state === 'pass' ? '●' : '■' }}</span>
            <span class="what">{{ row.step.words }}</span>
            <span class="mono reads">{{ show(row.reading!.value, row.step.quantity) }}</span>
          </li>
        </ul>
        <p v-if="next" class="ask">
          Measure next: <b>{{ next.step.words }}</b>
          <button v-if="running && !locked(next.step)" class="plain-button" @click="meter(next.step)">Let the meter read it</button>
        </p>
        <h2 class="caps">Simulated bench</h2>
        <p class="small">The same circuit with a fault hidden in it, and a meter and parts that are as good as yours: to learn on.</p>
        <label class="field"
          >Put in
          <select v-model="picked" class="select">
            <option :value="RANDOM">a fault at random</option>
            <option :value="HEALTHY">nothing: a healthy circuit</option>
            <option v-for="fault in view.faults" :key="fault.id" :value="fault.id">{{ fault.words }}</option>
          </select>
        </label>
        <div class="row">
          <button class="plain-button" @click="begin">{{ running ? 'Begin again' : 'Begin' }}</button>
          <button v-if="running" class="plain-button" @click="revealed = true">What was it?</button>
          <button v-if="!running && Object.keys(own).length > 0" class="plain-button" @click="forget">Forget the readings</button>
        </div>
        <p v-if="running && revealed" role="status">
          Hidden was: <b>{{ hiddenWords }}</b>
        </p>
      </aside>
    </div>
  </main>
</template>

<style scoped>
.bench {
  padding: 18px 24px;
  overflow-y: auto;
  flex: 1;
  min-height: 0;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  align-items: center;
}
.head h1 {
  margin: 0;
  flex: 1;
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 24px;
  align-items: start;
}
aside {
  position: sticky;
  top: 0;
}
ul {
  list-style: none;
  margin: 0 0 14px;
  padding: 0;
  background: var(--sheet);
  border: 1px solid var(--line);
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 5px 10px;
  border-bottom: 1px solid var(--line);
}
li:last-child {
  border-bottom: none;
}
li.next {
  box-shadow: inset 3px 0 0 var(--control);
  background: var(--control-fill);
}
li.locked {
  color: var(--iron);
}
[data-state='pass'] .mark {
  color: var(--hold);
}
[data-state='fail'] .mark,
[data-state='fail'] .reads {
  color: var(--danger);
  font-weight: 700;
}
.what {
  flex: 1;
  min-width: 0;
  display: grid;
}
.what b {
  font-weight: 600;
}
.leads,
.small {
  color: var(--iron);
  font-size: 12.5px;
}
.should {
  white-space: nowrap;
  text-align: right;
}
.pm {
  color: var(--iron);
}
.reads {
  width: 84px;
  text-align: right;
}
.reading {
  width: 72px;
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 3px 6px;
  background: var(--paper);
  color: var(--ink);
}
.caution {
  color: var(--caution);
}
.stop,
[data-verdict='unexplained'] {
  color: var(--danger);
  font-weight: 600;
}
.verdict {
  font-weight: 600;
  margin: 4px 0 8px;
}
[data-verdict='healthy'] {
  color: var(--hold);
}
.faults {
  padding: 0;
  margin: 0 0 10px;
  border: 1px solid var(--line);
  background: var(--sheet);
  list-style: none;
}
.share {
  display: inline-block;
  width: 44px;
}
.ask {
  display: grid;
  gap: 6px;
}
.field {
  display: grid;
  margin-bottom: 8px;
}
@media (max-width: 800px) {
  .both {
    display: flex;
    flex-direction: column-reverse;
    align-items: stretch;
  }
  aside {
    position: static;
  }
  li {
    flex-wrap: wrap;
  }
  .what {
    flex: 1 0 80%;
  }
  .reading,
  .bench :deep(.plain-button) {
    min-height: 40px;
  }
}
</style>
