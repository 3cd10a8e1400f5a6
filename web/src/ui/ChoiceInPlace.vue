<script setup lang="ts" generic="T extends string | number">
/** One of several in a cell of a long table: its words until it is asked, for a box in each of a thousand rows is slow. */
import { computed, nextTick, ref } from 'vue';
import SelectField from './SelectField.vue';
import type { Option } from './options.ts';

const props = defineProps<{ label: string; modelValue: T; options: readonly Option<T>[] }>();
const emit = defineEmits<{ 'update:modelValue': [value: T] }>();
const words = computed(() => props.options.find(({ value }) => value === props.modelValue)?.text ?? String(props.modelValue));
const asked = ref(false);
const button = ref<HTMLButtonElement | null>(null);

async function leave(): Promise<void> {
  asked.value = false;
  await nextTick();
  // Who went on to another field stays there.
  if (document.activeElement === document.body) button.value?.focus();
}
function take(value: T): void {
  if (value !== props.modelValue) emit('update:modelValue', value);
}
</script>

<template>
  <SelectField
    v-if="asked"
    :label="label"
    quiet
    opened
    :model-value="modelValue"
    :options="options"
    @update:model-value="take"
    @closed="leave"
  />
  <button v-else ref="button" class="bare in-place" :aria-label="`${label}: ${words}`" aria-haspopup="listbox" @click.stop="asked = true">
    {{ words }}
  </button>
</template>

<style scoped>
.field {
  display: inline-block;
  vertical-align: middle;
  min-width: 150px;
}
.in-place {
  border-bottom: 1px dashed var(--line);
}
.in-place:hover {
  border-color: var(--ink);
}
</style>
