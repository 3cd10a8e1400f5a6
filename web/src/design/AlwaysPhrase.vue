<script setup lang="ts">
/** What is always on, given something that works it. */
import { computed } from 'vue';
import { useProject } from '../stores/project.ts';
import SelectField from '../ui/SelectField.vue';
import { named } from '../ui/options.ts';
import { mayName } from './outputs.ts';

const emit = defineEmits<{ done: [] }>();
const project = useProject();
const options = computed(() => [
  { value: '', text: 'nothing: it is always on' },
  ...named(project.design!.signals.filter((signal) => mayName(project.design!, signal, project.job!))),
]);
function choose(signal: string): void {
  if (signal === '') return;
  void project.patch(`${project.job!.name}: when`, [{ path: ['jobs', project.jobIndex, 'when'], value: { op: 'signal', signal } }]);
  emit('done');
}
</script>

<template>
  <SelectField label="Worked by" model-value="" :options="options" @update:model-value="choose" />
  <p v-if="project.design!.signals.length === 0" class="note">The project has no signal yet: “+ signal” on the left.</p>
</template>

<style scoped>
.note {
  color: var(--iron);
  margin: 6px 0 0;
}
</style>
