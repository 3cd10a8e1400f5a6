<script setup lang="ts">
import type { Read } from '../ui/latest.ts';
import SheetTable, { type Column } from '../ui/SheetTable.vue';
import { second } from '../ui/when.ts';

interface Entry {
  at: string;
  who: string;
  what: string;
  detail: string;
}
defineProps<{ state: Read<readonly Entry[]> }>();
const COLUMNS: readonly Column<Entry>[] = [
  { key: 'at', title: 'When', of: ({ at }) => at },
  { key: 'who', title: 'Who', of: ({ who }) => who },
  { key: 'what', title: 'What', of: ({ what }) => what },
  { key: 'detail', title: 'Of what', of: ({ detail }) => detail },
];
</script>

<template>
  <p v-if="state.kind === 'loading'" role="status">Reading…</p>
  <p v-else-if="state.kind === 'failed'" role="alert">{{ state.message }}</p>
  <p v-else-if="state.value.length === 0">Nothing yet.</p>
  <SheetTable
    v-else
    label="What was done"
    stacks
    :columns="COLUMNS"
    :rows="state.value"
    :id-of="({ at, who, what, detail }) => `${at} ${who} ${what} ${detail}`"
  >
    <template #cell-at="{ row }"
      ><span class="when mono">{{ second(row.at) }}</span></template
    >
  </SheetTable>
</template>

<style scoped>
.sheet-table {
  max-height: 44vh;
}
.when {
  font-size: 12.5px;
  white-space: nowrap;
}
</style>
