<script setup lang="ts">
import { computed } from 'vue';
import { RELAYS } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SelectField from '../ui/SelectField.vue';

const props = defineProps<{ kind: 'supply' | 'device' | 'place' | 'lost' }>();
const project = useProject();

const choice = computed(() => {
  const job = project.job!;
  const design = project.design!;
  switch (props.kind) {
    case 'supply':
      return {
        label: 'From',
        path: ['supply'],
        value: job.supply as string,
        options: design.supplies.map(({ id, name, nominalV }) => ({ value: id, text: `${name}, ${nominalV} V` })),
      };
    case 'device':
      return {
        label: 'Through',
        path: ['device', 'part'],
        value: job.device.part,
        options: RELAYS.map(({ id, name, coilV }) => ({ value: id, text: `${name}${name.includes(' V') ? '' : `, ${coilV} V`}` })),
      };
    case 'place':
      return {
        label: 'Mounted at',
        path: ['device', 'place'],
        value: job.device.place,
        options: design.places.map(({ id, name }) => ({ value: id, text: name })),
      };
    case 'lost':
      return {
        label: 'With no signal, no supply to the coil, or a broken control wire',
        path: ['lost'],
        value: job.lost as string,
        options: [
          { value: 'off', text: 'off: the load is on terminal 87' },
          { value: 'on', text: 'on: the load is on terminal 87a' },
        ],
      };
    default:
      return props.kind satisfies never;
  }
});
</script>

<template>
  <SelectField
    :label="choice.label"
    :model-value="choice.value"
    :options="choice.options"
    @update:model-value="
      project.patch(`${project.job!.name}: ${choice.label.toLowerCase()}`, [
        { path: ['jobs', project.jobIndex, ...choice.path], value: $event },
      ])
    "
  />
</template>
