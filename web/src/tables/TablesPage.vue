<script setup lang="ts">
/** The reference tables, each with its source. */
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { REFERENCE_TABLES, sourceText } from '@iron-nudge/core';
import ListPage from '../shell/ListPage.vue';
import { holding } from '../ui/find.ts';
import SheetTable, { type Column } from '../ui/SheetTable.vue';
import TextField from '../ui/TextField.vue';

const route = useRoute();
const table = computed(() => REFERENCE_TABLES.find(({ id }) => id === route.params.table) ?? REFERENCE_TABLES[0]!);
/** Rows above which one looks for a word rather than down the page. */
const MANY = 24;
const typed = ref('');
watch(
  () => table.value.id,
  () => (typed.value = ''),
);
interface Row {
  id: string;
  cells: readonly string[];
}
const all = computed(() => table.value.rows.map((cells, at): Row => ({ id: `${table.value.id} ${at}`, cells })));
const rows = computed(() => holding(all.value, typed.value, ({ cells }) => cells.join(' ')));
const columns = computed(() =>
  table.value.columns.map((title, at): Column<Row> => ({ key: String(at), title, of: ({ cells }) => cells[at] ?? '' })),
);
const isNumber = (cell: string) => /^[\d.≥−]+/.test(cell);
const entries = REFERENCE_TABLES.map(({ id, title }) => ({ id, title, to: { name: 'tables', params: { table: id } } }));
</script>

<template>
  <ListPage title="Tables" :entries="entries" :current="table.id">
    <h1>{{ table.title }}</h1>
    <p class="source">Source: {{ sourceText(table.source) }}.</p>
    <p>{{ table.note }}</p>
    <TextField v-if="table.rows.length > MANY" v-model="typed" class="find" label="Find in it" optional placeholder="a word or a size" />
    <SheetTable
      :key="table.id"
      stacks
      :label="table.title"
      :columns="columns"
      :rows="rows"
      :id-of="({ id }) => id"
      empty="No row has that."
    >
      <template v-for="({ key }, at) in columns" :key="key" #[`cell-${key}`]="{ row }"
        ><span :class="{ mono: isNumber(row.cells[at] ?? '') }">{{ row.cells[at] }}</span></template
      >
    </SheetTable>
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
.sheet-table {
  width: fit-content;
  min-width: min(360px, 100%);
  max-width: 100%;
}
.find {
  width: 260px;
  margin-bottom: 8px;
}
.caution {
  color: var(--iron);
  font-size: 13px;
  margin-top: 16px;
}
</style>
