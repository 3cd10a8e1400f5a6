<script setup lang="ts">
/** A level that is moved: `marks` are those that mean something, as ticks on its way. */
import { Slider } from 'ant-design-vue';
import { computed } from 'vue';

const props = defineProps<{
  label: string;
  modelValue: number;
  least: number;
  most: number;
  step: number;
  marks?: readonly number[];
  /** What a screen reader says of a level. */
  words: (value: number) => string;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: number] }>();
const ticks = computed(() => Object.fromEntries((props.marks ?? []).map((level) => [level, ' '])));
const take = (value: number | [number, number]) => typeof value === 'number' && emit('update:modelValue', value);
</script>

<template>
  <Slider
    class="slide"
    :value="modelValue"
    :min="least"
    :max="most"
    :step="step"
    :marks="ticks"
    :included="true"
    :tooltip-open="false"
    :aria-label-for-handle="label"
    :aria-value-text-formatter-for-handle="words"
    @change="take"
  />
</template>

<style scoped>
.slide {
  margin: 8px 6px;
}
.slide :deep(.ant-slider-rail) {
  background: var(--line);
}
.slide :deep(.ant-slider-mark) {
  display: none;
}
.slide :deep(.ant-slider-dot) {
  width: 2px;
  height: 10px;
  top: -3px;
  margin-left: -1px;
  border: 0;
  border-radius: 0;
  background: var(--copper);
}
</style>
