<script setup lang="ts">
import { computed } from 'vue';
import { POWER_RELAYS } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SelectField from '../ui/SelectField.vue';

const props = defineProps<{ kind: 'supply' | 'device' | 'place' | 'lost' }>();
const project = useProject();
const DIRECT = 'direct';

function put(value: string): void {
  const { place } = project.job!.device;
  const device = value === DIRECT ? { kind: 'direct', place } : { kind: 'plug-in-relay', part: value, place };
  void project.patch(`${project.job!.name}: ${choice.value.label.toLowerCase()}`, [
    { path: ['jobs', project.jobIndex, ...choice.value.path], value: props.kind === 'device' ? device : value },
  ]);
}

const choice = computed(() => {
  const job = project.job!;
  const design = project.design!;
  switch (props.kind) {
    case 'supply':
      return {
        label: 'From',
        path: ['supply'],
        value: job.supply as string,
        options: [
          ...design.supplies.map(({ id, name, nominalV }) => ({ value: id, text: `${name}, ${nominalV} V` })),
          ...design.signals.flatMap((signal) =>
            signal.nature === 'feed' ? [{ value: signal.id, text: `${signal.name}: at most ${signal.limitA} A` }] : [],
          ),
        ],
      };
    case 'device':
      return {
        label: 'Through',
        path: ['device'],
        value: job.device.kind === 'plug-in-relay' ? job.device.part : DIRECT,
        options: [
          ...POWER_RELAYS.map(({ id, name, coilV }) => ({ value: id, text: `${name}${name.includes(' V') ? '' : `, ${coilV} V`}` })),
          { value: DIRECT, text: 'no relay: the signals feed it themselves' },
        ],
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
  <SelectField :label="choice.label" :model-value="choice.value" :options="choice.options" @update:model-value="put" />
</template>
