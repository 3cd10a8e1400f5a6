<script setup lang="ts">
/** What the readings say: which fault explains them, what to measure next, and a simulated bench to learn on. */
import { computed, ref } from 'vue';
import { mendingOf } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { useBench } from './bench.ts';
import { showReading } from './readings.ts';
import { MARK } from './step-words.ts';
import SelectField from '../ui/SelectField.vue';

const bench = useBench();
const project = useProject();
const RANDOM = 'random';
const TWO = 'two';
const HEALTHY = 'healthy';
const picked = ref(RANDOM);
const revealed = ref(false);
const why = ref('');

const VERDICT = {
  'nothing measured': 'Nothing measured yet.',
  healthy: 'Every reading so far is as it should be.',
  fault: 'A reading disagrees. What would explain it:',
  unexplained: 'No single fault gives these readings.',
} as const;

/** What would explain the readings; of what was seen, what it may still be. */
const suspects = computed(() =>
  bench.diagnosis && (bench.diagnosis.verdict === 'fault' || bench.symptom !== null) ? bench.diagnosis.explained : [],
);
const verdictWords = computed(() => {
  const verdict = bench.diagnosis?.verdict ?? 'nothing measured';
  if (bench.symptom === null || suspects.value.length === 0) return VERDICT[verdict];
  if (verdict === 'nothing measured') return 'Suspects of what was seen, before anything is measured:';
  return verdict === 'healthy' ? 'Every reading so far is as it should be. What was seen may still be:' : VERDICT[verdict];
});
const hiddenWords = computed(() => {
  const words = bench.hidden.map((id) => bench.view?.faults.find((fault) => fault.id === id)?.words ?? id);
  return words.length === 0 ? 'nothing: it is healthy' : words.join('; ');
});
const toPutIn = computed(() => [
  { value: RANDOM, text: 'a fault at random' },
  { value: TWO, text: 'two faults at random' },
  { value: HEALTHY, text: 'nothing: a healthy circuit' },
  ...(bench.view?.faults ?? []).map(({ id, words }) => ({ value: id, text: words })),
]);
function begin(): void {
  const faults = bench.view?.faults ?? [];
  const any = () => faults[Math.floor(Math.random() * faults.length)]!.id;
  revealed.value = false;
  bench.begin(
    picked.value === HEALTHY || faults.length === 0
      ? []
      : picked.value === RANDOM
        ? [any()]
        : picked.value === TWO
          ? [...new Set([any(), any()])]
          : [picked.value],
  );
}
function mended(words = why.value.trim()): void {
  bench.mended(words);
  why.value = '';
}
const proved = computed(() => bench.proving.filter(({ state }) => state === 'pass').length);
const readings = (count: number) => (count === 1 ? 'the one reading' : `all ${count} readings`);
</script>

<template>
  <aside aria-label="What the readings say">
    <h2 class="caps">What the readings say</h2>
    <p v-if="bench.simulated" class="sim">Simulated bench: nothing of it is logged.</p>
    <section v-if="bench.proving.length" class="proof" role="status" :data-done="bench.isProved">
      <template v-if="bench.isProved">
        <b>● Mended and proved</b>
        <p>
          {{ readings(proved).charAt(0).toUpperCase() + readings(proved).slice(1) }} that disagreed
          {{ proved === 1 ? 'is as it should be' : 'are as they should be' }}.
        </p>
      </template>
      <template v-else>
        <b>Prove the mending</b>
        <p>
          {{
            proved < bench.proving.length
              ? `Take again ${readings(bench.proving.length)} that disagreed: ${proved} of ${bench.proving.length} right now.`
              : 'What disagreed is right now, but another reading is not.'
          }}
        </p>
      </template>
    </section>
    <section v-if="bench.found" class="found" aria-label="Found">
      <b>■ Found: {{ bench.found.fault.words }}</b>
      <p>{{ mendingOf(bench.found.fault.kind, project.analysis!.netlist, project.job!.id) }}</p>
      <div class="row buttons">
        <button class="plain-button strong" @click="mended(`mended: ${bench.found!.fault.words}`)">It is mended: prove it</button>
        <button class="plain-button" @click="project.selection = { ...bench.found!.fault.subject }">Show it on the drawing</button>
      </div>
    </section>
    <p class="verdict" role="status" :data-verdict="bench.diagnosis?.verdict">
      {{ verdictWords }}
    </p>
    <ol v-if="bench.diagnosis && suspects.length > 0" class="faults">
      <li v-for="({ fault, share }, at) in suspects" :key="fault.id">
        <span class="rank mono">{{ at + 1 }}</span> <span class="share mono">{{ Math.round(share * 100) }} %</span> {{ fault.words }}
      </li>
    </ol>
    <template v-else-if="bench.diagnosis?.verdict === 'unexplained'">
      <p v-if="bench.pairs === null" role="status">Trying two at once…</p>
      <template v-else-if="bench.pairs.length > 0">
        <p>Two at once would:</p>
        <ol class="faults">
          <li v-for="{ faults: [a, b], share } in bench.pairs" :key="a.id + b.id">
            <span class="share mono">{{ Math.round(share * 100) }} %</span> {{ a.words }}; {{ b.words }}
          </li>
        </ol>
      </template>
      <p v-else class="nothing">
        Nor do two at once. Take the odd ones again with fresh probes; then look at the wiring against the drawing, wire by wire.
      </p>
    </template>
    <ul v-if="bench.last.length" class="measured" aria-label="Measured">
      <li v-for="row in bench.last" :key="row.step.id" :data-state="row.state">
        <span class="mark" aria-hidden="true">{{ MARK[row.state] }}</span>
        <span class="what">{{ row.step.words }}</span>
        <span class="mono reads">{{ showReading(row.reading!.value, row.step.quantity) }}</span>
      </li>
    </ul>
    <details v-if="!bench.simulated && bench.last.length" class="mended">
      <summary>Something was mended</summary>
      <label class="field"
        >What
        <input v-model="why" maxlength="500" placeholder="crimp on W1.4 done again" />
      </label>
      <button class="plain-button" @click="mended()">Begin the readings again</button>
      <p class="small">All that was read stays in the log; it counts no more for what is wrong now.</p>
    </details>
    <h2 class="caps">Simulated bench</h2>
    <p class="small">The same circuit with a fault hidden in it, and a meter and parts that are as good as yours: to learn on.</p>
    <SelectField v-model="picked" label="Put in" :options="toPutIn" />
    <div class="row buttons">
      <button class="plain-button" @click="begin">{{ bench.simulated ? 'Begin again' : 'Begin' }}</button>
      <template v-if="bench.simulated">
        <button class="plain-button" @click="revealed = true">What was it?</button>
        <button class="plain-button" @click="bench.simulated = null">Back to the real one</button>
      </template>
    </div>
    <p v-if="bench.simulated && revealed" role="status">
      Hidden was: <b>{{ hiddenWords }}</b>
    </p>
  </aside>
</template>

<style scoped>
ul,
.faults {
  list-style: none;
  margin: 0 0 12px;
  padding: 0;
  background: var(--sheet);
  border: 1px solid var(--line);
}
li {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding: 4px 9px;
  border-bottom: 1px solid var(--line);
}
li:last-child {
  border-bottom: none;
}
.measured {
  max-height: 190px;
  overflow-y: auto;
}
.what {
  flex: 1;
  min-width: 0;
}
.reads {
  white-space: nowrap;
}
[data-state='pass'] .mark {
  color: var(--hold);
}
[data-state='odd'] :is(.mark, .reads) {
  color: var(--caution-text);
}
[data-state='fail'] :is(.mark, .reads) {
  color: var(--danger);
  font-weight: 700;
}
.verdict {
  font-weight: 600;
  margin: 4px 0 8px;
}
[data-verdict='healthy'] {
  color: var(--hold);
}
[data-verdict='unexplained'],
.nothing {
  color: var(--danger);
}
.found,
.proof {
  border: 1px solid var(--line);
  border-left: 4px solid var(--danger);
  background: var(--sheet);
  padding: 8px 10px;
  margin-bottom: 10px;
}
.proof {
  border-left-color: var(--control);
}
.proof[data-done='true'] {
  border-left-color: var(--hold);
}
.found p,
.proof p {
  margin: 4px 0 8px;
}
.proof p {
  margin-bottom: 0;
}
.sim {
  color: var(--control);
  font-weight: 600;
  margin: 4px 0;
}
.rank {
  border: 1px solid var(--danger);
  color: var(--danger);
  border-radius: 50%;
  width: 18px;
  height: 18px;
  line-height: 16px;
  text-align: center;
  font-size: 11px;
  flex: none;
}
.share {
  width: 48px;
  white-space: nowrap;
  flex: none;
}
.ask {
  display: grid;
  gap: 6px;
}
.small {
  color: var(--iron);
  font-size: 12.5px;
}
.mended {
  margin-bottom: 12px;
}
.mended summary {
  cursor: pointer;
  font-weight: 600;
}
.mended .plain-button {
  margin-top: 6px;
}
.field {
  margin-bottom: 8px;
}
.buttons {
  flex-wrap: wrap;
}
@media (max-width: 800px) {
  .ask .plain-button {
    min-height: 48px;
    font-size: 16px;
  }
}
</style>
