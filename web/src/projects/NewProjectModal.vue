<script setup lang="ts">
/** A project of its own: its name, and the one supply that its empty page begins with. */
import { ref } from 'vue';
import { SUPPLY_VARIANTS, blankDesign, type Design } from '@iron-nudge/core';
import NameModal from '../ui/NameModal.vue';
import SelectField from '../ui/SelectField.vue';

defineProps<{ busy: boolean }>();
const emit = defineEmits<{ made: [design: Design]; closed: [] }>();
const variant = ref('battery-12');
const options = SUPPLY_VARIANTS.map(({ key, text }) => ({ value: key, text }));
</script>

<template>
  <NameModal title="New project" :busy="busy" @named="emit('made', blankDesign($event, variant))" @closed="emit('closed')">
    <SelectField v-model="variant" label="Its page begins with" :options="options" />
  </NameModal>
</template>
