<script setup lang="ts">
/** What to buy: counted, with spares, less what is in the drawer. */
import { computed } from 'vue';
import { colourName, partsListCsv, sizeName, totalPrice } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { download, fileName } from '../ui/download.ts';
import CellField from '../ui/CellField.vue';
import { withCount } from './edits.ts';

const project = useProject();
const parts = computed(() => project.analysis?.parts ?? []);
const cuts = computed(() => project.analysis?.cuts ?? []);
const total = computed(() => totalPrice(parts.value, cuts.value));
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
      <p class="note">Prices are invented, as all of the shelf: they weigh one choice against another.</p>
      <button class="plain-button" :disabled="parts.length === 0" @click="save">Parts as CSV</button>
    </div>
    <table v-if="parts.length" class="sheet">
      <thead>
        <tr>
          <th scope="col">Buy</th>
          <th scope="col">Part</th>
          <th scope="col">Tags</th>
          <th scope="col">Places</th>
          <th scope="col">Need</th>
          <th scope="col">Spare</th>
          <th scope="col">Drawer</th>
          <th scope="col">Each</th>
          <th scope="col">Price</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in parts" :key="row.description + row.places" :class="{ had: row.toBuy === 0 }">
          <td class="number buy">{{ row.toBuy }}</td>
          <td>{{ row.description }}</td>
          <td class="mono tags">{{ row.tags }}</td>
          <td class="note">{{ row.places }}</td>
          <td class="number">{{ row.count }}</td>
          <td class="number">
            <CellField
              numeric
              :label="`Spare of ${row.description}`"
              :model-value="String(row.spare)"
              @take="(typed, refuse) => set('spares', row.description, typed, refuse)"
            />
          </td>
          <td class="number">
            <CellField
              numeric
              placeholder="0"
              :label="`In the drawer of ${row.description}`"
              :model-value="row.inDrawer ? String(row.inDrawer) : ''"
              @take="(typed, refuse) => set('drawer', row.description, typed, refuse)"
            />
          </td>
          <td class="number">{{ row.price === null ? '' : row.price.toFixed(2) }}</td>
          <td class="number">{{ row.price === null ? 'its own' : (row.price * row.toBuy).toFixed(2) }}</td>
        </tr>
        <tr v-for="row in cuts" :key="`${row.sizeMm2}${row.colour}${row.insulation}`">
          <td class="number buy">{{ row.cut.rolls.length }}</td>
          <td>
            Roll of {{ project.design!.build.rollM }} m, {{ sizeName(row.sizeMm2) }}, {{ colourName(row.colour) }}, {{ row.insulation }}
          </td>
          <td class="mono tags">{{ row.pieces }} {{ row.pieces === 1 ? 'piece' : 'pieces' }}</td>
          <td></td>
          <td class="number">{{ row.lengthM.toFixed(2) }} m</td>
          <td></td>
          <td class="number note">
            {{ row.cut.spools.length ? `${row.cut.spools.length} spool${row.cut.spools.length > 1 ? 's' : ''}` : '' }}
          </td>
          <td></td>
          <td class="number">{{ row.price.toFixed(2) }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th scope="row" colspan="8">Together{{ total.unpriced > 0 ? `, without ${total.unpriced} rows of your own parts` : '' }}</th>
          <td class="number buy">{{ total.price.toFixed(2) }}</td>
        </tr>
      </tfoot>
    </table>
    <p v-else class="note">No parts yet.</p>
  </section>
</template>

<style scoped>
.head {
  justify-content: space-between;
}
.note {
  color: var(--iron);
  font-size: 12.5px;
}
.buy {
  font-weight: 700;
}
.tags {
  font-size: 12px;
  max-width: 220px;
}
.had td {
  color: var(--iron);
}
input {
  width: 46px;
  text-align: right;
  font-family: var(--mono);
  background: none;
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 1px 4px;
}
@media (max-width: 800px) {
  section {
    overflow-x: auto;
  }
}
</style>
