<script setup lang="ts">
import { Input } from 'ant-design-vue';
import { ref, useId, watch } from 'vue';

/** `optional`: empty is an answer too. `quiet`: its label stands elsewhere for the eye. */
const props = defineProps<{
  label: string;
  modelValue: string;
  optional?: boolean;
  quiet?: boolean;
  placeholder?: string;
  longest?: number;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: string] }>();
const id = useId();
const text = ref(props.modelValue);
watch(
  () => props.modelValue,
  (value) => {
    if (text.value.trim() !== value) text.value = value;
  },
);
function take(): void {
  const value = text.value.trim();
  if ((value !== '' || props.optional) && value !== props.modelValue) emit('update:modelValue', value);
}
</script>

<template>
  <div class="field" :class="{ quiet }">
    <label :for="id">{{ label }}</label>
    <Input
      :id="id"
      v-model:value="text"
      :maxlength="longest ?? 60"
      :placeholder="placeholder ?? ''"
      :aria-invalid="!optional && text.trim() === ''"
      @change="take"
    />
    <span v-if="!optional && text.trim() === ''" class="error" role="alert">needs a name</span>
  </div>
</template>
