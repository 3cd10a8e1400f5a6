<script setup lang="ts">
/** What may be put behind the job as it is built: the greatest load of each kind, what ends it, and a label to stick on it. */
import { Modal } from 'ant-design-vue';
import { computed, ref, watch } from 'vue';
import { LOADS, formatQuantity, plugLabelSvg, type PlugInAnswer } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SheetTable, { type Column } from '../ui/SheetTable.vue';
import { download, fileName } from '../ui/download.ts';

const open = defineModel<boolean>('open', { required: true });
const project = useProject();
const answer = ref<PlugInAnswer | null>(null);
const isTrying = ref(false);
watch(
  [open, () => project.analysis, () => project.job?.id],
  async ([now, analysis, job]) => {
    if (!now || !job) return;
    isTrying.value = true;
    answer.value = null;
    const fresh = await project.plugIn(job);
    if (project.analysis !== analysis || project.job?.id !== job) return;
    answer.value = fresh;
    isTrying.value = false;
  },
  { immediate: true },
);
type Row = PlugInAnswer['rows'][number];
const COLUMNS: readonly Column<Row>[] = [
  { key: 'kind', title: 'Kind of load', of: ({ kind }) => LOADS[kind].title },
  { key: 'watt', title: 'To', number: true, of: ({ mostW }) => mostW ?? 0 },
  { key: 'ampere', title: 'At usual volts', number: true, of: ({ mostA }) => mostA ?? 0 },
  { key: 'limit', title: 'What objects to more' },
];
const label = computed(() =>
  answer.value ? plugLabelSvg({ ...answer.value, name: project.job?.name ?? '', date: new Date().toISOString().slice(0, 10) }) : null,
);
const picture = computed(() => label.value && `data:image/svg+xml;utf8,${encodeURIComponent(label.value)}`);
function save(): void {
  if (label.value) download(fileName(`${project.job!.name} label`, 'svg'), 'image/svg+xml', label.value);
}
</script>

<template>
  <Modal
    v-model:open="open"
    :title="`What may I plug in? “${project.job?.name ?? ''}”`"
    :footer="null"
    width="860px"
    :style="{ top: '40px' }"
  >
    <p v-if="isTrying" role="status">Trying loads of every kind, and asking every rule…</p>
    <p v-else-if="!answer">Nothing to try: it is not wired yet, or what it feeds is a battery.</p>
    <template v-else>
      <p>
        Its fuses, wires and relay stay as they are. One load in the place of its own, {{ formatQuantity(answer.volt, 'V') }}
        {{ answer.current === 'ac' ? 'alternating' : 'direct' }} on its plate; heaters and motors with a cut-out of their own. Tried in
        steps, with the supply, the heat and the other jobs at their worst.
      </p>
      <SheetTable label="What may be plugged in" stacks :columns="COLUMNS" :rows="answer.rows" :id-of="({ kind }) => kind">
        <template #cell-kind="{ row }">{{ LOADS[row.kind].title }}</template>
        <template #cell-watt="{ row }"
          ><b v-if="row.mostW !== null">{{ formatQuantity(row.mostW, 'W') }}</b
          ><b v-else class="none">■ none</b></template
        >
        <template #cell-ampere="{ row }">{{ row.mostA === null ? '' : formatQuantity(row.mostA, 'A') }}</template>
        <template #cell-limit="{ row }"
          ><template v-if="row.leastW !== null">not below {{ formatQuantity(row.leastW, 'W') }} · </template
          >{{ row.limit?.title ?? 'nothing that was tried' }}</template
        >
      </SheetTable>
      <div class="row label">
        <img :src="picture!" alt="The label, as it prints" />
        <div>
          <button class="plain-button" @click="save">Label as SVG</button>
          <p class="hint">
            It prints 96 mm wide. What is assumed is in these numbers too. Your local code comes first; on the mains a licensed person may
            be asked for by law.
          </p>
        </div>
      </div>
    </template>
  </Modal>
</template>

<style scoped>
.none {
  color: var(--danger);
}
.label {
  align-items: flex-start;
  gap: 20px;
  margin-top: 14px;
  flex-wrap: wrap;
}
img {
  width: 325px;
  max-width: 100%;
}
.label > div {
  flex: 1 1 240px;
}
.hint {
  color: var(--iron);
}
</style>
