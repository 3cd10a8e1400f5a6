<script setup lang="ts">
/** The steps by stage, short: what was read, what is in hand, what waits. */
import { computed, watch } from 'vue';
import { STAGES, SYMPTOMS } from '@iron-nudge/core';
import { useBench } from './bench.ts';
import { showReading } from './readings.ts';
import { MARK, STAGE_WORDS } from './step-words.ts';
import SelectField from '../ui/SelectField.vue';

const bench = useBench();
const stages = computed(() =>
  STAGES.map((stage) => ({ stage, rows: bench.rows.filter(({ step }) => step.stage === stage) })).filter(({ rows }) => rows.length > 0),
);
const symptom = computed({
  get: () => bench.symptom ?? '',
  set: (id) => (bench.symptom = id === '' ? null : id),
});
const SEEN = [{ value: '', text: 'I have only begun to look' }, ...SYMPTOMS.map(({ id, words }) => ({ value: id, text: words }))];
watch(symptom, () => (bench.picked = ''));
</script>

<template>
  <nav class="steps" aria-label="Steps">
    <SelectField v-model="symptom" label="What do you see?" :options="SEEN" />
    <details v-for="{ stage, rows } in stages" :key="stage" :open="rows.some(({ step }) => step.id === bench.inHand?.step.id)">
      <summary>
        {{ STAGE_WORDS[stage] }}
        <span class="mono">{{ rows.filter(({ state }) => state === 'pass').length }}/{{ rows.length }}</span>
      </summary>
      <button
        v-for="row in rows"
        :key="row.step.id"
        class="bare"
        :data-state="row.state"
        :aria-current="row.step.id === bench.inHand?.step.id ? 'step' : undefined"
        @click="bench.picked = row.step.id"
      >
        <span class="mark" :aria-label="row.state" role="img">{{ MARK[row.state] }}</span> {{ row.step.words }}
        <span v-if="row.reading" class="mono">{{ showReading(row.reading.value, row.step.quantity) }}</span>
      </button>
    </details>
  </nav>
</template>

<style scoped>
.steps {
  min-width: 0;
}
details {
  margin-top: 10px;
}
summary {
  font: 600 14px var(--condensed);
  letter-spacing: 0.04em;
  color: var(--iron);
  cursor: pointer;
}
summary .mono {
  float: right;
  font-weight: 400;
  font-size: 12px;
}
button {
  display: block;
  width: 100%;
  padding: 4px 8px;
  border-left: 3px solid transparent;
  font-size: 13px;
  line-height: 1.25;
}
button:hover {
  background: var(--sheet);
}
button[aria-current] {
  border-left-color: var(--copper);
  background: var(--sheet);
  font-weight: 600;
}
button .mono {
  float: right;
  margin-left: 6px;
}
[data-state='pass'] .mark {
  color: var(--hold);
}
[data-state='odd'] :is(.mark, .mono) {
  color: var(--caution-text);
}
[data-state='fail'] :is(.mark, .mono) {
  color: var(--danger);
  font-weight: 700;
}
@media (max-width: 800px) {
  button {
    min-height: 40px;
  }
}
</style>
