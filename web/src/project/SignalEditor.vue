<script setup lang="ts">
import { computed } from 'vue';
import type { Signal, SignalNature } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';

const props = defineProps<{ at: number; usedBy: readonly string[] }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const signal = computed<Signal>(() => project.design!.signals[props.at]!);
const places = computed(() => project.design!.places.map(({ id, name }) => ({ value: id, text: name })));
const supplies = computed(() => project.design!.supplies.map(({ id, name }) => ({ value: id, text: name })));

const set = (value: Signal, typed: string | null = null) =>
  project.patch(signal.value.name, [{ path: ['signals', props.at], value }], typed && `${signal.value.id}-${typed}`);

const NATURES: readonly { value: SignalNature; text: string }[] = [
  { value: 'switch', text: 'a switch on the dash' },
  { value: 'feed', text: 'an existing live feed' },
  { value: 'ground-switch', text: 'a sensor that switches to ground' },
];
function changeNature(nature: SignalNature): void {
  const { id, name, place, limitA } = signal.value;
  const base = { id, name, place, limitA };
  void set(nature === 'feed' ? { ...base, nature, supply: project.design!.supplies[0]!.id, keyOn: true } : { ...base, nature });
}
async function remove(): Promise<void> {
  emit('done');
  await project.edit(`delete ${signal.value.name}`, (now) => ({ ...now, signals: now.signals.filter((_, index) => index !== props.at) }));
}
</script>

<template>
  <TextField label="Name" :model-value="signal.name" @update:model-value="set({ ...signal, name: $event }, 'name')" />
  <SelectField label="It is" :model-value="signal.nature" :options="NATURES" @update:model-value="changeNature" />
  <template v-if="signal.nature === 'feed'">
    <SelectField
      label="Fed from"
      :model-value="signal.supply"
      :options="supplies"
      @update:model-value="set({ ...signal, supply: $event } as Signal)"
    />
    <label class="row"
      ><input type="checkbox" :checked="signal.keyOn" @change="set({ ...signal, keyOn: !signal.keyOn } as Signal)" /> dies with the
      key</label
    >
  </template>
  <NumberField
    :label="signal.nature === 'feed' ? 'One may take from it' : 'Its contact may carry'"
    unit="A"
    :model-value="signal.limitA"
    :most="200"
    @update:model-value="set({ ...signal, limitA: $event }, 'limit')"
  />
  <SelectField label="Place" :model-value="signal.place" :options="places" @update:model-value="set({ ...signal, place: $event })" />
  <p v-if="usedBy.length" class="used">Used by {{ usedBy.join(', ') }}.</p>
  <button v-else class="plain-button danger" @click="remove">Delete</button>
</template>

<style scoped>
.used {
  margin: 0;
  color: var(--iron);
  font-size: 12.5px;
}
</style>
