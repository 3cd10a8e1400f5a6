<script setup lang="ts">
/** Which piece is cut from which spool or roll. */
import { computed, ref } from 'vue';
import { WIRE_COLOURS, colourName, cutListCsv, sizeName, type CutRow, type Stock } from '@iron-nudge/core';
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
const swatch = (colour: string) => WIRE_COLOURS[colour.slice(0, 2) as keyof typeof WIRE_COLOURS].css;
const kinds = computed(() => [...new Map(cuts.value.map((row) => [`${row.sizeMm2}|${row.colour}`, row])).values()]);
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
