<script setup lang="ts">
/** `quiet`: its label is said, and stands elsewhere for the eye. A number with a unit: takes each good keystroke, says at once what is wrong with a bad one. */
import { Input } from 'ant-design-vue';
import { ref, useId, watch } from 'vue';

const props = withDefaults(
  defineProps<{ label: string; modelValue: number; unit?: string; least?: number; most?: number; whole?: boolean; quiet?: boolean }>(),
  {
    unit: '',
    least: 1e-6,
    most: 1e6,
    whole: false,
    quiet: false,
  },
);
const emit = defineEmits<{ 'update:modelValue': [value: number] }>();
const text = ref(String(props.modelValue));
const error = ref('');
const id = useId();

watch(
  () => props.modelValue,
  (value) => {
    if (Number(text.value.replace(',', '.')) !== value) {
      text.value = String(value);
      error.value = '';
    }
  },
);

function take(): void {
  const value = Number(text.value.trim().replace(',', '.'));
  if (text.value.trim() === '' || !Number.isFinite(value)) error.value = 'needs a number';
  else if (props.whole && !Number.isInteger(value)) error.value = 'needs a whole number';
  else if (value < props.least || value > props.most) error.value = `from ${props.least} to ${props.most}`;
  else {
    error.value = '';
    if (value !== props.modelValue) emit('update:modelValue', value);
  }
}
</script>

<template>
  <div class="field" :class="{ quiet }">
    <label :for="id">{{ unit ? `${label}, ${unit}` : label }}</label>
    <Input
      :id="id"
      v-model:value="text"
      :status="error ? 'error' : ''"
      inputmode="decimal"
      :aria-invalid="error !== ''"
      :aria-describedby="error ? `${id}-error` : undefined"
      @change="take"
    />
    <span v-if="error" :id="`${id}-error`" class="error" role="alert">{{ error }}</span>
  </div>
</template>
