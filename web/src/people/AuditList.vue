<script setup lang="ts">
import type { Read } from '../ui/latest.ts';
import { second } from '../ui/when.ts';

defineProps<{ state: Read<readonly { at: string; who: string; what: string; detail: string }[]> }>();
</script>

<template>
  <p v-if="state.kind === 'loading'" role="status">Reading…</p>
  <p v-else-if="state.kind === 'failed'" role="alert">{{ state.message }}</p>
  <p v-else-if="state.value.length === 0">Nothing yet.</p>
  <div v-else class="scroll">
    <table class="sheet">
      <tbody>
        <tr v-for="(entry, at) in state.value" :key="at">
          <td class="when mono">{{ second(entry.at) }}</td>
          <td>{{ entry.who }}</td>
          <td>{{ entry.what }}</td>
          <td>{{ entry.detail }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  max-height: 44vh;
  overflow-y: auto;
}
td {
  white-space: nowrap;
}
td:last-child {
  width: 100%;
  white-space: normal;
}
.when {
  font-size: 12.5px;
}
</style>
