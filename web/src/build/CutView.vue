<script setup lang="ts">
/** Which piece is cut from which spool or roll. */
import { computed, ref, watch } from 'vue';
import { colourName, cutListCsv, sizeName, soldName, wireBought, type CutRow, type SizeSet, type Stock } from '@iron-nudge/core';
import { swatch } from '../ui/swatch.ts';
import { useProject } from '../stores/project.ts';
import { download, fileName } from '../ui/download.ts';
import NumberField from '../ui/NumberField.vue';
import { withBuild } from './edits.ts';
import SelectField from '../ui/SelectField.vue';
import { useUnits } from '../ui/units.ts';

const project = useProject();
const { cut, left, says, short, units } = useUnits();
const cuts = computed(() => project.analysis?.cuts ?? []);
const build = computed(() => project.design!.build);
const kinds = computed(() => [
  ...new Map(cuts.value.filter(({ cores }) => cores === 1).map((row) => [`${row.sizeMm2}|${row.colour}`, row])).values(),
]);
const kind = ref('');
const lengthM = ref(5);
function addSpool(): void {
  const row = kinds.value.find((one) => `${one.sizeMm2}|${one.colour}` === kind.value) ?? kinds.value[0];
  if (!row) return;
  const { sizeMm2, colour } = row;
  void project.edit('spool', (now) => withBuild(now, { spools: [...now.build.spools, { sizeMm2, colour, lengthM: lengthM.value }] }));
}
const dropSpool = (at: number) =>
  project.edit('spool', (now) => withBuild(now, { spools: now.build.spools.filter((_, index) => index !== at) }));
const stocks = ({ cut }: CutRow): Stock[] => [...cut.spools, ...cut.rolls];
const share = (metre: number, { lengthM: whole }: Stock) => `${(100 * metre) / whole}%`;
/** What all of it takes, as it is. */
const all = computed(() => wireBought(cuts.value));
const kept = computed(() => project.design!.settings.sizes);
const named = (list: readonly number[]) => list.map((size) => soldName(size)).join(', ');
/** Sets of fewer sizes, of the project as it was when they were asked for. */
const sets = ref<readonly SizeSet[] | 'asked' | null>(null);
watch(
  () => project.design,
  () => (sets.value = null),
);
async function ask(): Promise<void> {
  const of = project.design;
  sets.value = 'asked';
  const found = await project.fewer();
  // Of a project that has changed since it says nothing.
  if (project.design === of) sets.value = found;
}
const keepTo = (only: readonly number[]) =>
  project.patch(only.length > 0 ? 'fewer sizes of wire' : 'every size of wire', [{ path: ['settings', 'sizes'], value: [...only] }]);
const dearer = ({ price: of }: SizeSet): string => {
  const more = of - (sets.value as readonly SizeSet[])[0]!.price;
  return Math.abs(more) < 0.005 ? 'the same' : `${more > 0 ? '+' : '−'}${Math.abs(more).toFixed(2)}`;
};
const save = () => download(fileName(`${project.design!.name} cuts`, 'csv'), 'text/csv', cutListCsv(cuts.value, units.value));
</script>

<template>
  <section aria-label="Cut list">
    <div class="row head">
      <NumberField
        label="New rolls are of"
        unit="m"
        :most="500"
        :model-value="build.rollM"
        @update:model-value="project.edit('roll', (now) => withBuild(now, { rollM: $event }), 'roll')"
      />
      <SelectField
        v-model="kind"
        label="A spool that is there"
        :options="kinds.map((row) => ({ value: `${row.sizeMm2}|${row.colour}`, text: `${sizeName(row.sizeMm2)} ${row.colourName}` }))"
      />
      <NumberField label="of" unit="m" :most="1000" :model-value="lengthM" @update:model-value="lengthM = $event" />
      <button class="plain-button" :disabled="kinds.length === 0" @click="addSpool">Add the spool</button>
      <button class="plain-button right" :disabled="cuts.length === 0" @click="save">Cuts as CSV</button>
    </div>
    <ul v-if="build.spools.length" class="spools">
      <li v-for="(spool, at) in build.spools" :key="at">
        <span class="swatch" :style="{ background: swatch(spool.colour) }" aria-hidden="true" />{{ sizeName(spool.sizeMm2) }}
        {{ colourName(spool.colour) }}, {{ says(spool.lengthM, 'm') }}
        <button class="bare" :aria-label="`Take away spool ${at + 1}`" @click="dropSpool(at)">✕</button>
      </li>
    </ul>
    <p v-if="cuts.length === 0" class="note">Nothing to cut yet.</p>
    <section v-if="cuts.length > 0" class="few" aria-label="Fewer sizes">
      <p>
        In all {{ all.sizes.length }} {{ all.sizes.length === 1 ? 'size' : 'sizes' }} ({{ named(all.sizes) }}), {{ all.rolls }} new
        {{ all.rolls === 1 ? 'roll' : 'rolls' }}, <span class="mono">{{ all.price.toFixed(2) }}</span>.
        <template v-if="kept.length > 0"
          >Sizing keeps to {{ named(kept) }} where they will do.
          <button class="plain-button" @click="keepTo([])">Take every size again</button></template
        >
        <button v-if="sets === null" class="plain-button" :disabled="all.sizes.length < 2 && kept.length === 0" @click="ask">
          Fewer sizes…
        </button>
      </p>
      <p v-if="sets === 'asked'" class="note" role="status">Looking for fewer…</p>
      <table v-else-if="sets !== null">
        <thead>
          <tr>
            <th>Sizes</th>
            <th>New rolls</th>
            <th>Wire in all</th>
            <th>Against every size</th>
            <th>Makes worse</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          <tr v-for="set in sets" :key="set.sizes.join()">
            <td>{{ named(set.sizes) }}</td>
            <td class="mono">{{ set.rolls }}</td>
            <td class="mono">{{ set.price.toFixed(2) }}</td>
            <td class="mono">{{ dearer(set) }}</td>
            <td :class="{ worse: set.worse.length }" :title="set.worse.join('\n')">
              {{ set.worse.length ? `${set.worse[0]}${set.worse.length > 1 ? `, and ${set.worse.length - 1} more` : ''}` : 'nothing' }}
            </td>
            <td>
              <button
                v-if="set.only.join() !== kept.join()"
                class="plain-button"
                :aria-label="set.only.length ? `Keep to ${named(set.only)}` : 'Take every size'"
                @click="keepTo(set.only)"
              >
                {{ set.only.length ? 'Keep to these' : 'Take every size' }}
              </button>
              <span v-else class="note">as it is</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="sets !== null && sets !== 'asked'" class="note">
        Sized anew with these: no leg bears less than its fuse, and every rule is asked again. What you chose by hand stays.
      </p>
    </section>
    <article v-for="row in cuts" :key="`${row.sizeMm2}${row.colour}${row.insulation}`">
      <h2>
        <span class="swatch" :style="{ background: swatch(row.colour) }" aria-hidden="true" />{{ sizeName(row.sizeMm2) }}
        {{ row.colourName }}
        <span class="note"
          >{{ row.insulation }} · {{ row.pieces }} {{ row.pieces === 1 ? 'piece' : 'pieces' }}, {{ cut(row.lengthM) }} ·
          {{ row.cut.rolls.length }} new {{ row.cut.rolls.length === 1 ? 'roll' : 'rolls' }}, no way needs fewer than
          {{ row.cut.leastRolls }} · {{ left(row.cut.wasteM) }} left</span
        >
      </h2>
      <div v-for="stock in stocks(row)" :key="stock.name" class="stock">
        <span class="name">{{ stock.name }}</span>
        <span
          class="bar"
          role="img"
          :aria-label="`${stock.pieces.map(({ id, lengthM: metre }) => `${id} ${cut(metre)}`).join(', ')}; ${left(stock.leftM)} left`"
        >
          <span
            v-for="piece in stock.pieces"
            :key="piece.id"
            class="piece"
            :style="{ width: share(piece.lengthM, stock) }"
            :title="`${piece.id} ${cut(piece.lengthM)}`"
          >
            <span>{{ piece.id }} {{ short(piece.lengthM) }}</span>
          </span>
        </span>
        <span class="over mono">{{ left(stock.leftM) }} left</span>
        <span class="whole mono">{{ stock.pieces.map(({ id, lengthM: metre }) => `${id} ${short(metre)}`).join(' · ') }}</span>
      </div>
      <p v-for="piece in row.cut.tooLong" :key="piece.id" class="long">
        {{ piece.id }}: {{ cut(piece.lengthM) }}, longer than a roll: by the metre
      </p>
    </article>
    <p class="note">Longest first, each where it leaves least over (best fit decreasing); the least is the bound of Martello and Toth.</p>
  </section>
</template>

<style scoped>
.head {
  align-items: end;
  flex-wrap: wrap;
  margin-bottom: 10px;
}
.head :deep(.field) {
  width: 150px;
}
.right {
  margin-left: auto;
}
.spools {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  padding: 0;
  margin: 0 0 10px;
}
article {
  margin-bottom: 12px;
}
h2 {
  font-size: 16px;
}
.few {
  margin-bottom: 14px;
}
.few table {
  border-collapse: collapse;
}
.few th,
.few td {
  text-align: left;
  padding: 3px 18px 3px 0;
  border-bottom: 1px solid var(--line);
  font-weight: normal;
}
.few .worse {
  color: var(--caution-text);
}
.few th {
  color: var(--iron);
  font-size: 12.5px;
}
.note {
  color: var(--iron);
  font: 12.5px var(--text);
}
.stock {
  display: grid;
  grid-template-columns: 62px 1fr 92px;
  gap: 8px;
  align-items: center;
  margin: 3px 0;
}
.name,
.over {
  white-space: nowrap;
  font-size: 12.5px;
  color: var(--iron);
}
.bar {
  display: flex;
  height: 22px;
  background: var(--bench);
  border: 1px solid var(--line);
  overflow: hidden;
}
.piece {
  background: var(--sheet);
  border-right: 2px solid var(--iron);
  font: 11px/20px var(--mono);
  overflow: hidden;
  white-space: nowrap;
  padding-left: 3px;
}
/* A number that is cut short would be another wire's. */
.piece span {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
}
.whole {
  grid-column: 2;
  font-size: 11.5px;
}
.swatch {
  display: inline-block;
  width: 16px;
  height: 11px;
  border: 1px solid var(--line);
  margin-right: 6px;
}
.long {
  color: var(--caution-text);
  margin: 3px 0;
}
</style>
