<script setup lang="ts">
import { computed } from 'vue';
import { LOAD_KINDS, LOAD_KIND_NAMES, linesOf, loadSupplyOf, mintId, type Load } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';

const props = defineProps<{ line: string }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const onMains = computed(() => loadSupplyOf(project.design!, project.job!).kind === 'mains');
const main = computed(() => project.job!.loads.some(({ id }) => id === props.line));
const loads = computed<readonly Load[]>(() => {
  const { loads: first, otherwise } = project.job!;
  return main.value || otherwise.kind !== 'loads' ? first : otherwise.loads;
});
const path = computed(() => (main.value ? ['loads'] : ['otherwise', 'loads']));
const index = computed(() => loads.value.findIndex(({ id }) => id === props.line));
const load = computed<Load>(() => loads.value[index.value]!);
const places = computed(() => project.design!.places.map(({ id, name }) => ({ value: id, text: name })));

const batteries = computed(() => project.design!.supplies.filter(({ id }) => id !== project.job!.supply));
const kinds = computed(() => [
  ...LOAD_KINDS.map((kind) => ({ value: kind as Load['kind'], text: LOAD_KIND_NAMES[kind] })),
  ...(batteries.value.length > 0 ? [{ value: 'battery' as const, text: LOAD_KIND_NAMES.battery }] : []),
]);
function setKind(kind: Load['kind']): void {
  const { id, name, plate, place, important, earth } = load.value;
  const [battery] = batteries.value;
  const base = { id, name, plate, place, important, earth, series: 1 };
  void put(
    kind === 'battery' && battery
      ? {
          ...base,
          kind,
          count: 1,
          supply: battery.id,
          name: battery.name,
          place: battery.place,
          plate: { unit: 'A', value: 20, ratedV: battery.nominalV },
        }
      : kind === 'battery'
        ? load.value
        : { ...base, kind, count: load.value.count },
  );
}
const put = (value: Load, typed: string | null = null) =>
  project.patch(
    load.value.name,
    [{ path: ['jobs', project.jobIndex, ...path.value, index.value], value }],
    typed && `${project.job!.id}-${props.line}-${typed}`,
  );
const set = (changes: Partial<Load>, typed: string | null = null) => put({ ...load.value, ...changes } as Load, typed);
function add(): void {
  const copy: Load = { ...load.value, id: mintId('load', linesOf(project.job!)), name: 'another load', count: 1 };
  void project.patch('add a load', [{ path: ['jobs', project.jobIndex, ...path.value, loads.value.length], value: copy }]);
  emit('done');
}
function remove(): void {
  void project.patch(`take out ${load.value.name}`, [{ path: ['jobs', project.jobIndex, ...path.value, index.value], value: undefined }]);
  emit('done');
}
</script>

<template>
  <template v-if="load">
    <div class="pair">
      <NumberField
        v-if="load.kind !== 'battery'"
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
        :label="load.kind === 'battery' ? 'Takes at most' : 'Plate of one'"
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
        :most="500"
        :model-value="load.plate.ratedV"
        @update:model-value="set({ plate: { ...load.plate, ratedV: $event } }, 'rated')"
      />
    </div>
    <NumberField
      v-if="load.kind === 'heater'"
      label="In series, in each string"
      whole
      :least="1"
      :most="12"
      :model-value="load.series"
      @update:model-value="set({ series: $event }, 'series')"
    />
    <SelectField label="Kind" :model-value="load.kind" :options="kinds" @update:model-value="setKind" />
    <SelectField label="Place" :model-value="load.place" :options="places" @update:model-value="set({ place: $event })" />
    <SelectField
      v-if="onMains"
      label="Metal that one can touch"
      :model-value="load.earth"
      :options="[
        { value: 'wired', text: 'yes, with earth led to it' },
        { value: 'missing', text: 'yes, and no earth' },
        { value: 'none', text: 'none: double insulated' },
      ]"
      @update:model-value="set({ earth: $event })"
    />
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
