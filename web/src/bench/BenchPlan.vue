<script setup lang="ts">
/** The test plan: where the leads go, what the desk does, what should be read, and what was. */
import { computed, ref } from 'vue';
import { OPEN_OHM, STAGES, formatQuantity, type BenchStep } from '@iron-nudge/core';
import { useBench } from './bench.ts';
import { showReading, typedReading } from './readings.ts';
import { EXAMPLES, MARK, STAGE_WORDS, useStepWords } from './step-words.ts';

const bench = useBench();
const { deskWords, leads } = useStepWords();
const wrongText = ref('');

const stages = computed(() =>
  STAGES.map((stage) => ({ stage, rows: bench.rows.filter(({ step }) => step.stage === stage) })).filter(({ rows }) => rows.length > 0),
);
/** What is being typed, as it would be kept. */
const typing = ref<{ step: string; shown: string } | null>(null);
function show(step: BenchStep, event: Event): void {
  const value = typedReading((event.target as HTMLInputElement).value, step.quantity);
  typing.value = value === null ? null : { step: step.id, shown: showReading(bench.net(step, value), step.quantity) };
}
function take(step: BenchStep, event: Event): void {
  const field = event.target as HTMLInputElement;
  if (field.value.trim() === '') return;
  const value = typedReading(field.value, step.quantity);
  if (value === null) {
    wrongText.value = `“${field.value}” is no reading in ${step.quantity}: a number, with a unit if you like (${EXAMPLES[step.quantity]}).`;
    return;
  }
  wrongText.value = '';
  field.value = '';
  typing.value = null;
  bench.add(step, value);
}
</script>

<template>
  <section aria-label="Test plan">
    <p v-if="wrongText" class="stop" role="alert">■ {{ wrongText }}</p>
    <template v-for="{ stage, rows } in stages" :key="stage">
      <h2 class="caps">
        {{ STAGE_WORDS[stage] }}
        <span class="mono count">{{ rows.filter(({ state }) => state === 'pass').length }} of {{ rows.length }}</span>
      </h2>
      <ul>
        <li
          v-for="row in rows"
          :key="row.step.id"
          :data-state="row.state"
          :class="{ next: bench.diagnosis?.next === row.step.id, locked: row.locked }"
        >
          <span class="mark" :aria-label="row.state" role="img">{{ MARK[row.state] }}</span>
          <span class="what">
            <b>{{ row.step.words }}</b>
            <span class="leads">{{ leads(row.step, row.value) }}{{ deskWords(row.step) ? ` · ${deskWords(row.step)}` : '' }}</span>
          </span>
          <span class="mono should"
            >{{ showReading(row.value, row.step.quantity)
            }}<span v-if="row.value < OPEN_OHM / 4" class="pm"> ± {{ formatQuantity(row.tolerance, row.step.quantity) }}</span></span
          >
          <span class="mono reads">{{
            typing?.step === row.step.id ? `= ${typing.shown}` : row.reading ? showReading(row.reading.value, row.step.quantity) : ''
          }}</span>
          <span v-if="row.locked" class="leads">after the steps with no power</span>
          <template v-else>
            <input
              class="reading mono"
              inputmode="text"
              :aria-label="`Reading ${row.step.words}, ${row.step.quantity}`"
              :placeholder="row.step.quantity"
              @input="show(row.step, $event)"
              @keydown.enter="take(row.step, $event)"
              @change="take(row.step, $event)"
            />
            <button
              v-if="bench.simulated"
              class="plain-button"
              :aria-label="`Let the meter read ${row.step.words}`"
              @click="bench.measure(row.step)"
            >
              read
            </button>
          </template>
        </li>
      </ul>
    </template>
    <slot />
  </section>
</template>

<style scoped>
.count {
  float: right;
  letter-spacing: 0;
  text-transform: none;
  font-size: 12px;
}
ul {
  list-style: none;
  margin: 0 0 14px;
  padding: 0;
  background: var(--sheet);
  border: 1px solid var(--line);
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 5px 10px;
  border-bottom: 1px solid var(--line);
}
li:last-child {
  border-bottom: none;
}
li.next {
  box-shadow: inset 3px 0 0 var(--control);
  background: var(--control-fill);
}
li.locked {
  color: var(--iron);
}
[data-state='pass'] .mark {
  color: var(--hold);
}
[data-state='odd'] :is(.mark, .reads) {
  color: var(--caution-text);
  font-weight: 700;
}
[data-state='fail'] :is(.mark, .reads) {
  color: var(--danger);
  font-weight: 700;
}
.what {
  flex: 1;
  min-width: 0;
  display: grid;
}
.what b {
  font-weight: 600;
}
.leads {
  color: var(--iron);
  font-size: 12.5px;
}
.should {
  white-space: nowrap;
  text-align: right;
}
.pm {
  color: var(--iron);
}
.reads {
  width: 84px;
  text-align: right;
}
.reading {
  width: 108px;
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 3px 6px;
  background: var(--paper);
  color: var(--ink);
}
.stop {
  color: var(--danger);
  font-weight: 600;
}
@media (max-width: 800px) {
  li {
    flex-wrap: wrap;
  }
  .what {
    flex: 1 0 80%;
  }
  .reading {
    flex: 1;
    font-size: 16px;
  }
  .reading,
  li .plain-button {
    min-height: 44px;
  }
}
</style>
