<script setup lang="ts">
/** A project of its own: its name, and the one supply that its empty page begins with. */
import { ref } from 'vue';
import { MEASURES, SUPPLY_VARIANTS, blankDesign, measuredIn, type Design, type Measure } from '@iron-nudge/core';
import NameModal from '../ui/NameModal.vue';
import SelectField from '../ui/SelectField.vue';
import { measure } from './measure.ts';

defineProps<{ busy: boolean }>();
const emit = defineEmits<{ made: [design: Design]; closed: [] }>();
const variant = ref('battery-12');
const measures = Object.entries(MEASURES).map(([value, { text }]) => ({ value: value as Measure, text }));
const options = SUPPLY_VARIANTS.map(({ key, text }) => ({ value: key, text }));
</script>

<template>
  <NameModal
    title="New project"
    :busy="busy"
    @named="emit('made', measuredIn(blankDesign($event, variant), measure.value))"
    @closed="emit('closed')"
  >
    <SelectField v-model="variant" label="Its page begins with" :options="options" />
    <SelectField v-model="measure.value" label="You measure in" :options="measures" />
  </NameModal>
</template>
