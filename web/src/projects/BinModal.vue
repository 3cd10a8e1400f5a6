<script setup lang="ts">
/** What was deleted and can be brought back. */
import { Modal, Popconfirm } from 'ant-design-vue';
import { ref, watch } from 'vue';
import { BIN_DAYS } from '@iron-nudge/contract';
import { api } from '../api.ts';
import { latest } from '../ui/latest.ts';
import { wordsOf } from '../ui/words-of.ts';

const open = defineModel<boolean>('open', { required: true });
const emit = defineEmits<{ changed: [] }>();
const { state: list, refresh } = latest(() => api.bin());
const trouble = ref('');
watch(
  open,
  (is) => {
    if (is) void refresh();
  },
  { immediate: true },
);
async function attempt(work: Promise<unknown>): Promise<void> {
  trouble.value = '';
  try {
    await work;
    emit('changed');
  } catch (error) {
    trouble.value = wordsOf(error);
  }
  await refresh();
}
const DAY_MS = 86_400_000;
const daysLeft = (deletedAt: string) => Math.max(0, Math.ceil(BIN_DAYS - (Date.now() - Date.parse(deletedAt)) / DAY_MS));
</script>

<template>
  <Modal v-model:open="open" title="Bin" :footer="null" width="620px">
    <p>Deleted projects stay here for {{ BIN_DAYS }} days with their readings and revisions, and are then gone for good.</p>
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <p v-if="list.kind === 'loading'" role="status">Reading…</p>
    <p v-else-if="list.kind === 'failed'" role="alert">{{ list.message }}</p>
    <p v-else-if="list.value.length === 0">The bin is empty.</p>
    <table v-else class="sheet">
      <tbody>
        <tr v-for="project in list.value" :key="project.id">
          <td>{{ project.name }}</td>
          <td class="number">{{ daysLeft(project.deletedAt) }} days left</td>
          <td>
            <button class="plain-button" :aria-label="`Bring back ${project.name}`" @click="attempt(api.restore(project.id))">
              Bring back
            </button>
          </td>
          <td>
            <Popconfirm
              title="For good? Nothing brings it back after this but a backup."
              ok-text="Delete for good"
              cancel-text="No"
              @confirm="attempt(api.removeForGood(project.id))"
            >
              <button class="plain-button danger" :aria-label="`Delete ${project.name} for good`">Delete for good</button>
            </Popconfirm>
          </td>
        </tr>
      </tbody>
    </table>
  </Modal>
</template>

<style scoped>
td:first-child {
  width: 100%;
}
button {
  white-space: nowrap;
}
</style>
