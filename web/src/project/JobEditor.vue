<script setup lang="ts">
import { message } from 'ant-design-vue';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { BLADE_FUSE_RATINGS, mintId, type Job } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import OtherwisePhrase from '../design/OtherwisePhrase.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';

const props = defineProps<{ at: number }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const router = useRouter();
const job = computed<Job>(() => project.design!.jobs[props.at]!);

const set = (field: keyof Job, value: unknown, typed = false) =>
  project.patch(`${job.value.name}: ${field}`, [{ path: ['jobs', props.at, field], value }], typed ? `job-${job.value.id}-${field}` : null);

type FuseChoice = Job['fuse'];
const fuses: readonly { value: FuseChoice; text: string }[] = [
  { value: 'auto', text: 'chosen by the app' },
  ...BLADE_FUSE_RATINGS.map((rating) => ({ value: rating, text: `${rating} A blade` })),
  { value: 'none', text: 'none' },
];

async function duplicate(): Promise<void> {
  emit('done');
  await project.edit(`duplicate ${job.value.name}`, (now) => {
    const copy = { ...now.jobs[props.at]!, id: mintId('job', now.jobs), name: `${now.jobs[props.at]!.name.slice(0, 53)} (copy)` };
    return { ...now, jobs: [...now.jobs.slice(0, props.at + 1), copy, ...now.jobs.slice(props.at + 1)] };
  });
}
async function remove(): Promise<void> {
  emit('done');
  const name = job.value.name;
  await project.edit(`delete ${name}`, (now) => {
    const { id } = now.jobs[props.at]!;
    const about = ({ what, id: other }: { what: string; id: string }) => what === 'job' && other === id;
    return {
      ...now,
      jobs: now.jobs.filter((_, index) => index !== props.at),
      accepted: now.accepted.filter(({ key }) => key.split('|')[1] !== id),
      statements: now.statements.filter(({ a, b }) => !about(a) && !about(b)),
    };
  });
  await router.push({ name: 'design', params: { id: project.id } });
  void message.info(`“${name}” is deleted. Ctrl Z brings it back.`, 5);
}
</script>

<template>
  <TextField label="Name" :model-value="job.name" @update:model-value="set('name', $event, true)" />
  <label class="row"
    ><input type="checkbox" :checked="job.continuous" @change="set('continuous', !job.continuous)" /> runs for three hours or more</label
  >
  <OtherwisePhrase v-if="job.id === project.job?.id" />
  <SelectField
    label="Load protected by"
    :model-value="job.protection"
    :options="[
      { value: 'blade', text: 'a blade fuse' },
      { value: 'breaker', text: 'a breaker' },
    ]"
    @update:model-value="set('protection', $event)"
  />
  <SelectField label="Load fuse" :model-value="job.fuse" :options="fuses" @update:model-value="set('fuse', $event)" />
  <SelectField label="Control fuse" :model-value="job.controlFuse" :options="fuses" @update:model-value="set('controlFuse', $event)" />
  <SelectField
    label="Coil’s turn-off spike"
    :model-value="job.suppression"
    :options="[
      { value: 'diode', text: 'diode across the coil' },
      { value: 'none', text: 'nothing' },
    ]"
    @update:model-value="set('suppression', $event)"
  />
  <div class="row">
    <button class="plain-button" @click="duplicate">Duplicate</button>
    <button class="plain-button danger" @click="remove">Delete</button>
  </div>
</template>
