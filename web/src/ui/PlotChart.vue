<script setup lang="ts">
/** A Plotly chart in our palette; the table behind it is its caller's. */
import { onBeforeUnmount, ref, watch } from 'vue';
import type * as PlotlyModule from 'plotly.js';
import type { Data, Layout } from 'plotly.js';
import { wordsOf } from './words-of.ts';

const props = defineProps<{ label: string; data: readonly Data[]; layout: Partial<Layout> }>();
const emit = defineEmits<{ pick: [curve: number, point: number] }>();
const box = ref<HTMLDivElement | null>(null);
const error = ref('');

type Plotly = typeof PlotlyModule;
let plotly: Plotly | null = null;
let gone = false;

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
function dressed(layout: Partial<Layout>): Partial<Layout> {
  const axis = {
    gridcolor: colour('line'),
    zerolinecolor: colour('line'),
    linecolor: colour('iron'),
    tickcolor: colour('iron'),
    fixedrange: true,
  };
  return {
    margin: { l: 58, r: 14, t: 10, b: 46 },
    paper_bgcolor: 'rgba(0,0,0,0)',
    plot_bgcolor: 'rgba(0,0,0,0)',
    font: { family: 'Barlow, "Trade Signs", sans-serif', size: 13, color: colour('ink') },
    hoverlabel: { bgcolor: colour('sheet'), bordercolor: colour('iron'), font: { color: colour('ink') } },
    ...layout,
    xaxis: { ...axis, ...layout.xaxis },
    yaxis: { ...axis, ...layout.yaxis },
  };
}

async function draw(): Promise<void> {
  if (!box.value) return;
  try {
    plotly ??= ((await import('plotly.js-basic-dist-min')) as unknown as { default: Plotly }).default;
    if (gone || !box.value) return;
    const shown = await plotly.react(box.value, [...props.data], dressed(props.layout), { displayModeBar: false, responsive: true });
    shown.removeAllListeners('plotly_click');
    shown.on('plotly_click', ({ points }) => {
      const [point] = points;
      if (point) emit('pick', point.curveNumber, point.pointIndex);
    });
  } catch (cause) {
    error.value = `The chart could not be drawn (${wordsOf(cause)}). The table has the same numbers.`;
  }
}
watch([box, () => props.data, () => props.layout], draw, { immediate: true });
onBeforeUnmount(() => {
  gone = true;
  if (plotly && box.value) plotly.purge(box.value);
});
</script>

<template>
  <p v-if="error" role="alert">{{ error }}</p>
  <div v-else ref="box" class="plot" role="img" :aria-label="label" />
</template>

<style scoped>
.plot {
  width: 100%;
  height: 100%;
  min-height: 220px;
}
</style>
