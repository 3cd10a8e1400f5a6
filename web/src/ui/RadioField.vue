<script setup lang="ts" generic="T extends string | number">
/** One of a few, all in sight; each may say why below its words. `inline`: beside each other. */
import { Radio, RadioGroup } from 'ant-design-vue';
import type { Option } from './options.ts';

defineProps<{ label: string; modelValue: T; options: readonly (Option<T> & { readonly why?: string })[]; inline?: boolean }>();
const emit = defineEmits<{ 'update:modelValue': [value: T] }>();
</script>

<template>
  <RadioGroup
    class="radios"
    :class="{ inline }"
    role="radiogroup"
    :aria-label="label"
    :value="modelValue"
    @change="emit('update:modelValue', ($event.target as { value: T }).value)"
  >
    <Radio v-for="one in options" :key="one.value" :value="one.value">
      {{ one.text }}<small v-if="one.why">{{ one.why }}</small>
    </Radio>
  </RadioGroup>
</template>

<style scoped>
.radios {
  display: grid;
  gap: 4px;
}
.inline {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
}
small {
  display: block;
  color: var(--iron);
  font-size: 12.5px;
}
</style>
