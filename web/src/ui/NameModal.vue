<script setup lang="ts">
/** Asks for a name, and for what else the slot holds; the field has the focus as soon as it is up. */
import { Input, Modal } from 'ant-design-vue';
import { ref, watch } from 'vue';

const props = defineProps<{ title: string; name?: string; busy: boolean }>();
const emit = defineEmits<{ named: [name: string]; closed: [] }>();
const wanted = ref(props.name ?? '');
const take = () => wanted.value.trim() && emit('named', wanted.value.trim());

const field = ref<{ focus(): void } | null>(null);
watch(field, (now) => requestAnimationFrame(() => now?.focus()));
</script>

<template>
  <Modal
    open
    :title="title"
    ok-text="OK"
    :ok-button-props="{ disabled: !wanted.trim() }"
    :confirm-loading="busy"
    @ok="take"
    @cancel="emit('closed')"
  >
    <div class="fields">
      <label class="field">Name<Input ref="field" v-model:value="wanted" :maxlength="60" @press-enter="take" /></label>
      <slot />
    </div>
  </Modal>
</template>

<style scoped>
.fields {
  display: grid;
  gap: 10px;
}
</style>
