<script setup lang="ts">
/** All pieces of wire; what a person says of one stays with it. */
import { computed, ref } from 'vue';
import { WIRE_COLOURS, colourName, readQuantity, sizeName, wireListCsv, type WireRow } from '@iron-nudge/core';
import { swatch } from '../ui/swatch.ts';
import { useProject } from '../stores/project.ts';
import { download, fileName } from '../ui/download.ts';
import CellField from '../ui/CellField.vue';
import { withWireEdit } from './edits.ts';
import ChoiceInPlace from '../ui/ChoiceInPlace.vue';
import { holding } from '../ui/find.ts';
import SelectField from '../ui/SelectField.vue';
import SheetTable, { type Column } from '../ui/SheetTable.vue';
import TickField from '../ui/TickField.vue';
import { each } from '../ui/options.ts';
import { useUnits } from '../ui/units.ts';

const project = useProject();
const { named, says, short, units } = useUnits();
const text = ref('');
const job = ref('');
const COLUMNS: readonly Column<WireRow>[] = [
  { key: 'tag', title: 'Wire', of: ({ tag }) => tag },
  { key: 'from', title: 'From', of: ({ from }) => from },
  { key: 'to', title: 'To', of: ({ to }) => to },
  { key: 'colour', title: 'Colour', of: ({ colour }) => colour },
  { key: 'size', title: 'Size', number: true, of: ({ sizeMm2 }) => sizeMm2 },
  { key: 'cut', title: 'Cut', number: true, of: ({ lengthM }) => lengthM },
  { key: 'loom', title: 'Loom', of: ({ loom, cord }) => [loom, cord].filter(Boolean).join(' · ') },
  { key: 'ends', title: 'Ends' },
  { key: 'label', title: 'Label' },
  { key: 'fitted', title: 'Fitted' },
];

const all = computed(() => project.analysis?.wires ?? []);
const rows = computed(() =>
  holding(
    all.value.filter((row) => job.value === '' || row.job === job.value),
    text.value,
    (row) =>
      `${row.tag} ${row.from} ${row.fromPlace} ${row.to} ${row.toPlace} ${row.colour} ${row.colourName} ${row.sizeMm2} ${row.awg} loom ${row.loom} cord ${row.cord} ${row.labelFrom}`,
  ),
);
const clashes = computed(() =>
  (project.analysis?.strips ?? []).flatMap((strip) => strip.clashes.map(({ words }) => `${strip.name}: ${words}`)),
);

const BASES = Object.keys(WIRE_COLOURS) as (keyof typeof WIRE_COLOURS)[];
/** Plain colours, and the tracers of the one that it has. */
const colours = (now: string) => [
  ...new Set([now, ...BASES, ...BASES.filter((tracer) => tracer !== now.slice(0, 2)).map((tracer) => `${now.slice(0, 2)}/${tracer}`)]),
];
const said = (row: WireRow) => project.design!.build.wires[row.wire];
const edit = (row: WireRow, what: string, changes: Parameters<typeof withWireEdit>[2]) =>
  project.edit(`${what} of ${row.tag}`, (now) => withWireEdit(now, row.wire, changes), `wire-${row.wire}-${what}`);
/** Whole wires only: a piece between strip and part follows its wire. */
const whole = (row: WireRow) => row.id === row.wire;
const trouble = ref('');
function setLength(row: WireRow, typed: string, refuse: () => void): void {
  const value = readQuantity(typed, 'm', units.value) ?? NaN;
  trouble.value = '';
  if (typed === '') void edit(row, 'length', { lengthM: undefined });
  else if (!(value > 0 && value <= 500)) {
    trouble.value = `The length of ${row.tag} is above 0 and up to ${says(500, 'm')}.`;
    refuse();
  } else {
    // What the strips add to the piece belongs to the wire.
    const { lengthM } = project.analysis!.netlist.wires.find(({ id }) => id === row.wire)!;
    void edit(row, 'length', { lengthM: Number((value + lengthM - row.lengthM).toFixed(6)) });
  }
}
const setLabel = (row: WireRow, typed: string) => edit(row, 'label', { label: typed === '' ? undefined : typed });
const save = () => download(fileName(`${project.design!.name} wires`, 'csv'), 'text/csv', wireListCsv(rows.value, units.value));
</script>

<template>
  <section>
    <p v-for="clash in clashes" :key="clash" class="clash">▲ {{ clash }}</p>
    <p v-if="trouble" class="stop" role="alert">■ {{ trouble }}</p>
    <div class="row head">
      <label class="field">Find <input v-model="text" type="search" placeholder="K1, red, tail, loom B, 2.5" /></label>
      <SelectField
        v-model="job"
        label="Job"
        :options="[{ value: '', text: 'all jobs' }, ...each((project.design?.jobs ?? []).map(({ name }) => name))]"
      />
      <span class="count mono" role="status">{{ rows.length }} of {{ all.length }} pieces</span>
      <button class="plain-button" :disabled="rows.length === 0" @click="save">Wires as CSV</button>
    </div>
    <SheetTable
      label="Wire list"
      tall
      stacks
      :columns="COLUMNS"
      :rows="rows"
      :id-of="({ id }) => id"
      :class-of="(row) => ({ selected: project.selection?.id === row.wire, there: row.existing })"
      :empty="all.length > 0 ? 'No wire is like that.' : 'No wires yet: a job that is wired puts its wires here.'"
      @pick="project.selection = { kind: 'wire', id: $event.wire }"
    >
      <template #cell-tag="{ row }"
        ><span class="mono">{{ row.tag }}</span></template
      >
      <template #cell-from="{ row }"
        >{{ row.from }} <span class="place">{{ row.fromPlace }}</span></template
      >
      <template #cell-to="{ row }"
        >{{ row.to }} <span class="place">{{ row.toPlace }}</span></template
      >
      <template #cell-colour="{ row }">
        <span class="colour">
          <span class="swatch" :style="{ background: swatch(row.colour) }" aria-hidden="true" />
          <ChoiceInPlace
            v-if="whole(row)"
            :label="`Colour of ${row.tag}`"
            :model-value="row.colour"
            :options="each(colours(row.colour), (code) => `${code} ${colourName(code)}`)"
            @update:model-value="edit(row, 'colour', { colour: $event })"
          />
          <template v-else>{{ row.colour }} {{ row.colourName }}</template>
        </span>
      </template>
      <template #cell-size="{ row }">{{ sizeName(row.sizeMm2) }}</template>
      <template #cell-cut="{ row }">
        <span :title="row.lengthAssumed ? 'By a distance that nobody measured' : undefined">
          <span v-if="row.lengthAssumed" aria-label="assumed">≈</span>
          <CellField
            v-if="whole(row)"
            class="plain length"
            numeric
            :class="{ said: said(row)?.lengthM !== undefined, inches: units.lengthUnit === 'ft' }"
            :label="`Length of ${row.tag}, ${named('m')}`"
            :model-value="short(row.lengthM)"
            @take="(typed, refuse) => setLength(row, typed, refuse)"
          />
          <template v-else>{{ short(row.lengthM) }}</template>
          {{ units.lengthUnit === 'm' ? 'm' : '' }}
        </span>
      </template>
      <template #cell-ends="{ row }"
        ><span class="place">{{ row.fromTerminal }} · {{ row.toTerminal }}</span></template
      >
      <template #cell-label="{ row }">
        <CellField
          v-if="whole(row)"
          class="plain label"
          :most="24"
          :label="`Label of ${row.tag}`"
          :placeholder="row.tag"
          :model-value="said(row)?.label ?? ''"
          @take="setLabel(row, $event)"
        />
      </template>
      <template #cell-fitted="{ row }">
        <TickField
          v-if="whole(row)"
          quiet
          :label="`${row.tag} is there already`"
          :model-value="row.existing"
          @update:model-value="edit(row, 'existing', { existing: said(row)?.existing ? undefined : !row.existing })"
        />
      </template>
    </SheetTable>
    <p class="note">
      ≈ is cut by a distance that nobody measured: measure it first. Lengths hold a tenth of slack; one that you measured stays as you typed
      it, and its drop is solved anew. Empty takes it back.
    </p>
  </section>
</template>

<style scoped>
.head {
  align-items: end;
  margin-bottom: 8px;
}
.head .plain-button {
  white-space: nowrap;
}
.head .field:first-child {
  width: 240px;
}
.head .field:nth-child(2) {
  width: 190px;
}
.count {
  margin-left: auto;
  color: var(--iron);
  font-size: 12px;
}
section :deep(.selected td) {
  background: var(--control-fill);
}
section :deep(.there td) {
  color: var(--iron);
}
.place {
  color: var(--iron);
  font-size: 12px;
}
.colour {
  white-space: nowrap;
}
.swatch {
  display: inline-block;
  width: 14px;
  height: 10px;
  border: 1px solid var(--line);
  margin-right: 4px;
}
.plain {
  background: none;
  border: 1px solid transparent;
  border-radius: 3px;
  padding: 1px 3px;
}
.plain:hover,
.plain:focus {
  border-color: var(--line);
  background: var(--sheet);
}
.length {
  width: 58px;
  text-align: right;
  font-family: var(--mono);
}
.length.inches {
  width: 84px;
}
.length.said {
  font-weight: 700;
}
.label {
  width: 92px;
}
.clash {
  color: var(--caution-text);
  margin: 0 0 4px;
}
.stop {
  color: var(--danger);
  font-weight: 600;
}
.note {
  color: var(--iron);
}
@media (max-width: 800px) {
  .head {
    flex-wrap: wrap;
  }
  .head .field:is(:first-child, :nth-child(2)) {
    flex: 1 1 130px;
    width: auto;
  }
}
</style>
