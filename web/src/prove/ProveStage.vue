<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { type JobView, type Severity, linesOf, sentenceOf, sentenceText, type StateRow, type StateTable } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import CurrentPaths from '../design/CurrentPaths.vue';
import SeverityMark from '../ui/SeverityMark.vue';
import StateGrid from './StateGrid.vue';
import StatementList from './StatementList.vue';
import SweepPanel from './SweepPanel.vue';
import TimeCourses from './TimeCourses.vue';
import SelectField from '../ui/SelectField.vue';
import { useNarrow } from '../ui/narrow.ts';
import { each } from '../ui/options.ts';

const project = useProject();
const router = useRouter();
const table = shallowRef<StateTable | null>(null);
type Only = 'all' | 'differs' | 'on' | 'off' | 'weak';
const only = ref<Only>('all');
/** For each signal, whether only rows with it on, or off, are shown. */
const fixed = ref<Readonly<Record<string, boolean>>>({});
const view = ref<'states' | 'all'>('states');

/** How the desk came to where it stood before a row was looked at; of a job that remembers, its signals alone do not say it. */
let before: StateRow['path'] | null = null;
let standing: StateRow['path'] | null = null;

watch(
  [() => project.job?.id, () => project.analysis],
  async ([job, analysis], [before]) => {
    if (job !== before) {
      fixed.value = {};
      standing = null;
    }
    const fresh = job === undefined || analysis === null ? null : await project.states(job);
    if (project.job?.id === job && project.analysis === analysis) table.value = fresh;
  },
  { immediate: true },
);

const FILTERS: Readonly<Record<Only, { text: string; fits: (row: StateRow) => boolean }>> = {
  all: { text: 'all states', fits: () => true },
  on: { text: 'those meant on', fits: ({ meant }) => meant !== 'off' },
  off: { text: 'those meant off', fits: ({ meant }) => meant === 'off' },
  weak: { text: 'those found weak', fits: ({ found }) => found === 'weak' },
  differs: { text: 'those that differ', fits: ({ matches }) => !matches },
};
type Order = 'counted' | 'worst' | 'volts';
const order = ref<Order>('counted');
const mostV = ({ loads }: StateRow) => Math.max(...loads.map(({ volts }) => Math.abs(volts)));
const ORDERS: Readonly<Record<Order, { text: string; compare: (a: StateRow, b: StateRow) => number }>> = {
  counted: { text: 'as counted', compare: () => 0 },
  worst: {
    text: 'what differs, then what a lost wire does wrong',
    compare: (a, b) => rank(b) - rank(a),
  },
  volts: { text: 'most volts first', compare: (a, b) => mostV(b) - mostV(a) },
};
const rank = ({ matches, lost }: StateRow) => (matches ? 0 : 2) + (lost.some(({ wrong }) => wrong) ? 1 : 0);
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
const filters = computed(() => each(Object.keys(FILTERS) as Only[], (key) => `${FILTERS[key].text} (${counts.value[key] ?? 0})`));
const orders = each(Object.keys(ORDERS) as Order[], (key) => ORDERS[key].text);
const rows = computed(() => fitting.value.toSorted(ORDERS[order.value].compare).slice(0, MOST_SHOWN));
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

function look(row: StateRow | null): void {
  if (!table.value) return;
  if (row) {
    const mine = table.value.signals;
    before ??= standing ?? [(project.reading?.on ?? project.deskOn).filter((signal) => mine.includes(signal))];
    void project.setDesk(table.value.signals, row.path);
  } else if (before) {
    void project.setDesk(table.value.signals, before);
    before = null;
  }
}
function put(row: StateRow): void {
  before = null;
  standing = row.path;
  void project.setDesk(table.value!.signals, row.path);
}
/** Seven rows of jobs would fill the screen of a phone: one box there. */
const isNarrow = useNarrow();
const ALL = ' all';
const shownJob = computed(() => (view.value === 'all' ? ALL : (project.job?.id ?? '')));
const jobChoices = computed(() => [
  ...(project.analysis?.jobs ?? []).map((view_) => ({
    value: view_.id,
    text: `${project.design?.jobs.find((job) => job.id === view_.id)?.name}: ${proved(view_).text}`,
  })),
  { value: ALL, text: 'All jobs together' },
]);
/** How far a job is proved, in a mark and in short. */
function proved({ matching, combinations, cut }: JobView): { severity: Severity; text: string } {
  if (combinations === 0) return { severity: 'danger', text: 'not wired' };
  return {
    severity: matching < combinations ? 'danger' : cut ? 'caution' : 'hold',
    text: `${matching}/${combinations}${cut ? ' of more' : ''}`,
  };
}
function pick(id: string): void {
  view.value = id === ALL ? 'all' : 'states';
  if (id !== ALL) void show(id);
}
const show = (job: string) => router.push({ name: 'prove', params: { id: project.id, job } });
const draw = () => router.push({ name: 'design', params: { id: project.id, job: project.job!.id } });
</script>

<template>
  <main class="prove">
    <h1 class="visually-hidden">Prove: every state of every job</h1>
    <SelectField
      v-if="isNarrow"
      class="narrow-jobs"
      label="Job"
      beside
      :model-value="shownJob"
      :options="jobChoices"
      @update:model-value="pick"
    />
    <nav v-else class="jobs" aria-label="Jobs">
      <button
        v-for="entry in project.analysis?.jobs ?? []"
        :key="entry.id"
        class="bare job"
        :aria-current="view === 'states' && entry.id === project.job?.id ? 'true' : undefined"
        @click="((view = 'states'), show(entry.id))"
      >
        <SeverityMark :severity="proved(entry).severity" />
        <span>{{ project.design?.jobs.find(({ id }) => id === entry.id)?.name }}</span>
        <span class="mono count">{{ proved(entry).text }}</span>
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
          <SelectField v-model="only" label="Show" beside :options="filters" />
          <SelectField v-model="order" label="Order" beside :options="orders" />
          <button class="plain-button" @click="draw">See it on the drawing</button>
        </div>
        <p class="hint">
          Each row was solved with the wired network at four corners of supply and heat, with all other signals off and with all of them on.
          <template v-if="table.sequential">
            This job remembers: its states were walked from power-up, one signal changing at a time, delays run out. What a lost signal does
            to it was not asked here, row by row; the findings in Design ask it of the whole job.
          </template>
          The four bars are the volts of the first load at those corners. A row under the pointer is drawn below; click it to leave the
          signal desk there.
        </p>
        <div class="scroll" tabindex="0" aria-label="State table">
          <StateGrid v-model:fixed="fixed" :table="table" :rows="rows" :is-desk="isDesk" @show="look" @put="put" />
          <p v-if="rows.length === 0" class="hint">No state is like that.</p>
          <p v-if="fitting.length > rows.length" class="hint">
            The first {{ rows.length }} of {{ fitting.length }}: narrow them by a signal’s head.
          </p>
        </div>
        <TimeCourses v-if="table.inTime && table.inTime.courses.length > 0" class="times" :times="table.inTime" />
        <CurrentPaths v-if="project.drawing" class="drawn" :drawing="project.drawing" :job="project.job.id" />
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
.narrow-jobs {
  padding: 8px 12px;
  background: var(--bench);
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
.head {
  flex-wrap: wrap;
}
.head h2 {
  font-size: 22px;
  margin-right: auto;
}
.head .field {
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
.all {
  margin-top: 12px;
  border-top: 1px solid var(--line);
}
.scroll {
  flex: 0 1 auto;
  max-height: 52%;
}
.times {
  flex: 0 1 auto;
  max-height: 34%;
  min-height: 120px;
  margin-top: 12px;
}
.drawn {
  flex: 1 1 0;
  min-height: 200px;
  margin-top: 10px;
  border: 1px solid var(--line);
}
@media (max-width: 800px) {
  .prove {
    display: block;
    overflow-y: auto;
  }
  .scroll {
    max-height: none;
  }
}
</style>
