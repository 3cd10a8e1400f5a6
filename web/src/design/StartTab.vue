<script setup lang="ts">
/** A load's start, its fuse's band and its wire's end as I(t). */
import { computed, shallowRef, watch } from 'vue';
import type { Data, Layout } from 'plotly.js';
import { formatQuantity, sizeName, type StartChart } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import PlotChart from '../ui/PlotChart.vue';

const project = useProject();
/** Undefined while it is asked for, null where there is nothing to draw. */
const chart = shallowRef<StartChart | null | undefined>(undefined);
watch(
  [() => project.analysis, () => project.job?.id],
  async ([analysis, job]) => {
    if (!job || !analysis) return;
    const fresh = await project.startOf(job);
    if (project.analysis === analysis && project.job?.id === job) chart.value = fresh;
  },
  { immediate: true },
);
const tone = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
const data = computed<Data[]>(() => {
  const now = chart.value;
  if (!now) return [];
  const x = now.rows.map(({ seconds }) => seconds);
  const line = (name: string, y: number[], colour: string, extra: Partial<Data> = {}): Data =>
    ({
      type: 'scatter',
      mode: 'lines',
      name,
      x,
      y,
      line: { color: tone(colour), width: 2.5 },
      hovertemplate: '%{y:.3s}A at %{x:.3s}s<extra>%{fullData.name}</extra>',
      ...extra,
    }) as Data;
  return [
    line(
      `${now.fuse}, soonest`,
      now.rows.map(({ soonestA }) => soonestA),
      'control',
      { line: { color: tone('control'), width: 1.5, dash: 'dot' } },
    ),
    line(
      `${now.fuse}, latest`,
      now.rows.map(({ latestA }) => latestA),
      'control',
      { fill: 'tonexty', fillcolor: `color-mix(in srgb, ${tone('control')} 22%, transparent)` },
    ),
    line(
      `end of ${now.wire}`,
      now.rows.map(({ wireA }) => wireA),
      'danger',
    ),
    line(
      'start of the load',
      now.rows.map(({ loadA }) => loadA),
      'copper',
    ),
  ];
});
const LAYOUT: Partial<Layout> = {
  xaxis: { type: 'log', title: { text: 'after switch-on, s' }, exponentformat: 'none', dtick: 1 },
  yaxis: { type: 'log', title: { text: 'current, A' }, exponentformat: 'none', dtick: 1 },
  showlegend: true,
  legend: { x: 1, xanchor: 'right', y: 1 },
};
/** The moments that a table needs. */
const MOMENTS = [1e-3, 1e-2, 0.1, 1, 10, 60, 600];
const rows = computed(() =>
  MOMENTS.flatMap((moment) => chart.value?.rows.find(({ seconds }) => Math.abs(seconds / moment - 1) < 1e-6) ?? []),
);
const finding = computed(() => project.analysis?.findings.find(({ rule, job }) => rule === 'fuse-surge-opens' && job === project.job?.id));
</script>

<template>
  <p v-if="chart === undefined" role="status">Solving the start…</p>
  <p v-else-if="chart === null">There is no blade fuse in this job with a load behind it.</p>
  <template v-else>
    <p>
      Below the band the fuse is whole; above it the fuse is open. The start has to stay below, the wire’s end has to stay above.
      <b v-if="finding">{{ finding.title }}.</b>
    </p>
    <div class="both">
      <PlotChart
        class="chart"
        :label="`Current over time: start of the load, band of ${chart.fuse}, end of ${chart.wire}`"
        :data="data"
        :layout="LAYOUT"
      />
      <table class="sheet">
        <thead>
          <tr>
            <th scope="col">After</th>
            <th scope="col">Start</th>
            <th scope="col">{{ chart.fuse }} opens</th>
            <th scope="col">{{ chart.wire }} ends</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.seconds">
            <th scope="row" class="mono">{{ row.seconds < 0.5 ? `${row.seconds * 1000} ms` : formatQuantity(row.seconds, 's') }}</th>
            <td class="number">{{ formatQuantity(row.loadA, 'A') }}</td>
            <td class="number">{{ formatQuantity(row.soonestA, 'A') }} to {{ formatQuantity(row.latestA, 'A') }}</td>
            <td class="number">{{ formatQuantity(row.wireA, 'A') }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="source">
      {{ chart.fuse }} {{ formatQuantity(chart.ratingA, 'A') }}: bands of ISO 8820-3, from memory. Start: the usual surge of its kind, from
      memory. {{ chart.wire }} {{ sizeName(chart.wireMm2) }}: k²S² = I²t with k = 115 (IEC 60364-4-43) at first,
      {{ formatQuantity(chart.wireAmpacityA, 'A') }} for good.
    </p>
  </template>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 420px;
  gap: 16px;
  align-items: start;
}
.chart {
  height: 430px;
}
.source {
  color: var(--iron);
  font-size: 12.5px;
}
@media (max-width: 900px) {
  .both {
    grid-template-columns: 1fr;
  }
}
</style>
