<script setup lang="ts">
/** A load, a signal or a supply that is kept on the shelf, with the fields that it has in a project. */
import { computed } from 'vue';
import {
  asKeptKind,
  keptEntry,
  keptFields,
  keptKind,
  keptKinds,
  ownTitle,
  withItsLevels,
  withKept,
  type OwnKept,
  type Signal,
} from '@iron-nudge/core';
import FieldsEditor from '../ui/FieldsEditor.vue';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';

const props = defineProps<{ part: OwnKept }>();
const emit = defineEmits<{ put: [part: OwnKept] }>();
const entry = computed(() => keptEntry(props.part));
/** A sensor that is turned to a voltage takes the levels of a lead battery of 12 V, until they are typed. */
const LEVELS_OF = [{ id: 'shelf', nominalV: 12, restV: 12.7 }];
function change(value: object): void {
  const after = 'nature' in value ? withItsLevels(entry.value as Signal, value as Signal, LEVELS_OF) : value;
  emit('put', withKept(props.part, after as typeof entry.value));
}
const NONE = { place: [], supply: [], 'other-supply': [], feeding: [], 'temperature controller': [], 'converting job': [] };
</script>

<template>
  <section class="card" aria-label="As a project takes it in">
    <h2 class="caps">{{ ownTitle(part) }}</h2>
    <p class="hint">A project takes a copy of it, at a place of its own; what is changed here changes no project.</p>
    <div class="grid">
      <TextField label="Name" :model-value="part.name" @update:model-value="emit('put', { ...part, name: $event })" />
      <SelectField
        label="It is"
        :model-value="keptKind(part)"
        :options="keptKinds(part)"
        @update:model-value="emit('put', asKeptKind(part, $event))"
      />
      <FieldsEditor :value="entry" :fields="keptFields(part)" :references="NONE" @change="change" />
      <NumberField
        label="Price"
        :least="0"
        :most="100000"
        :model-value="part.price"
        @update:model-value="emit('put', { ...part, price: $event })"
      />
    </div>
  </section>
</template>
