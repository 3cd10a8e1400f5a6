<script setup lang="ts">
/** A heated thing under its controller, run in the worker in its own time or faster, with what can go wrong as switches. */
import { Modal } from 'ant-design-vue';
import type { Data, Layout } from 'plotly.js';
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { figures, firingDegrees, formatQuantity, heatSetup, type HeatSample, type HeatState, type Signal } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import PlotChart from '../ui/PlotChart.vue';
import RadioField from '../ui/RadioField.vue';
import TickField from '../ui/TickField.vue';
import { useUnits } from '../ui/units.ts';

const props = defineProps<{ regulator: Extract<Signal, { nature: 'regulator' }> }>();
const open = defineModel<boolean>('open', { required: true });
const project = useProject();
const { named, says, shown } = useUnits();
const setup = computed(() => (project.design ? heatSetup(project.design, props.regulator) : null));

const swapped = ref(false);
const stuck = ref(false);
const cutOut = ref(true);
const speed = ref(60);
const running = ref(false);
const state = shallowRef<HeatState | null>(null);
const samples = shallowRef<readonly HeatSample[]>([]);
const degrees = (celsius: number) => shown('°C').to(celsius);
const SPEEDS = [1, 10, 60, 600] as const;
const SPEED_OPTIONS = SPEEDS.map((times) => ({ value: times, text: times === 1 ? 'real time' : `× ${times}` }));
/** Points that a chart shows well. */
const MOST_SAMPLES = 1500;
const TICK_MS = 200;

const faults = computed(() => ({
  sensorSwapped: swapped.value,
  relayStuck: stuck.value,
  cutOutC: cutOut.value ? (setup.value?.cutOutC ?? null) : null,
}));

let busy = false;
async function step(forS: number): Promise<void> {
  const made = setup.value;
  if (!made || busy) return;
  busy = true;
  try {
    const everyS = Math.max(1, Math.round(forS / 40));
    const run = await project.heat(made, faults.value, state.value, forS, everyS);
    state.value = run.state;
    const all = [...samples.value, ...run.samples];
    // Every second one goes where there are more than one can see.
    samples.value = all.length > MOST_SAMPLES ? all.filter((_, at) => at % 2 === 0) : all;
  } finally {
    busy = false;
  }
}
let timer: ReturnType<typeof setInterval> | undefined;
watch([running, speed, open], () => {
  clearInterval(timer);
  if (!open.value) running.value = false;
  else if (running.value) timer = setInterval(() => void step((speed.value * TICK_MS) / 1000), TICK_MS);
});
onBeforeUnmount(() => clearInterval(timer));
function reset(): void {
  state.value = null;
  samples.value = [];
}
watch(
  [open, setup],
  ([now, made], [before]) => {
    if (!now || !made) return;
    if (!before) swapped.value = made.swapped;
    reset();
  },
  { immediate: true },
);

const tone = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
const data = computed<Data[]>(() => {
  const x = samples.value.map(({ atS }) => atS / 60);
  const line = (name: string, y: number[], colour: string, extra: object = {}): Data =>
    ({
      type: 'scatter',
      mode: 'lines',
      name,
      x,
      y,
      line: { color: tone(colour), width: 2.2 },
      hovertemplate: '%{y:.1f} at %{x:.1f} min',
      ...extra,
    }) as Data;
  return [
    line(
      'power, %',
      samples.value.map(({ power }) => power * 100),
      'iron',
      { yaxis: 'y2', line: { color: tone('iron'), width: 1 }, fill: 'tozeroy' },
    ),
    line(
      `what it reads, ${named('°C')}`,
      samples.value.map(({ readC }) => degrees(readC)),
      'control',
      { line: { color: tone('control'), width: 1.6, dash: 'dot' } },
    ),
    line(
      `the thing itself, ${named('°C')}`,
      samples.value.map(({ thingC }) => degrees(thingC)),
      'copper',
    ),
    line(
      `set, ${named('°C')}`,
      samples.value.map(() => degrees(props.regulator.setC)),
      'hold',
      { line: { color: tone('hold'), width: 1.2, dash: 'dash' } },
    ),
  ];
});
const layout = computed((): Partial<Layout> => ({
  xaxis: { title: { text: 'time, min' }, rangemode: 'tozero' },
  yaxis: { title: { text: `temperature, ${named('°C')}` } },
  yaxis2: {
    title: { text: 'power, %' },
    overlaying: 'y',
    side: 'right',
    range: [0, 400],
    showgrid: false,
    tickvals: [0, 50, 100],
    fixedrange: true,
  },
  margin: { l: 58, r: 54, t: 8, b: 46 },
  showlegend: true,
  legend: { orientation: 'h', y: 1.12 },
}));
const rows = computed(() => {
  const every = Math.max(1, Math.ceil(samples.value.length / 8));
  return samples.value.filter((_, at) => at % every === 0).slice(-8);
});
const words = computed(() => {
  const now = state.value;
  if (!now) return 'Cold. Run it, in its own time or faster.';
  const away = now.thingC - props.regulator.setC;
  const parts = [`${figures(now.atS / 60, 3)} min: ${says(now.thingC, '°C')}`];
  if (now.cutOpen) parts.push('the cut-out has opened: it stays open until a hand resets or replaces it');
  else if (away > 20) parts.push('far above what is set: nothing holds it back');
  else if (props.regulator.control === 'phase-angle') parts.push(`fires at ${Math.round(firingDegrees(now.asks))}°`);
  else parts.push(`asks for ${Math.round(now.asks * 100)} % of the power`);
  return parts.join(' · ');
});
</script>

<template>
  <Modal v-model:open="open" :title="`Heat-up under ${regulator.name}`" :footer="null" width="900px" destroy-on-close>
    <p v-if="!setup">Nothing is heated by it yet: no job with a heater follows it.</p>
    <template v-else>
      <div class="row tools">
        <button class="plain-button" :aria-pressed="running" @click="running = !running">{{ running ? 'Hold' : 'Run' }}</button>
        <RadioField v-model="speed" inline label="How fast it runs" :options="SPEED_OPTIONS" />
        <button class="plain-button" @click="step(3600)">An hour at once</button>
        <button class="plain-button" @click="reset">Cold again</button>
      </div>
      <div class="row tools">
        <TickField v-model="swapped" label="sensor wires swapped" />
        <TickField v-model="stuck" label="relay stuck on" />
        <TickField
          v-model="cutOut"
          :disabled="setup.cutOutC === null"
          :label="setup.cutOutC === null ? 'no cut-out above what is set' : `cut-out at ${says(setup.cutOutC, '°C')}`"
        />
        <span class="facts"
          >{{ formatQuantity(setup.plant.watt, 'W') }}, {{ figures(setup.plant.heatJPerK) }} J/K, loses
          {{ figures(setup.plant.lossWPerK) }} W/K; full power would end at
          {{ says(setup.plant.ambientC + setup.plant.watt / setup.plant.lossWPerK, '°C') }}</span
        >
      </div>
      <p class="words" role="status">{{ words }}</p>
      <div class="both">
        <PlotChart class="chart" :label="`Temperature over time under ${regulator.name}`" :data="data" :layout="layout" />
        <table class="sheet">
          <thead>
            <tr>
              <th scope="col">After</th>
              <th scope="col">Heated part</th>
              <th scope="col">Reads</th>
              <th scope="col">Power</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.atS">
              <th scope="row" class="mono">{{ figures(row.atS / 60, 3) }} min</th>
              <td class="number">{{ says(row.thingC, '°C') }}</td>
              <td class="number">{{ says(row.readC, '°C') }}</td>
              <td class="number">{{ Math.round(row.power * 100) }} %</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="facts">
        A heat store with a loss and a lagging sensor: it shows what control does, not how your thing behaves. Measure the real one with the
        cut-out in place and stay beside it.
      </p>
    </template>
  </Modal>
</template>

<style scoped>
.tools {
  flex-wrap: wrap;
  gap: 6px 16px;
  margin-bottom: 8px;
}
.words {
  font-weight: 600;
  margin: 4px 0;
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 14px;
  align-items: start;
}
.chart {
  height: 360px;
}
.facts,
.none {
  color: var(--iron);
  font-size: 12.5px;
}
@media (max-width: 900px) {
  .both {
    grid-template-columns: 1fr;
  }
}
</style>
