<script setup lang="ts" generic="T extends string | number">
defineProps<{ label: string; modelValue: T; options: readonly { value: T; text: string; disabled?: boolean }[] }>();
const emit = defineEmits<{ 'update:modelValue': [value: T] }>();

function take(event: Event, options: readonly { value: T }[]): void {
  const chosen = options[(event.target as HTMLSelectElement).selectedIndex];
  if (chosen) emit('update:modelValue', chosen.value);
}
</script>

<template>
  <label class="field">
    <span>{{ label }}</span>
    <select :value="modelValue" @change="take($event, options)">
      <option v-for="option in options" :key="option.value" :value="option.value" :disabled="option.disabled">{{ option.text }}</option>
    </select>
  </label>
</template>
