<script setup lang="ts">
/** What to measure and what it should read; what disagrees is explained, and the next reading is named. */
import { computed, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { SYMPTOMS, cautionsFor, loadSupplyOf, recordsOf, isMains } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { useRecords } from '../stores/records.ts';
import { useBench } from './bench.ts';
import BenchCard from './BenchCard.vue';
import BenchList from './BenchList.vue';
import BenchPlan from './BenchPlan.vue';
import BenchSays from './BenchSays.vue';
import ReadingLog from './ReadingLog.vue';
import RelayFinder from './RelayFinder.vue';
import NumberField from '../ui/NumberField.vue';
import JobPicker from '../project/JobPicker.vue';
import TabBar from '../ui/TabBar.vue';

const project = useProject();
const records = useRecords();
const bench = useBench();
const route = useRoute();
const router = useRouter();

const VIEWS = [
  { id: 'plan', title: 'Test plan' },
  { id: 'relay', title: 'What is this relay?' },
  { id: 'log', title: 'Log' },
] as const;
const view = computed(() => VIEWS.find(({ id }) => id === route.query.view)?.id ?? 'plan');
const show = (id: string) => router.replace({ query: id === 'plan' ? {} : { view: id } });
// What was said to be seen on the way here.
bench.symptom = SYMPTOMS.find(({ id }) => id === route.query.symptom)?.id ?? bench.symptom;

watch([() => project.analysis, () => project.job?.id], () => void bench.open(), { immediate: true });

const onMains = computed(() => project.design && project.job && isMains(loadSupplyOf(project.design, project.job)));
const cautions = computed(() =>
  project.checked && project.checkedJob && project.analysis
    ? cautionsFor(project.checked, project.checkedJob, project.analysis.netlist)
    : [],
);
const count = computed(() => recordsOf(records.all, 'reading').length);
const kept = computed(() => {
  const words = `${count.value} ${count.value === 1 ? 'reading' : 'readings'}`;
  return records.sync.kind === 'kept'
    ? `${words} on the server`
    : records.sync.kind === 'sending'
      ? `${words}, sending…`
      : `${words}; the last kept here until the server answers`;
});
/** Faults by what they are of, the likeliest first. */
const ranks = computed(() => {
  const marks = new Map<string, number>();
  if (bench.diagnosis?.verdict === 'fault')
    bench.diagnosis.explained.forEach(({ fault: { subject } }, at) => {
      if (!marks.has(subject.id)) marks.set(subject.id, at + 1);
    });
  return marks;
});
</script>

<template>
  <main class="bench">
    <TabBar :model-value="view" label="Bench" :tabs="VIEWS" @update:model-value="show">
      <template #before><h1>Bench</h1></template>
      <template #after>
        <JobPicker v-if="view === 'plan'" class="job" quiet @pick="project.jobId = $event" />
        <span class="kept mono" role="status" :data-kind="records.sync.kind">{{ kept }}</span>
      </template>
      <p v-if="records.noRoom" class="stop" role="alert">■ This browser has no room to keep readings: save them as CSV now.</p>
      <p v-else-if="records.sync.kind === 'waiting'" class="caution" role="alert">
        ▲ {{ records.sync.message }} Readings are kept in this browser and sent when it does.
      </p>
      <RelayFinder v-if="view === 'relay'" />
      <ReadingLog v-else-if="view === 'log'" />
      <template v-else>
        <p v-if="cautions.length" class="caution" role="note"><span aria-hidden="true">▲</span> {{ cautions.join(' ') }}</p>
        <p v-if="bench.view === undefined" role="status">
          Working out what each reading should be, and what each fault would make of it…
          <progress :value="bench.progress" max="1">{{ Math.round(bench.progress * 100) }} %</progress>
        </p>
        <p v-else-if="bench.view === null" class="stop">This job is not wired yet, so there is nothing to measure.</p>
        <template v-else>
          <div class="three">
            <BenchList class="list" />
            <BenchCard class="in-hand" :ranks="ranks" />
            <BenchSays class="says" />
          </div>
          <div v-if="!bench.simulated" class="row meter">
            <label class="field">Meter <input v-model="bench.meter" maxlength="60" placeholder="which one" /></label>
            <NumberField v-model="bench.leadsOhm" class="leads" label="Its leads held together" unit="Ω" :least="0" :most="10" />
            <label class="field grow"
              >Note for the next reading <input v-model="bench.note" maxlength="500" placeholder="probe on the stud, engine off"
            /></label>
          </div>
          <p v-if="onMains" class="caution">
            Nothing of this job is measured live: no leads go into a box that is plugged in. When all of this has passed, close the case,
            plug it in, and see that the load follows the sentence. A reading under power is for a licensed hand.
          </p>
          <details class="whole">
            <summary>The whole plan as a list</summary>
            <BenchPlan />
          </details>
        </template>
      </template>
    </TabBar>
  </main>
</template>

<style scoped>
.bench {
  padding: 14px 24px;
  overflow-y: auto;
  flex: 1;
  min-height: 0;
}
.job {
  width: 210px;
}
.kept {
  color: var(--iron);
  font-size: 12px;
}
.kept[data-kind='waiting'] {
  color: var(--caution-text);
}
.meter {
  align-items: end;
  margin-bottom: 10px;
}
.meter .leads {
  width: 180px;
}
.meter .grow {
  flex: 1;
}
.meter .plain-button {
  min-height: 30px;
}
.three {
  display: grid;
  grid-template-columns: 230px minmax(0, 1fr) 300px;
  gap: 20px;
  align-items: start;
  margin-bottom: 14px;
}
.list {
  max-height: calc(100vh - 150px);
  overflow-y: auto;
}
.whole {
  margin-top: 8px;
}
.whole summary {
  cursor: pointer;
  font-weight: 600;
  padding: 4px 0;
}
.says {
  position: sticky;
  top: 0;
}
.caution {
  color: var(--caution-text);
  margin: 4px 0 8px;
}
.stop {
  color: var(--danger);
  font-weight: 600;
}
progress {
  accent-color: var(--copper);
  vertical-align: middle;
}
@media (min-width: 801px) and (max-width: 1100px) {
  .three {
    grid-template-columns: 200px minmax(0, 1fr);
  }
  .says {
    grid-column: 2;
  }
}
@media (max-width: 800px) {
  .bench {
    padding: 10px 12px;
  }
  .three {
    grid-template-columns: minmax(0, 1fr);
  }
  .in-hand {
    order: -1;
  }
  .list {
    max-height: none;
  }
  .says {
    position: static;
  }
  .meter {
    flex-wrap: wrap;
  }
}
</style>
