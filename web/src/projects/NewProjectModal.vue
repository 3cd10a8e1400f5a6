<script setup lang="ts">
/** A project of its own: its name, and the one supply that its empty page begins with. */
import { Input, Modal } from 'ant-design-vue';
import { ref, watch } from 'vue';
import { SUPPLY_VARIANTS, blankDesign, type Design } from '@iron-nudge/core';
import SelectField from '../ui/SelectField.vue';

defineProps<{ busy: boolean }>();
const emit = defineEmits<{ made: [design: Design]; closed: [] }>();
const name = ref('');
const variant = ref('battery-12');
const options = SUPPLY_VARIANTS.map(({ key, text }) => ({ value: key, text }));

const make = () => name.value.trim() && emit('made', blankDesign(name.value.trim(), variant.value));

/** The name is what is asked for: the field has the focus as soon as it is up. */
const nameField = ref<{ focus(): void } | null>(null);
watch(nameField, (field) => requestAnimationFrame(() => field?.focus()));
</script>

<template>
  <Modal
    open
    title="New project"
    ok-text="OK"
    :ok-button-props="{ disabled: !name.trim() }"
    :confirm-loading="busy"
    @ok="make"
    @cancel="emit('closed')"
  >
    <div class="fields">
      <label class="field">Name<Input ref="nameField" v-model:value="name" :maxlength="60" @press-enter="make" /></label>
      <SelectField v-model="variant" label="Its page begins with" :options="options" />
    </div>
  </Modal>
</template>

<style scoped>
.fields {
  display: grid;
  gap: 10px;
}
</style>
