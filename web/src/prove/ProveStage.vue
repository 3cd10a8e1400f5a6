<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import {
  formatQuantity,
  linesOf,
  sentenceOf,
  sentenceText,
  stateWord,
  type Signal,
  type StateRow,
  type StateTable,
} from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SeverityMark from '../ui/SeverityMark.vue';
import StatementList from './StatementList.vue';
import SweepPanel from './SweepPanel.vue';

const project = useProject();
const router = useRouter();
const table = shallowRef<StateTable | null>(null);
type Only = 'all' | 'differs' | 'on' | 'off' | 'weak';
const only = ref<Only>('all');
/** For each signal, whether only rows with it on, or off, are shown. */
const fixed = ref<Readonly<Record<string, boolean>>>({});
const view = ref<'states' | 'all'>('states');

watch(
  [() => project.job?.id, () => project.analysis],
  async ([job, analysis], [before]) => {
    if (job !== before) fixed.value = {};
    const fresh = job === undefined || analysis === null ? null : await project.states(job);
    if (project.job?.id === job && project.analysis === analysis) table.value = fresh;
  },
  { immediate: true },
);

const signals = computed<Signal[]>(() =>
  (table.value?.signals ?? []).map((id) => project.design!.signals.find((signal) => signal.id === id)!),
);
const FILTERS: Readonly<Record<Only, { text: string; fits: (row: StateRow) => boolean }>> = {
  all: { text: 'all states', fits: () => true },
  on: { text: 'those meant on', fits: ({ meant }) => meant !== 'off' },
  off: { text: 'those meant off', fits: ({ meant }) => meant === 'off' },
  weak: { text: 'those found weak', fits: ({ found }) => found === 'weak' },
  differs: { text: 'those that differ', fits: ({ matches }) => !matches },
};
const counts = computed(() =>
  Object.fromEntries(Object.entries(FILTERS).map(([key, { fits }]) => [key, (table.value?.rows ?? []).filter(fits).length])),
);
const fitting = computed(() =>
  (table.value?.rows ?? []).filter(
    (row) =>
      FILTERS[only.value].fits(row) &&
      (table.value?.signals ?? []).every((id, at) => fixed.value[id] === undefined || fixed.value[id] === row.on[at]),
  ),
);
/** A page of rows: thousands at once are no help to anyone. */
const MOST_SHOWN = 256;
const rows = computed(() => fitting.value.slice(0, MOST_SHOWN));
const differing = computed(() => (table.value?.rows ?? []).filter(({ matches }) => !matches).length);
/** The signals stand so, and so do the loads: of two rows with the same signals only one is the desk's. */
const isDesk = (row: StateRow) => {
  const on = project.reading?.on ?? project.deskOn;
  const lines = project.job ? linesOf(project.job) : [];
  return (
    (table.value?.signals ?? []).every((id, at) => on.includes(id) === row.on[at]) &&
    row.loads.every(({ state }, at) => (project.reading?.loads[`${project.job?.id}/${lines[at]?.id}`] ?? state) === state)
  );
};

function fix(signal: Signal): void {
  const now = fixed.value[signal.id];
  const { [signal.id]: _, ...rest } = fixed.value;
  fixed.value = now === undefined ? { ...rest, [signal.id]: true } : now ? { ...rest, [signal.id]: false } : rest;
}
const fixWord = (signal: Signal) => (fixed.value[signal.id] === undefined ? 'any' : stateWord(signal, fixed.value[signal.id]!));
const put = (row: StateRow) => project.setDesk(table.value!.signals, row.path);
const show = (job: string) => router.push({ name: 'prove', params: { id: project.id, job } });
const draw = () => router.push({ name: 'design', params: { id: project.id, job: project.job!.id } });
</script>

<template>
  <main class="prove">
    <nav class="jobs" aria-label="Jobs">
      <button
        v-for="entry in project.analysis?.jobs ?? []"
        :key="entry.id"
        class="bare job"
        :aria-current="view === 'states' && entry.id === project.job?.id ? 'true' : undefined"
        @click="((view = 'states'), show(entry.id))"
      >
        <SeverityMark :severity="entry.matching === entry.combinations && entry.combinations > 0 ? 'hold' : 'danger'" />
        <span>{{ project.design?.jobs.find(({ id }) => id === entry.id)?.name }}</span>
        <span class="mono count">{{ entry.combinations === 0 ? 'not wired' : `${entry.matching}/${entry.combinations}` }}</span>
      </button>
      <button class="bare job all" :aria-current="view === 'all' ? 'true' : undefined" @click="view = 'all'">All jobs together</button>
    </nav>
    <section v-if="view === 'all'" class="states">
      <StatementList />
      <SweepPanel />
    </section>
    <section v-else-if="project.job" class="states">
      <p class="sentence">{{ project.job ? sentenceText(sentenceOf(project.design!, project.job)) : '' }}</p>
      <template v-if="table">
        <div class="row head">
          <h2>{{ differing === 0 ? 'Every state does what was said' : `${differing} of ${table.rows.length} states differ` }}</h2>
          <label class="row">
            Show
            <select v-model="only" class="select">
              <option v-for="(filter, key) in FILTERS" :key="key" :value="key">{{ filter.text }} ({{ counts[key] }})</option>
            </select>
          </label>
          <button class="plain-button" @click="draw">See it on the drawing</button>
        </div>
        <p class="hint">
          Each row was solved with the wired network at four corners of supply and heat, with all other signals off and with all of them on.
          <template v-if="table.sequential">
            This job remembers: its states were walked from power-up, one signal changing at a time, delays run out.
          </template>
          Click a row to put the signal desk there.
        </p>
        <div class="scroll" tabindex="0" aria-label="State table">
          <table class="sheet">
            <thead>
              <tr>
                <th v-for="signal in signals" :key="signal.id" scope="col">
                  {{ signal.name }}
                  <button class="bare fix" :aria-label="`${signal.name}: show ${fixWord(signal)}`" @click="fix(signal)">
                    {{ fixWord(signal) }}
                  </button>
                </th>
                <th v-if="table.sequential" scope="col">Before</th>
                <th scope="col">Meant</th>
                <th v-for="load in table.rows[0]?.loads ?? []" :key="load.name" scope="col">{{ load.name }}</th>
                <th scope="col">Found</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(row, at) in rows" :key="at" :class="{ desk: isDesk(row), differs: !row.matches }" :data-matches="row.matches">
                <td v-for="(signal, index) in signals" :key="signal.id">
                  <button
                    v-if="index === 0"
                    class="bare put"
                    :aria-label="`${stateWord(signal, row.on[index]!)}: put the desk here, row ${at + 1}`"
                    @click="put(row)"
                  >
                    <span class="lamp" :class="{ lit: row.on[index] }" aria-hidden="true" />{{ stateWord(signal, row.on[index]!) }}
                  </button>
                  <template v-else
                    ><span class="lamp" :class="{ lit: row.on[index] }" aria-hidden="true" />{{
                      stateWord(signal, row.on[index]!)
                    }}</template
                  >
                </td>
                <td v-if="table.sequential" class="mono">{{ row.path.length - 1 }} {{ row.path.length === 2 ? 'step' : 'steps' }}</td>
                <td class="meant">{{ row.meant }}</td>
                <td v-for="load in row.loads" :key="load.name" class="mono">{{ load.state }} · {{ formatQuantity(load.volts, 'V') }}</td>
                <td>
                  <span class="row"
                    ><SeverityMark :severity="row.matches ? 'hold' : 'danger'" />{{
                      row.matches ? 'as meant, at every corner' : `${row.found} at ${row.differsAt.join('; ')}`
                    }}</span
                  >
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="rows.length === 0" class="hint">No state is like that.</p>
          <p v-if="fitting.length > rows.length" class="hint">
            The first {{ rows.length }} of {{ fitting.length }}: narrow them by a signal’s head.
          </p>
        </div>
      </template>
      <p v-else role="status">{{ project.jobView?.unwired.length ? `Not wired: ${project.jobView.unwired.join(' ')}` : 'Solving…' }}</p>
    </section>
    <p v-else class="states">No job yet: begin one in Design.</p>
  </main>
</template>

<style scoped>
.prove {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 206px minmax(0, 1fr);
}
.jobs {
  background: var(--bench);
  border-right: 1px solid var(--line);
  padding: 16px 12px;
  overflow-y: auto;
}
.job {
  display: flex;
  gap: 8px;
  align-items: baseline;
  width: 100%;
  padding: 5px 8px;
  border-radius: 4px;
  font-weight: 500;
}
.job[aria-current] {
  background: var(--sheet);
  box-shadow: inset 3px 0 0 var(--copper);
}
.count {
  margin-left: auto;
  font-size: 12px;
  color: var(--iron);
  white-space: nowrap;
}
.states {
  padding: 16px 24px;
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.sentence {
  font: 500 19px/1.35 var(--condensed);
  margin: 0 0 10px;
}
.head h2 {
  font-size: 22px;
  margin-right: auto;
}
.head .select {
  width: 170px;
}
.hint {
  color: var(--iron);
  margin: 4px 0 10px;
}
.scroll {
  overflow: auto;
  min-height: 0;
  border: 1px solid var(--line);
  position: relative;
}
.scroll th {
  position: sticky;
  top: 0;
}
td {
  white-space: nowrap;
}
.lamp {
  display: inline-block;
  width: 9px;
  height: 9px;
  border: 1.5px solid var(--iron);
  border-radius: 50%;
  margin-right: 7px;
}
.lamp.lit {
  background: var(--control);
  border-color: var(--control);
}
.fix {
  color: var(--control);
  font: 12px var(--text);
  text-transform: none;
  letter-spacing: 0;
  text-decoration: underline;
  margin-left: 4px;
}
.all {
  margin-top: 12px;
  border-top: 1px solid var(--line);
}
.meant {
  font-weight: 600;
}
tbody tr {
  position: relative;
  cursor: pointer;
}
.put::after {
  content: '';
  position: absolute;
  inset: 0;
}
tbody tr:hover,
.desk {
  background: var(--control-fill);
}
.differs td {
  color: var(--danger);
}
</style>
