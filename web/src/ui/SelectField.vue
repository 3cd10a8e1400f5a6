<script setup lang="ts" generic="T extends string | number">
/**
 * One of several. `quiet`: its label stands elsewhere for the eye; `beside`: it stands left of the box. From a dozen options on
 * one types a part of the wanted one. The box comes when the first one is asked for: a page that shows none is light without it,
 * and what was chosen stands in its place until then.
 */
import { useId } from 'vue';
import { SelectBox } from './select-box.ts';
import type { Option } from './options.ts';

const props = defineProps<{
  label: string;
  modelValue: T;
  options: readonly Option<T>[];
  quiet?: boolean;
  beside?: boolean;
  disabled?: boolean;
  /** It stands open as soon as it is there, with the focus in it. */
  opened?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: T]; closed: [] }>();
const id = useId();
function take(value: string | number): void {
  const chosen = props.options.find((one) => one.value === value);
  if (chosen) emit('update:modelValue', chosen.value);
}
</script>

<template>
  <div class="field" :class="{ quiet, beside }">
    <label :id="`${id}-label`" :for="id">{{ label }}</label>
    <SelectBox
      :id="id"
      :label="label"
      :model-value="modelValue"
      :options="options"
      :disabled="disabled"
      :opened="opened"
      @update:model-value="take"
      @closed="emit('closed')"
    />
  </div>
</template>

<style scoped>
.beside {
  display: flex;
  align-items: center;
  gap: 8px;
}
.beside > label {
  white-space: nowrap;
}
</style>
