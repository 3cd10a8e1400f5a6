<script setup lang="ts" generic="Row extends object">
/**
 * A table of rows: its head stays, a column with `of` sorts, one of more than a screenful draws only the rows that are looked
 * at. With `stacks` a row is a card on a phone, each value with its column's name. Cells are slots named after their column;
 * without one it is what `of` says.
 *
 * The library's own sort signs have no name for a screen reader, so the head's buttons are ours.
 */
import { Table, type TableColumnsType } from 'ant-design-vue';
import { computed, h, normalizeClass, ref, type FunctionalComponent } from 'vue';
import { inOrder } from './find.ts';

export interface Column<Row> {
  key: string;
  title: string;
  number?: boolean;
  of?: (row: Row) => string | number;
}
const props = defineProps<{
  label: string;
  columns: readonly Column<Row>[];
  rows: readonly Row[];
  idOf: (row: Row) => string;
  empty?: string;
  classOf?: (row: Row) => Record<string, boolean>;
  stacks?: boolean;
  /** As high as the window allows, and scrolled in itself. */
  tall?: boolean;
}>();
const emit = defineEmits<{ pick: [row: Row] }>();
defineSlots<Record<`cell-${string}`, (scope: { row: Row }) => unknown> & { foot?: () => unknown }>();

const sort = ref<{ key: string; down: boolean } | null>(null);
function order(key: string): void {
  sort.value = sort.value?.key !== key ? { key, down: false } : sort.value.down ? null : { key, down: true };
}
const signOf = (key: string) => (sort.value?.key === key ? (sort.value.down ? ' ▼' : ' ▲') : '');
const sorted = computed(() => {
  const of = props.columns.find(({ key }) => key === sort.value?.key)?.of;
  if (!of) return props.rows;
  const direction = sort.value!.down ? -1 : 1;
  return props.rows.toSorted((a, b) => direction * inOrder(of(a), of(b)));
});
// What the library's types leave out of a cell's attributes the page takes all the same.
const heads = computed(
  () =>
    props.columns.map((column) => ({
      key: column.key,
      dataIndex: column.key,
      title: column.title,
      className: column.number ? 'number' : '',
      customCell: () => ({ 'data-title': column.title }),
      customHeaderCell: () => ({
        scope: 'col',
        ...(column.of ? { 'aria-sort': sort.value?.key !== column.key ? 'none' : sort.value.down ? 'descending' : 'ascending' } : {}),
      }),
    })) as unknown as TableColumnsType,
);
const columnOf = (key: unknown) => props.columns.find((column) => column.key === key)!;

/** Rows above which only what is looked at is drawn; how many are drawn above what is looked at. */
const MANY = 120;
const MARGIN = 25;
const first = ref(0);
/** How high a row is, pixels, by those that are drawn: a card of a phone is many lines high. */
const rowPx = ref(36);
const isLong = computed(() => props.rows.length > MANY);
/** What is found may be fewer rows than were scrolled past. */
const start = computed(() => Math.max(0, Math.min(first.value, props.rows.length - MANY)));
const shown = computed(() => (isLong.value ? sorted.value.slice(start.value, start.value + MANY) : sorted.value));
function look(event: Event): void {
  if (!isLong.value) return;
  const box = event.target as HTMLElement;
  const drawn = [...box.querySelectorAll('tbody > tr:not([aria-hidden])')];
  const [head, tail] = [drawn[0], drawn.at(-1)];
  if (head && tail) rowPx.value = (tail.getBoundingClientRect().bottom - head.getBoundingClientRect().top) / drawn.length;
  first.value = Math.floor(box.scrollTop / rowPx.value) - MARGIN;
}
const spacer = (rows: number) => (rows > 0 ? [h('tr', { 'aria-hidden': 'true', style: { height: `${rows * rowPx.value}px` } })] : []);
const Body: FunctionalComponent = (_, { slots }) =>
  h('tbody', { class: 'ant-table-tbody' }, [
    ...(isLong.value ? spacer(start.value) : []),
    slots.default?.(),
    ...(isLong.value ? spacer(props.rows.length - start.value - MANY) : []),
  ]);
const components = { body: { wrapper: Body } };
const ofRow = (row: Row) => ({ onClick: () => emit('pick', row) });
const classOf = (row: Row) => normalizeClass(props.classOf?.(row));
</script>

<template>
  <div class="sheet-table" :class="{ stacks, tall: tall || isLong }" tabindex="0" role="region" :aria-label="label" @scroll="look">
    <Table
      :columns="heads"
      :data-source="[...shown]"
      :row-key="idOf"
      :pagination="false"
      :components="components"
      :custom-row="ofRow"
      :row-class-name="classOf"
      size="small"
    >
      <template #headerCell="{ column }">
        <button v-if="columnOf(column.key).of" class="bare sorter" @click="order(String(column.key))">
          {{ column.title }}{{ signOf(String(column.key)) }}
        </button>
        <template v-else>{{ column.title }}</template>
      </template>
      <template #bodyCell="{ column, record }">
        <slot :name="`cell-${String(column.key)}`" :row="record as Row">{{ columnOf(column.key).of?.(record as Row) }}</slot>
      </template>
      <template #emptyText>{{ empty ?? 'Nothing here yet.' }}</template>
      <template v-if="$slots.foot && rows.length > 0" #summary><slot name="foot" /></template>
    </Table>
  </div>
</template>

<style scoped>
.sheet-table {
  overflow: auto;
  border: 1px solid var(--line);
  background: var(--sheet);
}
.tall {
  max-height: calc(100vh - 300px);
  min-height: 260px;
}
.sheet-table :deep(.ant-table) {
  font-size: 13px;
  background: none;
}
.sheet-table :deep(.ant-table.ant-table-small .ant-table-thead > tr > th) {
  position: sticky;
  top: 0;
  z-index: 1;
  font: 600 13px var(--condensed);
  letter-spacing: 0.05em;
  text-transform: uppercase;
  color: var(--iron);
  background: var(--sheet);
  border-bottom: 2px solid var(--line);
  border-radius: 0;
  padding: 6px 10px;
  white-space: nowrap;
}
.sheet-table :deep(.ant-table-thead > tr > th)::before {
  display: none;
}
.sheet-table :deep(.ant-table.ant-table-small .ant-table-tbody > tr > td),
.sheet-table :deep(.ant-table-summary td),
.sheet-table :deep(.ant-table-summary th) {
  padding: 5px 10px;
  vertical-align: top;
  border-color: var(--line);
}
.sheet-table :deep(.ant-table-tbody > tr:hover > td) {
  background: var(--control-fill);
}
.sheet-table :deep(.number) {
  text-align: right;
}
.sheet-table :deep(td.number) {
  font-family: var(--mono);
  white-space: nowrap;
}
.sorter {
  font: inherit;
  letter-spacing: inherit;
  text-transform: inherit;
  color: inherit;
}
@media (max-width: 800px) {
  .stacks {
    border: 0;
    background: none;
  }
  .stacks.tall {
    max-height: 78vh;
  }
  .stacks :deep(.ant-table-thead) {
    display: none;
  }
  .stacks :deep(:is(table, tbody, tfoot)) {
    display: block;
  }
  .stacks :deep(.ant-table-tbody > tr) {
    display: block;
    padding: 8px 10px;
    margin-bottom: 8px;
    background: var(--sheet);
    border: 1px solid var(--line);
  }
  .stacks :deep(.ant-table.ant-table-small .ant-table-tbody > tr > td) {
    display: flex;
    gap: 8px;
    border: 0;
    padding: 1px 0;
    text-align: left;
    white-space: normal;
  }
  .stacks :deep(.ant-table-tbody > tr > td:empty) {
    display: none;
  }
  .stacks :deep(.ant-table-tbody > tr > td)::before {
    content: attr(data-title);
    flex: 0 0 96px;
    color: var(--iron);
    font: 12.5px var(--text);
  }
}
</style>
