<script setup lang="ts">
/** A field in a cell of a table: its text is its own while it is typed, and is handed over when it is left. */
import { ref, watch } from 'vue';

const props = defineProps<{ label: string; modelValue: string; placeholder?: string; most?: number; numeric?: boolean }>();
/** `refuse` puts the text back. */
const emit = defineEmits<{ take: [text: string, refuse: () => void] }>();
const text = ref(props.modelValue);
let given: string | null = null;
watch(
  () => props.modelValue,
  (value, before) => {
    // What somebody is typing stays; what was handed over comes back as it was understood.
    if (text.value === before || text.value.trim() === given) text.value = value;
  },
);
function take(): void {
  const typed = text.value.trim();
  if (typed === props.modelValue) return;
  given = typed;
  emit('take', typed, settle);
}
function settle(): void {
  text.value = props.modelValue;
}
</script>

<template>
  <input
    v-model="text"
    :inputmode="numeric ? 'decimal' : undefined"
    :maxlength="most"
    :aria-label="label"
    :placeholder="placeholder"
    @change="take"
    @keydown.esc="settle"
  />
</template>
