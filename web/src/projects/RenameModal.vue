<script setup lang="ts">
/** Another name for a project. */
import { Input, Modal } from 'ant-design-vue';
import { ref, watch } from 'vue';

const props = defineProps<{ name: string; busy: boolean }>();
const emit = defineEmits<{ renamed: [name: string]; closed: [] }>();
const wanted = ref(props.name);
const take = () => wanted.value.trim() && emit('renamed', wanted.value.trim());

/** The name is what is asked for: the field has the focus as soon as it is up. */
const nameField = ref<{ focus(): void } | null>(null);
watch(nameField, (field) => requestAnimationFrame(() => field?.focus()));
</script>

<template>
  <Modal
    open
    title="Rename project"
    ok-text="OK"
    :ok-button-props="{ disabled: !wanted.trim() }"
    :confirm-loading="busy"
    @ok="take"
    @cancel="emit('closed')"
  >
    <label class="field">Name<Input ref="nameField" v-model:value="wanted" :maxlength="60" @press-enter="take" /></label>
  </Modal>
</template>
