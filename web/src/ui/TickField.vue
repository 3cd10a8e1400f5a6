<script setup lang="ts">
/** Yes or no. `quiet`: its label stands elsewhere for the eye. */
import { Checkbox } from 'ant-design-vue';

defineProps<{ label: string; modelValue: boolean; quiet?: boolean; disabled?: boolean }>();
const emit = defineEmits<{ 'update:modelValue': [value: boolean] }>();
</script>

<template>
  <Checkbox :checked="modelValue" :disabled="disabled" @change="emit('update:modelValue', !modelValue)"
    ><span :class="{ 'visually-hidden': quiet }">{{ label }}</span></Checkbox
  >
</template>
