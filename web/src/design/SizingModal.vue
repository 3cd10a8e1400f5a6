<script setup lang="ts">
/** Sizes of a job: what could be chosen in each step, where its relay could sit, and its fuse against its start. */
import { Modal } from 'ant-design-vue';
import { ref } from 'vue';
import { useProject } from '../stores/project.ts';
import MountTab from './MountTab.vue';
import ChoiceTab from './ChoiceTab.vue';
import StartTab from './StartTab.vue';

const open = defineModel<boolean>('open', { required: true });
const project = useProject();
const TABS = [
  { id: 'choice', text: 'Parts and wires together' },
  { id: 'mount', text: 'Where to mount the relay' },
  { id: 'start', text: 'Fuse against start and wire' },
] as const;
const tab = ref<(typeof TABS)[number]['id']>('choice');
</script>

<template>
  <Modal v-model:open="open" :title="`Sizes of “${project.job?.name ?? ''}”`" :footer="null" width="1120px" :style="{ top: '24px' }">
    <div class="tabs" role="tablist" aria-label="Views of the sizes">
      <button
        v-for="{ id, text } in TABS"
        :id="`sizing-${id}`"
        :key="id"
        role="tab"
        class="bare"
        :aria-selected="tab === id"
        aria-controls="sizing-panel"
        @click="tab = id"
      >
        {{ text }}
      </button>
    </div>
    <div v-if="open && project.job" id="sizing-panel" role="tabpanel" :aria-labelledby="`sizing-${tab}`">
      <ChoiceTab v-if="tab === 'choice'" @done="open = false" />
      <MountTab v-else-if="tab === 'mount'" />
      <StartTab v-else />
    </div>
  </Modal>
</template>

<style scoped>
.tabs {
  display: flex;
  gap: 22px;
  border-bottom: 1px solid var(--line);
  margin-bottom: 12px;
}
.tabs button {
  padding: 4px 0 6px;
  font-weight: 500;
  color: var(--iron);
  border-bottom: 3px solid transparent;
}
.tabs button[aria-selected='true'] {
  color: var(--ink);
  border-color: var(--copper);
}
</style>
