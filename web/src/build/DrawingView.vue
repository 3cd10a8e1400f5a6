<script setup lang="ts">
/** One job, several or all of them on current paths, with where each coil and each contact stands. */
import { computed, ref } from 'vue';
import { drawJobs, drawingSvg, referencesIn } from '@iron-nudge/core';
import CurrentPaths from '../design/CurrentPaths.vue';
import { useProject } from '../stores/project.ts';
import { download, fileName } from '../ui/download.ts';
import ZoomPan from '../ui/ZoomPan.vue';
import TickField from '../ui/TickField.vue';

const project = useProject();
const wired = computed(() =>
  project.checked!.jobs.filter(({ id }) => project.analysis!.jobs.some((view) => view.id === id && view.unwired.length === 0)),
);
const picked = ref<readonly string[]>(project.job ? [project.job.id] : []);
const shown = computed(() => wired.value.filter(({ id }) => picked.value.includes(id)).map(({ id }) => id));
const netlist = computed(() => project.analysis!.netlist);
const drawing = computed(() => (shown.value.length > 0 ? drawJobs(netlist.value, shown.value) : null));
const tagOf = (id: string) => netlist.value.parts.find((part) => part.id === id)?.tag ?? id;
const references = computed(() => (drawing.value ? referencesIn([{ sheet: 1, drawing: drawing.value }], tagOf)[0]!.bySymbol : undefined));
const toggle = (id: string) =>
  (picked.value = picked.value.includes(id) ? picked.value.filter((one) => one !== id) : [...picked.value, id]);
const all = computed(() => wired.value.length > 0 && shown.value.length === wired.value.length);
function save(): void {
  const title = all.value
    ? project.design!.name
    : wired.value
        .filter(({ id }) => shown.value.includes(id))
        .map(({ name }) => name)
        .join(', ');
  const svg = drawingSvg(drawing.value!, netlist.value, {
    title,
    references: references.value!,
    label: (wire) => project.design!.build.wires[wire]?.label,
  });
  download(fileName(`${project.design!.name} ${all.value ? 'all' : title}`, 'svg'), 'image/svg+xml', svg);
}
</script>

<template>
  <section class="sheet-view" aria-label="Drawing">
    <div class="row picks">
      <TickField
        v-for="entry in wired"
        :key="entry.id"
        :label="entry.name"
        :model-value="picked.includes(entry.id)"
        @update:model-value="toggle(entry.id)"
      />
      <button class="plain-button" @click="picked = all ? [] : wired.map(({ id }) => id)">{{ all ? 'None' : 'The whole project' }}</button>
      <button class="plain-button" :disabled="!drawing" @click="save">SVG</button>
    </div>
    <p v-if="!drawing" class="empty">Pick a job to see its paths.</p>
    <ZoomPan v-else :key="shown.join()" class="paths">
      <CurrentPaths fits :drawing="drawing" :job="shown[0]!" :references="references" />
    </ZoomPan>
    <p class="legend">
      <b class="mono">K1/2</b> beside a contact: its coil K1 is in path 2. <b class="mono">87/3</b> below a coil: its contact 87 is in path
      3.
    </p>
  </section>
</template>

<style scoped>
.sheet-view {
  height: calc(100vh - 190px);
  min-height: 420px;
  display: flex;
  flex-direction: column;
}
.picks {
  flex-wrap: wrap;
  gap: 4px 16px;
  margin-bottom: 8px;
}
.paths {
  flex: 1;
  border: 1px solid var(--line);
}
.paths :deep(.drawing) {
  height: 100%;
}
.legend,
.empty {
  color: var(--iron);
  margin: 6px 0 0;
}
</style>
