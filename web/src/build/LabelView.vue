<script setup lang="ts">
/** Labels for both ends of every piece. */
import { computed } from 'vue';
import { labelsCsv } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { download, fileName } from '../ui/download.ts';

const project = useProject();
const rows = computed(() => project.analysis?.wires ?? []);
const save = () => download(fileName(`${project.design!.name} labels`, 'csv'), 'text/csv', labelsCsv(rows.value));
</script>

<template>
  <section aria-label="Labels">
    <div class="row head">
      <p class="note">Two of each piece: its number and the terminal that this end goes on. The build book has them as a sheet.</p>
      <button class="plain-button" :disabled="rows.length === 0" @click="save">Labels as CSV</button>
    </div>
    <p v-if="rows.length === 0" class="note">No wires yet.</p>
    <ul>
      <li v-for="row in rows" :key="row.id" class="mono">
        <span>{{ row.labelFrom }}</span>
        <span>{{ row.labelTo }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.head {
  justify-content: space-between;
}
.note {
  color: var(--iron);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: 1fr 1fr;
  background: var(--sheet);
  border: 1px solid var(--line);
  font-size: 11.5px;
}
li span {
  padding: 4px 7px;
}
li span + span {
  border-left: 1px dashed var(--iron);
}
</style>
