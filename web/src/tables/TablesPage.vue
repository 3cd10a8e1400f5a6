<script setup lang="ts">
/** The reference tables, each with its source. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { REFERENCE_TABLES, sourceText } from '@iron-nudge/core';
import ListPage from '../shell/ListPage.vue';

const route = useRoute();
const table = computed(() => REFERENCE_TABLES.find(({ id }) => id === route.params.table) ?? REFERENCE_TABLES[0]!);
const entries = REFERENCE_TABLES.map(({ id, title }) => ({ id, title, to: { name: 'tables', params: { table: id } } }));
</script>

<template>
  <ListPage title="Tables" :entries="entries" :current="table.id">
    <h1>{{ table.title }}</h1>
    <p class="source">Source: {{ sourceText(table.source) }}.</p>
    <p>{{ table.note }}</p>
    <table class="sheet">
      <thead>
        <tr>
          <th v-for="column in table.columns" :key="column" scope="col">{{ column }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, at) in table.rows" :key="at">
          <td v-for="(cell, index) in row" :key="index" :class="{ mono: /^[\d.≥−]+/.test(cell) }">{{ cell }}</td>
        </tr>
      </tbody>
    </table>
    <p class="caution">
      What is marked “from memory” is to be looked up before it is relied on. Local codes and licensed practice come first.
    </p>
  </ListPage>
</template>

<style scoped>
.source {
  font-weight: 500;
  margin: 4px 0;
}
table.sheet {
  width: auto;
  min-width: 360px;
}
.caution {
  color: var(--iron);
  font-size: 13px;
  margin-top: 16px;
}
</style>
