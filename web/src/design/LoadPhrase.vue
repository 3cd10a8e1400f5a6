<script setup lang="ts">
import { computed } from 'vue';
import {
  LOADS,
  LOAD_KINDS,
  asCharged,
  asKind,
  isCharged,
  isMains,
  linesOf,
  loadFacets,
  loadSupplyOf,
  mintId,
  takenLoad,
  type Load,
  type UnitLoad,
} from '@iron-nudge/core';
import { useOwnShelf } from '../project/own-shelf.ts';
import { useProject } from '../stores/project.ts';
import { referencesOf } from '../project/references.ts';
import FieldsEditor from '../ui/FieldsEditor.vue';
import SelectField from '../ui/SelectField.vue';
import TickField from '../ui/TickField.vue';

const shelf = useOwnShelf();
const props = defineProps<{ line: string }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const onMains = computed(() => isMains(loadSupplyOf(project.design!, project.job!)));
const main = computed(() => project.job!.loads.some(({ id }) => id === props.line));
const loads = computed<readonly Load[]>(() => {
  const { loads: first, otherwise } = project.job!;
  return main.value || otherwise.kind !== 'loads' ? first : otherwise.loads;
});
const path = computed(() => (main.value ? ['loads'] : ['otherwise', 'loads']));
const index = computed(() => loads.value.findIndex(({ id }) => id === props.line));
const load = computed<Load>(() => loads.value[index.value]!);

const references = computed(() => referencesOf(project.design!, project.job!.supply));
const batteries = computed(() => project.design!.supplies.filter(({ id }) => id !== project.job!.supply));
const kinds = computed(() =>
  LOAD_KINDS.filter((kind) => LOADS[kind].takes.as !== 'source' || batteries.value.length > 0).map((kind) => ({
    value: kind,
    text: LOADS[kind].title,
  })),
);
function setKind(kind: Load['kind']): void {
  const [battery] = batteries.value;
  if (LOADS[kind].takes.as !== 'source') return void put(asKind(load.value, kind as UnitLoad['kind']));
  if (battery) void put(asCharged(load.value, battery));
}
const put = (value: Load, typed: string | null = null) =>
  project.patch(
    load.value.name,
    [{ path: ['jobs', project.jobIndex, ...path.value, index.value], value }],
    typed && `${project.job!.id}-${props.line}-${typed}`,
  );
const set = (changes: Partial<Load>, typed: string | null = null) => put({ ...load.value, ...changes } as Load, typed);
const KEPT_NONE = '';
const kept = computed(() => [
  { value: KEPT_NONE, text: 'as it stands here' },
  ...shelf.kept('load').map(({ id, name }) => ({ value: id, text: name })),
]);
function take(id: string): void {
  const found = shelf.kept('load').find((part) => part.id === id);
  if (found) void put(takenLoad(found, load.value));
}
function add(): void {
  const copy = { ...load.value, id: mintId('load', linesOf(project.job!)), name: 'another load', count: 1 } as Load;
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
    <div class="line">
      <FieldsEditor
        :value="load"
        :fields="loadFacets(load).fields"
        :references="references"
        @change="(value, typed) => put(value as Load, typed)"
      />
    </div>
    <SelectField label="Kind" :model-value="load.kind" :options="kinds" @update:model-value="setKind" />
    <SelectField label="Place" :model-value="load.place" :options="references.place" @update:model-value="set({ place: $event })" />
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
    <TickField label="must work well: 3 % drop, not 10 %" :model-value="load.important" @update:model-value="set({ important: $event })" />
    <SelectField v-if="kept.length > 1" label="Or one of my shelf" :model-value="KEPT_NONE" :options="kept" @update:model-value="take" />
    <div class="row">
      <button class="plain-button" :disabled="loads.length >= 12" @click="add">and another load…</button>
      <button v-if="!isCharged(load)" class="plain-button" @click="shelf.keep('load', load)">Keep on my shelf</button>
      <button class="plain-button danger" :disabled="loads.length === 1" @click="remove">Take out</button>
    </div>
  </template>
</template>

<style scoped>
/* How many and what, then the plate, each on a row of its own. */
.line {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 8px;
}
.line > * {
  grid-column: span 2;
}
.line > :nth-child(2) {
  grid-column: span 4;
}
.line > :nth-child(n + 6) {
  grid-column: 1 / -1;
}
</style>
