<script setup lang="ts">
/** All readings of the project, as they were taken; one step of them over its dates. */
import { computed, ref } from 'vue';
import { readingVerdict, recordsOf, type Reading } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { useRecords } from '../stores/records.ts';
import { minute } from '../ui/when.ts';
import { download, fileName } from '../ui/download.ts';
import PlotChart from '../ui/PlotChart.vue';
import { readingsCsv, showReading } from './readings.ts';
import SelectField from '../ui/SelectField.vue';
import SheetTable, { type Column } from '../ui/SheetTable.vue';

const project = useProject();
const records = useRecords();
const MARK = { pass: '●', odd: '▲', fail: '■' } as const;
const readings = computed(() => recordsOf(records.all, 'reading'));
/** Newest first; what was begun again stands between. */
const lines = computed(() =>
  records.all
    .filter(
      (record): record is Extract<typeof record, { kind: 'reading' | 'fresh-start' }> =>
        record.kind === 'reading' || record.kind === 'fresh-start',
    )
    .reverse(),
);
const jobName = (id: string) => project.design?.jobs.find((job) => job.id === id)?.name ?? id;

type Line = (typeof lines.value)[number];
const COLUMNS: readonly Column<Line>[] = [
  { key: 'at', title: 'When', of: ({ at }) => at },
  { key: 'job', title: 'Job', of: ({ job }) => jobName(job) },
  { key: 'measured', title: 'Measured', of: (line) => (line.kind === 'reading' ? line.words : '') },
  { key: 'read', title: 'Read', number: true },
  { key: 'should', title: 'Should be', number: true },
  {
    key: 'meter',
    title: 'Meter',
    of: (line) =>
      line.kind === 'reading'
        ? [line.meter, ...(line.leadsOhm ? [`leads ${showReading(line.leadsOhm, 'Ω')} taken off`] : [])].filter(Boolean).join(', ')
        : '',
  },
  { key: 'note', title: 'Note' },
];

/** Steps read more than once have something to draw; the one read most often first. */
const series = computed(() => {
  const by = new Map<string, Reading[]>();
  for (const reading of readings.value) by.set(reading.step, [...(by.get(reading.step) ?? []), reading]);
  return [...by.values()].filter((list) => list.length > 1).sort((a, b) => b.length - a.length);
});
const picked = ref('');
const shown = computed(() => series.value.find(([first]) => first!.step === picked.value) ?? series.value[0] ?? null);
const data = computed(() => {
  const list = shown.value ?? [];
  const x = list.map(({ at }) => new Date(at));
  const bound = (sign: number) => list.map(({ expected, tolerance }) => expected + sign * tolerance);
  return [
    { x, y: bound(-1), mode: 'lines', line: { width: 0 }, hoverinfo: 'skip', showlegend: false },
    {
      x,
      y: bound(1),
      mode: 'lines',
      line: { width: 0 },
      fill: 'tonexty',
      fillcolor: 'rgba(47,115,80,0.18)',
      name: 'as it should be',
      hoverinfo: 'skip',
    },
    {
      x,
      y: list.map(({ value }) => value),
      mode: 'lines+markers',
      name: 'read',
      line: { color: '#c2571a', width: 1.5 },
      marker: { size: 9, color: list.map((reading) => ({ pass: '#2f7350', odd: '#9a6700', fail: '#b42318' })[readingVerdict(reading)]) },
    },
  ] as const;
});
const layout = computed(() => ({
  yaxis: { title: { text: shown.value?.[0]?.quantity ?? '' } },
  legend: { orientation: 'h' as const, y: 1.15 },
}));
const save = () => download(fileName(`${project.design!.name} readings`, 'csv'), 'text/csv', readingsCsv(readings.value));
</script>

<template>
  <section aria-label="Log">
    <div class="row head">
      <p class="about">Only ever added to: a reading is corrected by taking it again.</p>
      <button class="plain-button" :disabled="readings.length === 0" @click="save">Readings as CSV</button>
    </div>
    <div v-if="shown" class="chart">
      <SelectField
        v-model="picked"
        label="Over its dates"
        :options="series.map(([one]) => ({ value: one!.step, text: `${jobName(one!.job)}: ${one!.words}` }))"
      />
      <PlotChart :label="`${shown[0]!.words} over its dates`" :data="[...data] as never" :layout="layout" />
    </div>
    <SheetTable
      label="Readings"
      stacks
      :columns="COLUMNS"
      :rows="lines"
      :id-of="({ id }) => id"
      empty="No reading yet: the test plan is where they are taken."
    >
      <template #cell-at="{ row }"
        ><span class="when">{{ minute(row.at) }}</span></template
      >
      <template #cell-measured="{ row }">
        <span v-if="row.kind === 'fresh-start'" class="fresh">readings begun again{{ row.note ? `: ${row.note}` : '' }}</span>
        <template v-else>{{ row.words }}</template>
      </template>
      <template #cell-read="{ row }">
        <span v-if="row.kind === 'reading'" :data-state="readingVerdict(row)"
          >{{ MARK[readingVerdict(row)] }} {{ showReading(row.value, row.quantity) }}</span
        >
      </template>
      <template #cell-should="{ row }">
        <template v-if="row.kind === 'reading'"
          >{{ showReading(row.expected, row.quantity) }} ± {{ showReading(row.tolerance, row.quantity) }}</template
        >
      </template>
      <template #cell-note="{ row }">{{ row.kind === 'reading' ? row.note : '' }}</template>
    </SheetTable>
  </section>
</template>

<style scoped>
.head {
  justify-content: space-between;
}
.about {
  color: var(--iron);
}
.chart {
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 10px 12px;
  margin-bottom: 14px;
}
.chart .field {
  max-width: 420px;
}
.chart :deep(.plot) {
  height: 240px;
}
.when {
  white-space: nowrap;
}
.fresh {
  color: var(--control);
}
[data-state='pass'] {
  color: var(--hold);
}
[data-state='odd'] {
  color: var(--caution-text);
}
[data-state='fail'] {
  color: var(--danger);
}
</style>
