<script setup lang="ts">
/** Sizes of a job: what could be chosen in each step, where its relay could sit, and its fuse against its start. */
import { Modal } from 'ant-design-vue';
import { ref } from 'vue';
import { useProject } from '../stores/project.ts';
import MountTab from './MountTab.vue';
import ChoiceTab from './ChoiceTab.vue';
import StartTab from './StartTab.vue';
import TabBar from '../ui/TabBar.vue';

const open = defineModel<boolean>('open', { required: true });
const project = useProject();
const TABS = [
  { id: 'choice', title: 'Parts and wires together' },
  { id: 'mount', title: 'Where to mount the relay' },
  { id: 'start', title: 'Fuse against start and wire' },
] as const;
const tab = ref<(typeof TABS)[number]['id']>('choice');
</script>

<template>
  <Modal v-model:open="open" :title="`Sizes of “${project.job?.name ?? ''}”`" :footer="null" width="1120px" :style="{ top: '24px' }">
    <TabBar v-if="open && project.job" v-model="tab" label="Views of the sizes" :tabs="TABS">
      <ChoiceTab v-if="tab === 'choice'" @done="open = false" />
      <MountTab v-else-if="tab === 'mount'" />
      <StartTab v-else />
    </TabBar>
  </Modal>
</template>
