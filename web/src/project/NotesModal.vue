<script setup lang="ts">
/** Free notes of a project: who it is for, what was measured, and workings sent from the sums. */
import { Modal } from 'ant-design-vue';
import { computed } from 'vue';
import { MOST_NOTES } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';

const open = defineModel<boolean>('open', { required: true });
const project = useProject();
const notes = computed(() => project.design!.notes);
const set = (event: Event) => project.patch('notes', [{ path: ['notes'], value: (event.target as HTMLTextAreaElement).value }], 'notes');
</script>

<template>
  <Modal v-model:open="open" title="Notes" :footer="null" width="720px">
    <textarea :value="notes" :maxlength="MOST_NOTES" rows="18" aria-label="Notes of this project" class="mono" @input="set" />
    <p class="left">{{ MOST_NOTES - notes.length }} characters left</p>
  </Modal>
</template>

<style scoped>
textarea {
  width: 100%;
  font-size: 13px;
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 8px 10px;
  background: var(--sheet);
  color: var(--ink);
  resize: vertical;
}
.left {
  color: var(--iron);
  font-size: 12.5px;
  margin: 4px 0 0;
}
</style>
