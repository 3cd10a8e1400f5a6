<script setup lang="ts">
/** Candidates of every step, the chart of cost against drop, and the choice as one change. */
import { computed, ref, shallowRef, watch } from 'vue';
import type { Data, Layout } from 'plotly.js';
import {
  SIZE_ORDERS,
  awgName,
  gaugeOf,
  nearestAwg,
  soldAwg,
  formatQuantity,
  schoolChoice,
  sizeName,
  soldName,
  type Candidate,
  type Sized,
  type SizeOrder,
} from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import PlotChart from '../ui/PlotChart.vue';
import SelectField from '../ui/SelectField.vue';

const emit = defineEmits<{ done: [] }>();
const project = useProject();
const sized = shallowRef<Sized | null>(null);
const order = ref<SizeOrder>(project.design!.settings.sizeFor);
const ORDER_TEXT: Readonly<Record<SizeOrder, string>> = {
  cost: 'the least money',
  copper: 'the least copper',
  drop: 'the fewest volts lost',
};

watch(
  [() => project.analysis, () => project.job?.id, order],
  async ([analysis, job, wanted]) => {
    if (!job || !analysis) return;
    sized.value = null;
    const fresh = await project.size(job, wanted);
    if (project.analysis === analysis && project.job?.id === job && order.value === wanted) sized.value = fresh;
  },
  { immediate: true },
);

const money = (cost: number) => cost.toFixed(2);
const tone = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
/** Wholes with one thing chosen otherwise, each once. */
const others = computed(() => {
  const seen = new Map<string, { x: number; y: number; text: string }>();
  for (const step of sized.value?.steps ?? [])
    for (const { whole, name, chosen } of step.candidates)
      if (whole && !chosen && whole.overV < 1e-9)
        seen.set(`${whole.cost.toFixed(3)} ${whole.dropV.toFixed(4)}`, { x: whole.dropV, y: whole.cost, text: `${step.title}: ${name}` });
  return [...seen.values()];
});
const data = computed<Data[]>(() => {
  const now = sized.value;
  if (!now?.chosen) return [];
  const hover = '%{text}<br>%{x:.3f} V lost, costs %{y:.2f}<extra></extra>';
  const front = now.front;
  return [
    {
      type: 'scatter',
      mode: 'lines+markers',
      name: 'cheapest for each drop',
      x: front.map(({ dropV }) => dropV),
      y: front.map(({ cost }) => cost),
      text: front.map(({ fuseA, legs }) => `fuse ${fuseA} A, ${legs.map(({ sizeMm2 }) => soldName(sizeMm2)).join(' · ')}`),
      hovertemplate: hover,
      line: { color: tone('control'), width: 2 },
      marker: { size: 5 },
    },
    {
      type: 'scatter',
      mode: 'markers',
      name: 'one thing chosen otherwise',
      x: others.value.map(({ x }) => x),
      y: others.value.map(({ y }) => y),
      text: others.value.map(({ text }) => text),
      hovertemplate: hover,
      marker: { color: tone('iron'), size: 6, symbol: 'x-thin-open' },
    },
    {
      type: 'scatter',
      mode: 'markers',
      name: 'chosen',
      x: [now.chosen.dropV],
      y: [now.chosen.cost],
      text: ['chosen'],
      hovertemplate: hover,
      marker: { color: tone('copper'), size: 12, symbol: 'circle' },
    },
  ];
});
const LAYOUT: Partial<Layout> = {
  xaxis: { title: { text: 'lost on the way, V' } },
  yaxis: { title: { text: 'cost, shelf prices' } },
  showlegend: true,
  legend: { orientation: 'h', x: 0, y: 1.02, yanchor: 'bottom' },
  margin: { l: 58, r: 14, t: 34, b: 46 },
};

const summary = computed(() => {
  const chosen = sized.value?.chosen;
  if (!chosen) return '';
  const relay = sized.value!.steps.find(({ id }) => id === 'relay')?.candidates.find((candidate) => candidate.chosen);
  return [
    relay?.name,
    chosen.fuseA > 0 ? `${formatQuantity(chosen.fuseA, 'A')} fuse` : undefined,
    chosen.legs.map(({ leg, sizeMm2 }) => `${leg.replace(/-/g, ' ')} ${sizeName(sizeMm2)}`).join(', '),
  ]
    .filter(Boolean)
    .join(' · ');
});
/** Against what it costs as chosen. */
const more = ({ whole }: Candidate) => {
  const extra = whole!.cost - sized.value!.chosen!.cost;
  return Math.abs(extra) < 0.005 ? 'the same' : `${extra > 0 ? '+' : '−'}${money(Math.abs(extra))}`;
};
/** A wire's nearest gauge that nobody stocks. */
const isOdd = (step: string, id: string) =>
  step !== 'relay' && step !== 'fuse' && gaugeOf(Number(id)) === undefined && nearestAwg(Number(id)) !== soldAwg(Number(id));
const worse = computed(() => sized.value?.findings.filter(({ severity }) => severity !== 'hold') ?? []);

async function take(): Promise<void> {
  const now = sized.value;
  if (!now) return;
  emit('done');
  project.patch(`sizes of ${project.job!.name}`, now.patches);
}
</script>

<template>
  <p v-if="!sized" role="status" class="wait">Trying every relay, socket, fuse and wire…</p>
  <div v-else-if="!sized.chosen" class="none">
    <h3>Nothing on the shelf will do</h3>
    <p v-for="reason in sized.reasons" :key="reason">{{ reason }}</p>
  </div>
  <template v-else>
    <div class="top">
      <div class="said">
        <SelectField
          label="Once it is safe, save"
          :model-value="order"
          :options="SIZE_ORDERS.map((value) => ({ value, text: ORDER_TEXT[value] }))"
          @update:model-value="order = $event"
        />
        <p class="best">
          <b>Best of {{ sized.combinations.toLocaleString('en') }}:</b> {{ summary }}.
        </p>
        <dl>
          <dt>Cost</dt>
          <dd class="mono">{{ money(sized.chosen.cost) }}</dd>
          <dt>Copper</dt>
          <dd class="mono">{{ Math.round(sized.chosen.copperG) }} g</dd>
          <dt>Lost</dt>
          <dd class="mono">{{ formatQuantity(sized.chosen.dropV, 'V') }}</dd>
        </dl>
        <p v-if="sized.chosen.overV > 0" class="over">
          ▲ No choice meets the drop budget: {{ formatQuantity(sized.chosen.overV, 'V') }} too many.
        </p>
        <p v-if="sized.runnerUp" class="second">
          Runner-up: {{ sized.runnerUpDiffers.join('; ') }}, costs {{ money(sized.runnerUp.cost) }},
          {{ Math.round(sized.runnerUp.copperG) }} g, loses {{ formatQuantity(sized.runnerUp.dropV, 'V') }}.
        </p>
        <p v-for="finding in worse" :key="finding.rule" class="over">With it: {{ finding.title }}</p>
        <button class="nudge" @click="take">Nudge to this choice</button>
        <p class="school">
          {{ schoolChoice(project.design!.settings, 'fuseFor').why }} Prices are the shelf’s own and invented; local codes come first.
        </p>
      </div>
      <PlotChart
        class="chart"
        :label="`Cost against volts lost: ${sized.front.length} choices, the chosen one costs ${money(sized.chosen.cost)} and loses ${formatQuantity(sized.chosen.dropV, 'V')}`"
        :data="data"
        :layout="LAYOUT"
      />
    </div>
    <div class="scroll" tabindex="0" aria-label="Candidates of each step">
      <table class="sheet">
        <thead>
          <tr>
            <th scope="col">Step</th>
            <th scope="col">Candidate</th>
            <th scope="col">Cost</th>
            <th scope="col">Copper</th>
            <th scope="col">Lost</th>
            <th scope="col">Why not, or what the best with it costs more</th>
          </tr>
        </thead>
        <tbody v-for="step in sized.steps" :key="step.id">
          <tr v-for="(candidate, at) in step.candidates" :key="candidate.id" :class="{ chosen: candidate.chosen, out: !candidate.whole }">
            <th v-if="at === 0" scope="rowgroup" :rowspan="step.candidates.length">{{ step.title }}</th>
            <td>
              {{ candidate.name
              }}<small v-if="isOdd(step.id, candidate.id)"
                >odd gauge: {{ awgName(soldAwg(Number(candidate.id))) }} where it is sold so</small
              >
            </td>
            <template v-if="candidate.whole">
              <td class="number">{{ money(candidate.whole.cost) }}</td>
              <td class="number">{{ Math.round(candidate.whole.copperG) }} g</td>
              <td class="number">{{ formatQuantity(candidate.whole.dropV, 'V') }}</td>
              <td>
                <b v-if="candidate.chosen">● chosen</b>
                <template v-else-if="candidate.whole.overV > 1e-9"
                  >▲ {{ formatQuantity(candidate.whole.overV, 'V') }} over the drop budget</template
                >
                <template v-else-if="candidate.whole.fuseA > sized.chosen.fuseA">{{ more(candidate) }}; a larger fuse guards less</template>
                <template v-else>{{ more(candidate) }}</template>
              </td>
            </template>
            <template v-else>
              <td colspan="3" class="mono">rejected</td>
              <td>{{ candidate.why }}</td>
            </template>
          </tr>
        </tbody>
      </table>
    </div>
  </template>
</template>

<style scoped>
.wait,
.none {
  min-height: 300px;
}
.top {
  display: grid;
  grid-template-columns: 400px minmax(0, 1fr);
  gap: 18px;
}
.chart {
  height: 280px;
}
.said p {
  margin: 6px 0;
}
dl {
  display: grid;
  grid-template-columns: repeat(3, auto 1fr);
  gap: 0 8px;
  margin: 6px 0;
}
dt {
  color: var(--iron);
}
dd {
  margin: 0;
  font-weight: 500;
}
small {
  color: var(--iron);
  margin-left: 8px;
}
.second,
.school {
  color: var(--iron);
  font-size: 13px;
}
.over {
  color: var(--caution);
}
.nudge {
  background: var(--ink);
  color: var(--paper);
  border: 0;
  border-radius: 4px;
  padding: 5px 14px;
  font-weight: 600;
  cursor: pointer;
}
.scroll {
  max-height: 262px;
  overflow: auto;
  border-top: 1px solid var(--line);
  margin-top: 8px;
}
thead th {
  position: sticky;
  top: 0;
  background: var(--sheet);
}
tbody th {
  position: sticky;
  top: 34px;
  vertical-align: top;
  text-align: left;
}
.out td {
  color: var(--iron);
}
.chosen td {
  background: color-mix(in srgb, var(--copper) 12%, transparent);
}
@media (max-width: 900px) {
  .top {
    grid-template-columns: 1fr;
  }
}
</style>
