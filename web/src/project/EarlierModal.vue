<script setup lang="ts">
/** What the project was: each revision that was saved over, what differs from it to now, and a way back to it. */
import { Modal } from 'ant-design-vue';
import { ref, shallowRef, watch } from 'vue';
import type { Design } from '@iron-nudge/core';
import { api } from '../api.ts';
import { read } from '../stores/keeping.ts';
import { useProject } from '../stores/project.ts';
import { latest } from '../ui/latest.ts';
import { second } from '../ui/when.ts';
import DifferenceList from './DifferenceList.vue';
import { wordsOf } from '../ui/words-of.ts';

const open = defineModel<boolean>('open', { required: true });
const project = useProject();
const { state: list, refresh } = latest(() => api.revisions(project.id));
const picked = ref<number | null>(null);
const shown = shallowRef<Design | null>(null);
const trouble = ref('');

watch(
  open,
  (is) => {
    picked.value = null;
    shown.value = null;
    trouble.value = '';
    if (is) void refresh();
  },
  { immediate: true },
);
async function look(revision: number): Promise<void> {
  picked.value = revision;
  shown.value = null;
  trouble.value = '';
  try {
    const { document } = await api.revision(project.id, revision);
    if (picked.value === revision) shown.value = read(document);
  } catch (error) {
    trouble.value = wordsOf(error);
  }
}
function bringBack(): void {
  const then = shown.value!;
  if (project.edit(`revision ${picked.value} brought back`, () => then)) open.value = false;
}
</script>

<template>
  <Modal v-model:open="open" title="Earlier revisions" :footer="null" width="960px" :style="{ top: '40px' }">
    <p>All of the last day are kept, then one an hour, one a day after a fortnight, one a month after a year.</p>
    <p v-if="list.kind === 'loading'" role="status">Reading…</p>
    <p v-else-if="list.kind === 'failed'" role="alert">{{ list.message }}</p>
    <p v-else-if="list.value.length === 0">This project was never saved over: there is no earlier one.</p>
    <div v-else class="both">
      <ul class="list" aria-label="Revisions">
        <li v-for="one in list.value" :key="one.revision">
          <button class="bare one" :aria-pressed="picked === one.revision" @click="look(one.revision)">
            <span class="mono">{{ one.revision }}</span> {{ second(one.at) }}{{ one.by ? ` · ${one.by}` : '' }}
          </button>
        </li>
      </ul>
      <div>
        <p v-if="trouble" role="alert">{{ trouble }}</p>
        <p v-else-if="picked === null">Pick one to see what has changed since.</p>
        <p v-else-if="!shown" role="status">Reading…</p>
        <template v-else-if="project.design">
          <DifferenceList :before="shown" :after="project.design" :before-name="`revision ${picked}`" after-name="now" />
          <p class="row">
            <button class="plain-button strong" @click="bringBack">Bring revision {{ picked }} back</button> Undo brings today’s back.
          </p>
        </template>
      </div>
    </div>
  </Modal>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: 230px 1fr;
  gap: 20px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 62vh;
  overflow-y: auto;
}
.one {
  width: 100%;
  text-align: left;
  padding: 5px 8px;
  border-left: 3px solid transparent;
}
.one[aria-pressed='true'] {
  border-left-color: var(--copper);
  background: var(--sheet);
}
@media (max-width: 700px) {
  .both {
    grid-template-columns: 1fr;
  }
  .list {
    max-height: 24vh;
  }
}
</style>
