<script setup lang="ts">
import { computed } from 'vue';
import {
  SUPPLY_VARIANTS,
  asVariant,
  broughtAlong,
  isCharged,
  leftBehind,
  linesOf,
  signalFacets,
  supplyFacets,
  supplyFields,
  variantOf,
  type Supply,
} from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import FieldsEditor from '../ui/FieldsEditor.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';
import { useOwnShelf } from './own-shelf.ts';
import { referencesOf } from './references.ts';

const props = defineProps<{ at: number }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const supply = computed<Supply>(() => project.design!.supplies[props.at]!);
const shelf = useOwnShelf();
const references = computed(() => referencesOf(project.design!));
const used = computed(() => {
  const { jobs, signals, supplies, controllers } = project.design!;
  const id = supply.value.id;
  return (
    supplies.length === 1 ||
    controllers.some((board) => board.supply === id) ||
    jobs.some(
      (job) => job.supply === id || job.controlSupply === id || linesOf(job).some((load) => isCharged(load) && load.supply === id),
    ) ||
    signals.some((signal) =>
      signalFacets(signal)
        .references(signal)
        .supplies.some((reference) => reference.id === id),
    )
  );
});
/** Of an isolated supply, where its own mains come from: the box that it stands in, or nothing of the project. */
const fedIn = computed(() => {
  const { place: id } = supply.value;
  if (!supplyFacets(supply.value).takesOf) return '';
  const place = project.design!.places.find((one) => one.id === id);
  return place?.oneCord
    ? `It is built into ${place.name}: where a mains job has its cord there, it is fed by that.`
    : 'It has a plug or a branch of its own, which is no part of this project. In a box with one cord in it is fed there.';
});
/** Jobs that are made for another voltage than it has by now. */
const behind = computed(() => leftBehind(project.design!, supply.value.id));
const bring = () =>
  project.edit(`jobs of ${supply.value.name} for ${supply.value.nominalV} V`, (now) => broughtAlong(now, supply.value.id));
const set = (value: Supply, typed: string | null = null) =>
  project.patch(supply.value.name, [{ path: ['supplies', props.at], value }], typed && `${supply.value.id}-${typed}`);
const VARIANTS = SUPPLY_VARIANTS.map(({ key, text }) => ({ value: key, text }));

function remove(): void {
  emit('done');
  project.edit(`delete ${supply.value.name}`, (now) => ({ ...now, supplies: now.supplies.filter((_, index) => index !== props.at) }));
}
</script>

<template>
  <TextField label="Name" :model-value="supply.name" @update:model-value="set({ ...supply, name: $event }, 'name')" />
  <SelectField label="It is" :model-value="variantOf(supply)" :options="VARIANTS" @update:model-value="set(asVariant(supply, $event))" />
  <p v-if="behind.length > 0" class="behind" role="status">
    Made for another voltage: {{ behind.join(', ') }}.
    <button class="plain-button" @click="bring">Bring {{ behind.length === 1 ? 'it' : 'them' }} along to {{ supply.nominalV }} V</button>
    <small>Loads of the same watts, relays with a coil for it, the usual protection. What the shelf has none of stays, and is found.</small>
  </p>
  <FieldsEditor
    :value="supply"
    :fields="supplyFields(supply)"
    :references="references"
    @change="(value, typed) => set(value as Supply, typed)"
  />
  <p v-if="fedIn" class="fed">{{ fedIn }}</p>
  <div class="row">
    <button class="plain-button" @click="shelf.keep('supply', supply)">Keep on my shelf</button>
    <button class="plain-button danger" :disabled="used" :title="used ? 'In use, or the only one' : ''" @click="remove">Delete</button>
  </div>
</template>

<style scoped>
.fed {
  max-width: 320px;
  color: var(--iron);
}
.behind {
  display: grid;
  gap: 6px;
  margin: 4px 0 0;
  max-width: 320px;
}
.behind .plain-button {
  justify-self: start;
}
.behind small {
  color: var(--iron);
}
</style>
