<script setup lang="ts">
import { computed } from 'vue';
import { LOAD_KINDS, LOAD_KIND_NAMES, mintId, type Load } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';

const props = defineProps<{ line: string }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const loads = computed(() => project.job!.loads);
const index = computed(() => loads.value.findIndex(({ id }) => id === props.line));
const load = computed<Load>(() => loads.value[index.value]!);
const places = computed(() => project.design!.places.map(({ id, name }) => ({ value: id, text: name })));

const set = (changes: Partial<Load>, typed: string | null = null) =>
  project.patch(
    load.value.name,
    [{ path: ['jobs', project.jobIndex, 'loads', index.value], value: { ...load.value, ...changes } }],
    typed && `${project.job!.id}-${props.line}-${typed}`,
  );
function add(): void {
  const copy: Load = { ...load.value, id: mintId('load', loads.value), name: 'another load', count: 1 };
  void project.patch('add a load', [{ path: ['jobs', project.jobIndex, 'loads', loads.value.length], value: copy }]);
  emit('done');
}
function remove(): void {
  void project.patch(`take out ${load.value.name}`, [{ path: ['jobs', project.jobIndex, 'loads', index.value], value: undefined }]);
  emit('done');
}
</script>

<template>
  <template v-if="load">
    <div class="pair">
      <NumberField
        label="How many"
        whole
        :least="1"
        :most="24"
        :model-value="load.count"
        @update:model-value="set({ count: $event }, 'count')"
      />
      <TextField label="What" :model-value="load.name" @update:model-value="set({ name: $event }, 'name')" />
    </div>
    <div class="plate">
      <NumberField
        label="Plate of one"
        :model-value="load.plate.value"
        @update:model-value="set({ plate: { ...load.plate, value: $event } }, 'plate')"
      />
      <SelectField
        label="Unit"
        :model-value="load.plate.unit"
        :options="[
          { value: 'W', text: 'W' },
          { value: 'A', text: 'A' },
          { value: 'Ω', text: 'Ω' },
        ]"
        @update:model-value="set({ plate: { ...load.plate, unit: $event } })"
      />
      <NumberField
        label="Rated"
        unit="V"
        :most="60"
        :model-value="load.plate.ratedV"
        @update:model-value="set({ plate: { ...load.plate, ratedV: $event } }, 'rated')"
      />
    </div>
    <SelectField
      label="Kind"
      :model-value="load.kind"
      :options="LOAD_KINDS.map((kind) => ({ value: kind, text: LOAD_KIND_NAMES[kind] }))"
      @update:model-value="set({ kind: $event })"
    />
    <SelectField label="Place" :model-value="load.place" :options="places" @update:model-value="set({ place: $event })" />
    <label class="row"
      ><input type="checkbox" :checked="load.important" @change="set({ important: !load.important })" /> must work well: 3 % drop, not 10
      %</label
    >
    <div class="row">
      <button class="plain-button" :disabled="loads.length >= 12" @click="add">and another load…</button>
      <button class="plain-button danger" :disabled="loads.length === 1" @click="remove">Take out</button>
    </div>
  </template>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 80px 1fr;
  gap: 8px;
}
.plate {
  display: grid;
  grid-template-columns: 1fr 70px 1fr;
  gap: 8px;
}
</style>
