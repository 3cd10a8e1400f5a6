<script setup lang="ts" generic="T extends string | number">
import { useId } from 'vue';

defineProps<{ label: string; modelValue: T; options: readonly { value: T; text: string; disabled?: boolean }[]; quiet?: boolean }>();
const id = useId();
const emit = defineEmits<{ 'update:modelValue': [value: T] }>();

function take(event: Event, options: readonly { value: T }[]): void {
  const chosen = options[(event.target as HTMLSelectElement).selectedIndex];
  if (chosen) emit('update:modelValue', chosen.value);
}
</script>

<template>
  <div class="field" :class="{ quiet }">
    <label :for="id">{{ label }}</label>
    <select :id="id" :value="modelValue" @change="take($event, options)">
      <option v-for="option in options" :key="option.value" :value="option.value" :disabled="option.disabled">{{ option.text }}</option>
    </select>
  </div>
</template>
