<script setup lang="ts">
import { computed } from 'vue';
import { linesOf, type Supply } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';

const props = defineProps<{ at: number }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const supply = computed<Supply>(() => project.design!.supplies[props.at]!);
const places = computed(() => project.design!.places.map(({ id, name }) => ({ value: id, text: name })));
const used = computed(() => {
  const { jobs, signals, supplies } = project.design!;
  const id = supply.value.id;
  return (
    supplies.length === 1 ||
    jobs.some((job) => job.supply === id || linesOf(job).some((load) => load.kind === 'battery' && load.supply === id)) ||
    signals.some(
      (signal) =>
        (signal.nature === 'feed' && signal.supply === id) ||
        (signal.nature === 'threshold' && signal.watches.quantity === 'voltage' && signal.watches.supply === id),
    )
  );
});

const set = (changes: Partial<Supply>, typed: string | null = null) =>
  project.patch(
    `${supply.value.name}`,
    [{ path: ['supplies', props.at], value: { ...supply.value, ...changes } }],
    typed && `${supply.value.id}-${typed}`,
  );

/** Battery voltages in use [common practice]: lowest under load, resting full, charging. */
const VOLTS = { 12: { lowestV: 10.5, restV: 12.7, highestV: 14.8 }, 24: { lowestV: 21, restV: 25.4, highestV: 29.6 } } as const;

async function remove(): Promise<void> {
  emit('done');
  await project.edit(`delete ${supply.value.name}`, (now) => ({ ...now, supplies: now.supplies.filter((_, index) => index !== props.at) }));
}
</script>

<template>
  <TextField label="Name" :model-value="supply.name" @update:model-value="set({ name: $event }, 'name')" />
  <SelectField
    label="System voltage"
    :model-value="supply.nominalV"
    :options="[
      { value: 12, text: '12 V battery' },
      { value: 24, text: '24 V battery' },
    ]"
    @update:model-value="set({ nominalV: $event, ...VOLTS[$event] })"
  />
  <NumberField
    label="Lowest in use"
    unit="V"
    :model-value="supply.lowestV"
    :most="supply.restV"
    @update:model-value="set({ lowestV: $event }, 'lowest')"
  />
  <NumberField
    label="At rest"
    unit="V"
    :model-value="supply.restV"
    :least="supply.lowestV"
    :most="supply.highestV"
    @update:model-value="set({ restV: $event }, 'rest')"
  />
  <NumberField
    label="Highest, charging"
    unit="V"
    :model-value="supply.highestV"
    :least="supply.restV"
    :most="60"
    @update:model-value="set({ highestV: $event }, 'highest')"
  />
  <NumberField
    label="Internal resistance"
    unit="Ω"
    :model-value="supply.internalOhm"
    :most="10"
    @update:model-value="set({ internalOhm: $event }, 'ohm')"
  />
  <SelectField label="Place" :model-value="supply.place" :options="places" @update:model-value="set({ place: $event })" />
  <button class="plain-button danger" :disabled="used" :title="used ? 'In use, or the only one' : ''" @click="remove">Delete</button>
</template>
