<script setup lang="ts">
/** Something new: asked for by name and kind, and made only when that is confirmed. Esc leaves nothing behind. */
import { ref, watch } from 'vue';
import InPlaceEditor from './InPlaceEditor.vue';
import SelectField from './SelectField.vue';

const props = defineProps<{
  /** On its button, and as the title of what is asked. */
  word: string;
  title: string;
  /** A name to begin with. */
  name: string;
  kinds: readonly { value: string; text: string; name?: string }[];
}>();
const emit = defineEmits<{ add: [name: string, kind: string] }>();
const wanted = ref('');
const kind = ref('');
const opened = ref(0);
// What has a name already brings it along, until another is typed.
watch(kind, (now, before) => {
  const nameOf = (value: string) => props.kinds.find((one) => one.value === value)?.name ?? props.name;
  if (before !== undefined && wanted.value === nameOf(before)) wanted.value = nameOf(now);
});
watch(opened, begin, { immediate: true });
function begin(): void {
  wanted.value = props.name;
  kind.value = props.kinds[0]?.value ?? '';
}
function confirm(close: () => void): void {
  if (wanted.value.trim() === '') return;
  emit('add', wanted.value.trim(), kind.value);
  close();
  begin();
}
</script>

<template>
  <InPlaceEditor :label="title" button-class="add" placement="right" @open="opened++">
    {{ word }}
    <template #editor="{ close }">
      <form class="new" @submit.prevent="confirm(close)">
        <strong>{{ title }}</strong>
        <label class="field"
          >Name
          <input v-model="wanted" maxlength="60" required @focus="($event.target as HTMLInputElement).select()" />
        </label>
        <SelectField v-if="kinds.length > 1" v-model="kind" label="It is" :options="kinds" />
        <div class="row">
          <button type="submit" class="plain-button">Add</button>
          <button type="button" class="bare" @click="close()">Cancel</button>
        </div>
      </form>
    </template>
  </InPlaceEditor>
</template>

<style scoped>
.new {
  display: grid;
  gap: 9px;
}
/* Where editors have a place of their own its head says so already. */
:global(.editor.placed .new > strong) {
  display: none;
}
</style>
