<script setup lang="ts">
/** What to buy: counted, with spares, less what is in the drawer. */
import { computed } from 'vue';
import { partsListCsv, sizeName, totalPrice, totalWords, type PartRow } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { download, fileName } from '../ui/download.ts';
import CellField from '../ui/CellField.vue';
import SheetTable, { type Column } from '../ui/SheetTable.vue';
import { withBuild, withCount } from './edits.ts';
import TextField from '../ui/TextField.vue';
import { useUnits } from '../ui/units.ts';

const project = useProject();
const { cut: written, says, units } = useUnits();
const parts = computed(() => project.analysis?.parts ?? []);
const cuts = computed(() => project.analysis?.cuts ?? []);
const total = computed(() => totalPrice(parts.value, cuts.value));
interface Row {
  id: string;
  buy: number;
  description: string;
  tags: string;
  places: string;
  need: string;
  each: number | null;
  /** What its price goes by, and whether a person said it. */
  pricedAs: string;
  isOwnPrice: boolean;
  price: number | null;
  /** Null for wire, which is bought by the roll. */
  part: PartRow | null;
  spools: string;
}
const rows = computed((): readonly Row[] => [
  ...parts.value.map((part) => ({
    id: part.description + part.places,
    buy: part.toBuy,
    description: part.description,
    tags: part.tags,
    places: part.places,
    need: String(part.count),
    each: part.price,
    pricedAs: part.description,
    isOwnPrice: part.isOwnPrice,
    price: part.price === null ? null : part.price * part.toBuy,
    part,
    spools: '',
  })),
  ...cuts.value.map((cut) => ({
    id: `${cut.sizeMm2} ${cut.colour} ${cut.insulation}`,
    buy: cut.cut.rolls.length,
    description: `Roll of ${says(project.design!.build.rollM, 'm')}, ${sizeName(cut.sizeMm2)}, ${cut.colourName}, ${cut.insulation}`,
    tags: `${cut.pieces} ${cut.pieces === 1 ? 'piece' : 'pieces'}`,
    places: '',
    need: written(cut.lengthM),
    each: cut.unitPrice,
    pricedAs: cut.soldAs,
    isOwnPrice: cut.isOwnPrice,
    price: cut.price,
    part: null,
    spools: cut.cut.spools.length === 0 ? '' : `${cut.cut.spools.length} ${cut.cut.spools.length === 1 ? 'spool' : 'spools'}`,
  })),
]);
const COLUMNS: readonly Column<Row>[] = [
  { key: 'buy', title: 'Buy', number: true, of: ({ buy }) => buy },
  { key: 'description', title: 'Part', of: ({ description }) => description },
  { key: 'tags', title: 'Tags', of: ({ tags }) => tags },
  { key: 'places', title: 'Places', of: ({ places }) => places },
  { key: 'need', title: 'Need', number: true },
  { key: 'spare', title: 'Spare', number: true },
  { key: 'drawer', title: 'Drawer', number: true },
  { key: 'each', title: 'Each', number: true, of: ({ each }) => each ?? 0 },
  { key: 'price', title: 'Price', number: true, of: ({ price }) => price ?? 0 },
];
const MOST_PRICE = 1_000_000;
function setPrice(pricedAs: string, typed: string, refuse: () => void): void {
  const price = typed === '' ? undefined : Number(typed.replace(',', '.'));
  if (price !== undefined && !(price >= 0 && price <= MOST_PRICE)) refuse();
  else void project.edit('price', (now) => withCount(now, 'prices', pricedAs, price), `prices-${pricedAs}`);
}
const setCurrency = (currency: string) =>
  project.edit('money', (now) => withBuild(now, { currency: currency.trim().slice(0, 4) }), 'currency');
function set(list: 'drawer' | 'spares', description: string, typed: string, refuse: () => void): void {
  const count = typed === '' ? undefined : Number(typed);
  if (count !== undefined && (!Number.isInteger(count) || count < 0 || count > 10_000)) refuse();
  else
    void project.edit(list === 'drawer' ? 'drawer' : 'spares', (now) => withCount(now, list, description, count), `${list}-${description}`);
}
const save = () => download(fileName(`${project.design!.name} parts`, 'csv'), 'text/csv', partsListCsv(parts.value));
</script>

<template>
  <section aria-label="Parts">
    <div class="row head">
      <p class="note">
        Prices are invented, as all of the shelf: they weigh one choice against another. Type what one costs where you buy it; of wire a
        {{ units.lengthUnit === 'ft' ? 'foot' : 'metre' }}.
      </p>
      <TextField
        class="money"
        label="Your money"
        optional
        :model-value="project.design!.build.currency"
        @update:model-value="setCurrency"
      />
      <button class="plain-button" :disabled="parts.length === 0" @click="save">Parts as CSV</button>
    </div>
    <SheetTable
      label="Parts to buy"
      stacks
      :columns="COLUMNS"
      :rows="rows"
      :id-of="({ id }) => id"
      :class-of="({ buy }) => ({ had: buy === 0 })"
      empty="No parts yet."
    >
      <template #cell-buy="{ row }"
        ><b class="buy">{{ row.buy }}</b></template
      >
      <template #cell-tags="{ row }"
        ><span class="mono tags">{{ row.tags }}</span></template
      >
      <template #cell-places="{ row }"
        ><span class="note">{{ row.places }}</span></template
      >
      <template #cell-need="{ row }">{{ row.need }}</template>
      <template #cell-spare="{ row: { part } }">
        <CellField
          v-if="part"
          numeric
          :label="`Spare of ${part.description}`"
          :model-value="String(part.spare)"
          @take="(typed, refuse) => set('spares', part.description, typed, refuse)"
        />
      </template>
      <template #cell-drawer="{ row: { part, spools } }">
        <CellField
          v-if="part"
          numeric
          placeholder="0"
          :label="`In the drawer of ${part.description}`"
          :model-value="part.inDrawer ? String(part.inDrawer) : ''"
          @take="(typed, refuse) => set('drawer', part.description, typed, refuse)"
        />
        <span v-else class="note">{{ spools }}</span>
      </template>
      <template #cell-each="{ row: { each, pricedAs, isOwnPrice } }">
        <CellField
          class="each"
          numeric
          :placeholder="each === null ? '?' : each.toFixed(2)"
          :label="`What one costs: ${pricedAs}`"
          :model-value="isOwnPrice ? String(each) : ''"
          @take="(typed, refuse) => setPrice(pricedAs, typed, refuse)"
        />
      </template>
      <template #cell-price="{ row: { price } }">{{ price === null ? 'no price' : price.toFixed(2) }}</template>
      <template #foot>
        <tr>
          <th scope="row" colspan="9">Together {{ totalWords(total, project.design!.build) }}</th>
        </tr>
      </template>
    </SheetTable>
  </section>
</template>

<style scoped>
.head {
  justify-content: space-between;
  align-items: end;
  margin-bottom: 8px;
}
.head > .note {
  flex: 1;
}
.money {
  flex: none;
}
.money :deep(input) {
  width: 72px;
  text-align: left;
}
section :deep(input.each) {
  width: 58px;
}
.note {
  color: var(--iron);
  font-size: 12.5px;
}
.tags {
  font-size: 12px;
  max-width: 220px;
}
section :deep(.had td) {
  color: var(--iron);
}
:deep(input) {
  width: 46px;
  text-align: right;
  font-family: var(--mono);
  background: none;
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 1px 4px;
}
</style>
