<script setup lang="ts">
/**
 * A number with a unit: takes each good keystroke, says at once what is wrong with a bad one. A length and a temperature are
 * shown in the project's units, and taken in others that are written behind them: `12 ft`, `350F`. `quiet`: its label is
 * said, and stands elsewhere for the eye.
 */
import { Input } from 'ant-design-vue';
import { computed, ref, useId, watch } from 'vue';
import { readQuantity, shownIn } from '@iron-nudge/core';
import { useUnits } from './units.ts';

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
const { units } = useUnits();
const shown = computed(() => shownIn(props.unit, units.value));
/** As a person writes it: four figures of what another unit makes of it. */
const written = (value: number) => (shown.value.unit === props.unit ? String(value) : String(Number(shown.value.to(value).toPrecision(4))));
const text = ref(written(props.modelValue));
const error = ref('');
const id = useId();
const read = () => readQuantity(text.value, props.unit, units.value);

watch(
  () => props.modelValue,
  (value) => {
    if (read() !== value) {
      text.value = written(value);
      error.value = '';
    }
  },
);
watch(shown, () => (text.value = written(props.modelValue)));

function take(): void {
  const value = read();
  const bound = (limit: number) => Number(shown.value.to(limit).toPrecision(4));
  if (value === null || !Number.isFinite(value)) error.value = 'needs a number';
  else if (props.whole && !Number.isInteger(value)) error.value = 'needs a whole number';
  else if (value < props.least || value > props.most) error.value = `from ${bound(props.least)} to ${bound(props.most)}`;
  else {
    error.value = '';
    if (value !== props.modelValue) emit('update:modelValue', value);
  }
}
/** What was typed in another unit stands in the page's own once it is left. */
function settle(): void {
  const value = read();
  if (value !== null && error.value === '') text.value = written(value);
}
</script>

<template>
  <div class="field" :class="{ quiet }">
    <label :for="id">{{ unit ? `${label}, ${shown.unit}` : label }}</label>
    <Input
      :id="id"
      v-model:value="text"
      :status="error ? 'error' : ''"
      inputmode="decimal"
      :aria-invalid="error !== ''"
      :aria-describedby="error ? `${id}-error` : undefined"
      @change="take"
      @blur="settle"
    />
    <span v-if="error" :id="`${id}-error`" class="error" role="alert">{{ error }}</span>
  </div>
</template>
