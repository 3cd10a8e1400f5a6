<script setup lang="ts">
/** From the proved circuit to what is cut, bought, labelled and done. */
import { Modal } from 'ant-design-vue';
import { computed, ref, type Component } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { isMains, isOnVehicle } from '@iron-nudge/core';
import { api } from '../api.ts';
import { useProject } from '../stores/project.ts';
import { useRecords } from '../stores/records.ts';
import { download, fileName } from '../ui/download.ts';
import AsBuiltView from './AsBuiltView.vue';
import BesideView from './BesideView.vue';
import BoxesView from './BoxesView.vue';
import CutView from './CutView.vue';
import DrawingView from './DrawingView.vue';
import HarnessView from './HarnessView.vue';
import LabelView from './LabelView.vue';
import PartsView from './PartsView.vue';
import StripView from './StripView.vue';
import WireTable from './WireTable.vue';
import WorkView from './WorkView.vue';
import { wordsOf } from '../ui/words-of.ts';
import SelectField from '../ui/SelectField.vue';
import TabBar from '../ui/TabBar.vue';

const project = useProject();
const records = useRecords();
const route = useRoute();
const router = useRouter();

const VIEWS: readonly { id: string; title: string; shows: Component }[] = [
  { id: 'wires', title: 'Wires', shows: WireTable },
  { id: 'drawing', title: 'Drawing', shows: DrawingView },
  { id: 'boxes', title: 'Boxes', shows: BoxesView },
  { id: 'strips', title: 'Strips', shows: StripView },
  { id: 'harness', title: 'Harnesses', shows: HarnessView },
  { id: 'cuts', title: 'Cut list', shows: CutView },
  { id: 'parts', title: 'Parts', shows: PartsView },
  { id: 'labels', title: 'Labels', shows: LabelView },
  { id: 'work', title: 'Order of work', shows: WorkView },
  { id: 'built', title: 'As built', shows: AsBuiltView },
  { id: 'beside', title: 'Side by side', shows: BesideView },
];
const view = computed(() => VIEWS.find(({ id }) => id === route.query.view) ?? VIEWS[0]!);
const show = (id: string) => router.replace({ query: id === VIEWS[0]!.id ? {} : { view: id } });

const unwired = computed(() => project.analysis?.jobs.filter((job) => job.unwired.length > 0) ?? []);
const dangers = computed(() => project.analysis?.findings.filter(({ severity }) => severity === 'danger').length ?? 0);
/** Before anybody works: of what there is. */
const first = computed(() => {
  const supplies = project.design?.supplies ?? [];
  const mains = supplies.some(isMains);
  if (!supplies.some(isOnVehicle)) return 'Everything unplugged before you work.';
  return `${mains ? 'Everything unplugged and the battery disconnected' : 'Disconnect the battery'} before you work. Put the supply fuses in last.`;
});
const nameOf = (id: string) => project.design?.jobs.find((candidate) => candidate.id === id)?.name ?? id;

const PAPERS = [
  { value: 'A4', text: 'A4' },
  { value: 'LETTER', text: 'Letter' },
] as const;
const paper = ref<(typeof PAPERS)[number]['value']>('A4');
/** A book goes into a workshop and stays there: one of an old revision is asked about. */
const isWantedOld = (newer: number) =>
  new Promise<boolean>((resolve) =>
    Modal.confirm({
      title: 'This is not the last revision',
      content: `Revision ${newer} was saved elsewhere since. The book would be of what is on this screen, revision ${project.revision}.`,
      okText: 'Make the book of this one',
      cancelText: 'Not yet',
      onOk: () => resolve(true),
      onCancel: () => resolve(false),
    }),
  );
const making = ref(false);
const trouble = ref('');
async function makeBook(): Promise<void> {
  making.value = true;
  trouble.value = '';
  await project.look();
  if (project.newer !== null && !(await isWantedOld(project.newer))) {
    making.value = false;
    return;
  }
  try {
    const pdf = await api.book({
      document: project.design!,
      ticks: [...records.ticks.values()],
      asBuilt: [...records.asBuilt.values()],
      paper: paper.value,
      at: Date.now(),
    });
    download(fileName(`${project.design!.name} build book`, 'pdf'), 'application/pdf', pdf);
  } catch (error) {
    trouble.value = `The book was not made. ${wordsOf(error)}`;
  } finally {
    making.value = false;
  }
}
async function saveJson(): Promise<void> {
  trouble.value = '';
  let steps;
  try {
    steps = (await project.work())?.steps ?? [];
  } catch (error) {
    trouble.value = `The lists were not saved. ${wordsOf(error)}`;
    return;
  }
  const { wires, parts, cuts, strips } = project.analysis!;
  const text = JSON.stringify(
    { project: project.design!.name, wires, parts, cuts, strips, steps, asBuilt: [...records.asBuilt.values()] },
    null,
    2,
  );
  download(fileName(`${project.design!.name} build`, 'json'), 'application/json', text);
}
</script>

<template>
  <main class="build">
    <TabBar :model-value="view.id" label="Build" :tabs="VIEWS" @update:model-value="show">
      <template #before><h1>Build</h1></template>
      <template #after>
        <span v-if="project.role !== 'phone'" class="row book">
          <SelectField v-model="paper" class="paper" label="Paper" quiet :options="PAPERS" />
          <button class="plain-button strong" :disabled="making" @click="makeBook">
            {{ making ? 'Making the book…' : 'Build book, PDF' }}
          </button>
          <button class="plain-button" @click="saveJson">All as JSON</button>
        </span>
      </template>
      <p v-if="trouble" class="stop" role="alert">■ {{ trouble }}</p>
      <p v-if="dangers > 0" class="stop" role="alert">
        <span aria-hidden="true">■</span> {{ dangers }} {{ dangers === 1 ? 'finding says' : 'findings say' }} danger: mend them in Design
        before you cut a wire.
      </p>
      <p v-for="job in unwired" :key="job.id" class="stop">
        {{ nameOf(job.id) }} is not wired, so its wires and parts are not in these lists.
      </p>
      <p class="caution">
        {{ first }}
      </p>
      <component :is="view.shows" />
    </TabBar>
  </main>
</template>

<style scoped>
.build {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 14px 24px 30px;
}
.book .paper {
  width: 76px;
}
.stop {
  color: var(--danger);
  font-weight: 600;
  margin: 0 0 6px;
}
.caution {
  color: var(--iron);
  margin: 0 0 10px;
}
@media (max-width: 800px) {
  .build {
    padding: 10px 12px 30px;
  }
}
</style>
