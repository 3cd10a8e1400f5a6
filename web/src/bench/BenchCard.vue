<script setup lang="ts">
/** The step in hand: where the leads go on the drawing, what it should read, and one field for what it does read. */
import { computed, ref, watch } from 'vue';
import { OPEN_OHM, formatQuantity, readingVerdict, type Unit } from '@iron-nudge/core';
import CurrentPaths from '../design/CurrentPaths.vue';
import { useProject } from '../stores/project.ts';
import { useBench } from './bench.ts';
import { showReading, typedReading } from './readings.ts';
import { EXAMPLES, MARK, STAGE_WORDS, useStepWords } from './step-words.ts';
import SelectField from '../ui/SelectField.vue';
import { each } from '../ui/options.ts';

defineProps<{ ranks: ReadonlyMap<string, number> }>();
const project = useProject();
const bench = useBench();
const { deskWords, leads } = useStepWords();
const row = computed(() => bench.inHand);
const typed = ref('');
const wrong = ref('');

/** Prefixes that a meter's display has, by quantity. */
const UNITS: Readonly<Record<'V' | 'A' | 'Ω', readonly string[]>> = { V: ['V', 'mV'], A: ['A', 'mA'], Ω: ['Ω', 'kΩ'] };
const unit = ref('');
watch(
  () => row.value?.step.id,
  () => {
    typed.value = '';
    wrong.value = '';
    unit.value = row.value ? UNITS[row.value.step.quantity][0]! : '';
  },
  { immediate: true },
);
/** A bare number takes the unit that stands beside the field; one with its own unit keeps that. */
const said = computed(() => (/[a-zΩω]\s*$/i.test(typed.value) ? typed.value : `${typed.value} ${unit.value}`));
const read = computed(() => (row.value && typed.value.trim() !== '' ? typedReading(said.value, row.value.step.quantity) : null));
/** Less the leads. */
const value = computed(() => (row.value && read.value !== null ? bench.net(row.value.step, read.value) : null));
/** As the plan will judge it once it is kept: less of a drop is never wrong. */
const verdict = computed(() => {
  if (!row.value || value.value === null) return 'open';
  const { value: expected, tolerance, step } = row.value;
  return readingVerdict({ value: value.value, expected, tolerance, upTo: step.upTo });
});
const VERDICT_WORDS = { open: '', pass: 'as it should be', odd: 'near what it should be', fail: 'not as it should be' } as const;

function keep(): void {
  if (!row.value || typed.value.trim() === '') return;
  if (read.value === null) {
    wrong.value = `“${typed.value}” is no reading in ${row.value.step.quantity}: a number, with a unit if you like (${EXAMPLES[row.value.step.quantity]}).`;
    return;
  }
  bench.add(row.value.step, read.value);
  typed.value = '';
}
/** Least and most that a healthy one reads. */
const should = computed(() => {
  if (!row.value) return '';
  const { value: middle, tolerance, step } = row.value;
  if (middle >= OPEN_OHM / 4 || middle < 0) return showReading(middle, step.quantity);
  const least = step.upTo ? 0 : Math.max(0, middle - tolerance);
  const words = (amount: number) => formatQuantity(amount, step.quantity as Unit);
  const most = words(middle + tolerance);
  if (step.upTo || least === 0) return `at most ${most}`;
  // Both in the unit of the larger: 0.94 to 1.92 Ω.
  const [, unitOfMost] = most.split(' ');
  const times = (middle + tolerance) / Number(most.split(' ')[0]);
  return `${words(least).endsWith(` ${unitOfMost}`) ? words(least).split(' ')[0] : (least / times).toPrecision(2)} to ${most}`;
});
const suspects = computed(() => bench.diagnosis?.explained.length ?? 0);
</script>

<template>
  <section class="card" aria-label="The step in hand">
    <template v-if="row">
      <p class="caps">
        {{ row.reading ? 'Measured' : row.step.id === bench.next?.step.id ? 'Measure next' : 'Measure' }} · {{ STAGE_WORDS[row.step.stage]
        }}<template v-if="row.step.id === bench.next?.step.id && suspects > 1"> · tells {{ suspects }} suspects apart</template>
      </p>
      <h2>{{ row.step.words.charAt(0).toUpperCase() + row.step.words.slice(1) }}</h2>
      <p class="how">
        {{ leads(row.step, row.value).charAt(0).toUpperCase() + leads(row.step, row.value).slice(1) }}.
        <template v-if="deskWords(row.step)">Desk: {{ deskWords(row.step) }}.</template>
      </p>
      <div v-if="project.drawing && project.job" class="paths">
        <CurrentPaths :drawing="project.drawing" :job="project.job.id" :ranks="ranks" :probes="row.step" />
      </div>
      <p v-if="row.locked" class="wait">This comes after the steps with no power have passed.</p>
      <form v-else class="read" @submit.prevent="keep">
        <div>
          <span class="caps">It should read</span>
          <span class="mono big">{{ should }}</span>
        </div>
        <label class="field-of-it"
          ><span class="caps">It reads, {{ row.step.quantity }}</span>
          <span class="row"
            ><input
              v-model="typed"
              class="mono big"
              inputmode="text"
              autocomplete="off"
              :placeholder="EXAMPLES[row.step.quantity].split(',')[0]" />
            <SelectField v-model="unit" class="mono" label="Unit of a bare number" quiet :options="each(UNITS[row.step.quantity])" /></span
        ></label>
        <button type="submit" class="plain-button strong" :disabled="typed.trim() === ''">Keep</button>
        <button v-if="bench.simulated" type="button" class="plain-button" @click="bench.measure(row.step)">Let the meter read it</button>
        <p v-if="value !== null" class="taken" :data-verdict="verdict">
          {{ MARK[verdict] }} {{ VERDICT_WORDS[verdict] }}: {{ showReading(value, row.step.quantity)
          }}<template v-if="value !== read">, less what the leads read</template>
        </p>
        <p v-else-if="row.reading" class="taken" :data-verdict="row.state">
          {{ MARK[row.state] }} it read {{ showReading(row.reading.value, row.step.quantity) }}; another reading takes its place
        </p>
        <p v-if="wrong" class="stop" role="alert">■ {{ wrong }}</p>
      </form>
      <button v-if="bench.picked && bench.next && bench.next.step.id !== row.step.id" class="bare back" @click="bench.picked = ''">
        back to what tells most: {{ bench.next.step.words }}
      </button>
    </template>
    <template v-else>
      <h2>Everything has its reading</h2>
      <p>Pick a step of the list to take one again.</p>
    </template>
  </section>
</template>

<style scoped>
.card {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-top: 4px solid var(--copper);
  border-radius: 4px;
  padding: 10px 16px 14px;
  min-width: 0;
}
.caps {
  font: 600 13px var(--condensed);
  letter-spacing: 0.06em;
  text-transform: uppercase;
  color: var(--iron);
  margin: 0;
  display: block;
}
h2 {
  font-size: 26px;
  line-height: 1.15;
  overflow-wrap: anywhere;
}
.how {
  margin: 2px 0 8px;
  font-size: 15px;
}
.paths {
  height: 330px;
  border: 1px solid var(--line);
  background: var(--paper);
  display: flex;
  flex-direction: column;
}
.paths :deep(.drawing) {
  flex: 1;
}
.read {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 10px 20px;
  margin-top: 10px;
}
.big {
  font-size: 24px;
}
.read input {
  width: 150px;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  padding: 5px 9px;
}
.read .plain-button {
  min-height: 44px;
  padding-inline: 18px;
  font-size: 15px;
}
.taken {
  margin: 0;
  flex-basis: 100%;
  color: var(--danger);
}
.taken[data-verdict='pass'] {
  color: var(--hold);
}
.taken[data-verdict='odd'] {
  color: var(--caution-text);
}
.wait {
  color: var(--caution-text);
}
.stop {
  color: var(--danger);
  flex-basis: 100%;
  margin: 0;
}
.back {
  color: var(--control);
  text-decoration: underline;
  margin-top: 8px;
}
@media (max-width: 800px) {
  .paths {
    height: 240px;
  }
  .read > * {
    flex: 1 1 100%;
  }
  .read input {
    flex: 1;
  }
}
</style>
