<script setup lang="ts">
import { computed } from 'vue';
import type { TermPath, When } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import NumberField from '../ui/NumberField.vue';

const props = defineProps<{ path: TermPath }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const term = computed(
  () =>
    props.path.reduce<unknown>((node, key) => (node as Record<string | number, unknown>)[key], project.job) as Extract<
      When,
      { op: 'delay' }
    >,
);
const set = (changes: { onS?: number; offS?: number }) =>
  project.patch(
    'delay',
    [{ path: ['jobs', project.jobIndex, ...props.path], value: { ...term.value, ...changes } }],
    `delay-${props.path.join('-')}-${Object.keys(changes).join('')}`,
  );
function remove(): void {
  void project.patch('no delay', [{ path: ['jobs', project.jobIndex, ...props.path], value: term.value.of }]);
  emit('done');
}
</script>

<template>
  <NumberField label="On after" unit="s" :least="0" :most="3600" :model-value="term.onS" @update:model-value="set({ onS: $event })" />
  <NumberField label="Stays on for" unit="s" :least="0" :most="3600" :model-value="term.offS" @update:model-value="set({ offS: $event })" />
  <button class="plain-button danger" @click="remove">No delay</button>
</template>
