<script setup lang="ts">
/**
 * An editor made from a list of fields, as the kind of the thing names them. What changes is told as the whole new
 * value, with the name of the field that was typed in, so that its keystrokes are one step.
 */
import { computed } from 'vue';
import { fieldValue, applyPatches, type Field, type Reference } from '@iron-nudge/core';
import NumberField from './NumberField.vue';
import SelectField from './SelectField.vue';
import TickField from './TickField.vue';
import TextField from './TextField.vue';

const props = defineProps<{
  value: object;
  fields: readonly Field<never>[];
  /** What a field that refers to something may be. */
  references: Readonly<Record<Reference, readonly { value: string; text: string }[]>>;
}>();
const emit = defineEmits<{ change: [value: object, typed: string | null] }>();

const asked = computed(() => props.fields.filter((field) => field.asked?.(props.value as never) ?? true));
const at = (field: Field<never>) => fieldValue(props.value, field.path);
/** A choice is a word or a number. */
const choiceAt = (field: Field<never>) => (at(field) ?? (field.type === 'choice' ? field.unset : undefined)) as string & number;
const keyOf = (field: Field<never>) => `${field.type} ${field.path.join('.')} ${field.label}`;
const set = (field: Field<never>, value: unknown, typed = false) =>
  emit('change', applyPatches(props.value, [{ path: field.path, value }]), typed ? field.path.join('.') : null);
/** As it is typed: kPa where Pa are kept. */
const times = (field: Field<never>) => (field.type === 'number' ? (field.times ?? 1) : 1);
</script>

<template>
  <template v-for="field in asked" :key="keyOf(field)">
    <TextField
      v-if="field.type === 'text'"
      :label="field.label"
      :optional="field.optional ?? false"
      :model-value="String(at(field))"
      @update:model-value="set(field, $event, true)"
    />
    <NumberField
      v-else-if="field.type === 'number'"
      :label="field.label"
      :unit="field.unit ?? ''"
      :least="field.least"
      :most="field.most"
      :whole="field.whole ?? false"
      :model-value="Number(at(field) ?? field.unset) / times(field)"
      @update:model-value="set(field, $event * times(field), true)"
    />
    <SelectField
      v-else-if="field.type === 'choice'"
      :label="field.label"
      :model-value="choiceAt(field)"
      :options="field.choices"
      @update:model-value="set(field, $event)"
    />
    <SelectField
      v-else-if="field.type === 'reference'"
      :label="field.label"
      :model-value="(at(field) ?? field.unset) as string"
      :options="references[field.to]"
      @update:model-value="set(field, $event)"
    />
    <TickField
      v-else-if="field.type === 'tick'"
      :label="field.label"
      :model-value="at(field) === true"
      @update:model-value="set(field, $event)"
    />
    <p v-else class="note">{{ field.label }}</p>
  </template>
</template>

<style scoped>
.note {
  margin: 0;
  max-width: 300px;
  color: var(--iron);
  font-size: 12.5px;
}
</style>
