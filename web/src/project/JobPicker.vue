<script setup lang="ts">
/** Another job of the project, where no side panel shows them. What is done with it is the stage's. */
import { useProject } from '../stores/project.ts';
import { named } from '../ui/options.ts';
import SelectField from '../ui/SelectField.vue';

const project = useProject();
const emit = defineEmits<{ pick: [job: string] }>();
</script>

<template>
  <SelectField
    label="Job"
    :model-value="project.job?.id ?? ''"
    :options="named(project.design?.jobs ?? [])"
    @update:model-value="emit('pick', $event)"
  />
</template>
