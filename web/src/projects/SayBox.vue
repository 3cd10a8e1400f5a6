<script setup lang="ts">
/** A circuit in one sentence: what it was taken for stands under it while one types, and what is still to say. */
import { computed, ref, shallowRef, useId } from 'vue';
import { MEASURES, measuredIn, type Design, type Heard } from '@iron-nudge/core';
import type * as Saying from './saying.ts';
import SelectField from '../ui/SelectField.vue';
import { measure } from './measure.ts';
import { wordsOf } from '../ui/words-of.ts';

const props = defineProps<{ design: Design | null; button: string }>();
const emit = defineEmits<{ wired: [design: Design, job: string] }>();

const text = ref('');
const answers = ref<Record<string, string>>({});
const reader = shallowRef<typeof Saying | null>(null);
const trouble = ref('');
const id = useId();

async function fetchReader(): Promise<typeof Saying | null> {
  try {
    reader.value ??= await import('./saying.ts');
    trouble.value = '';
  } catch (error) {
    trouble.value = `The sentence cannot be read just now: ${wordsOf(error)}`;
  }
  return reader.value;
}
const heard = computed<Heard | null>(() => {
  if (!reader.value || text.value.trim() === '') return null;
  return reader.value.hear(text.value, props.design, answers.value, props.design?.settings ?? MEASURES[measure.value].settings);
});
const told = computed(() => heard.value?.told.filter(({ means }) => means !== '') ?? []);
const toAnswer = computed(() => heard.value?.blanks.filter(({ choices }) => choices === null || choices.length > 0) ?? []);
const toType = computed(() => heard.value?.blanks.filter(({ choices }) => choices?.length === 0) ?? []);
const answer = (key: string, value: string) => (answers.value = { ...answers.value, [key]: value });
const answered = computed(() => Object.keys(answers.value).filter((key) => !key.startsWith('leave ')));

async function wire(): Promise<void> {
  const now = (await fetchReader()) && heard.value;
  const said = now && reader.value!.saidIn(now, props.design);
  if (said) emit('wired', props.design ? said.design : measuredIn(said.design, measure.value), said.job);
}
</script>

<template>
  <form class="say" @submit.prevent="wire">
    <label :for="id" class="caps">Say what shall happen</label>
    <textarea
      :id="id"
      v-model="text"
      rows="1"
      maxlength="600"
      spellcheck="false"
      placeholder="when the key and the fan switch are on, run a 160 W fan from the battery, off if a wire breaks"
      :aria-describedby="`${id}-read`"
      @focus="fetchReader"
      @keydown.enter.prevent="wire"
    ></textarea>
    <div :id="`${id}-read`" class="read" aria-live="polite">
      <p v-if="trouble" role="alert" class="unclear">{{ trouble }}</p>
      <p v-if="told.length > 0" class="told">
        understood:
        <template v-for="(one, at) in told" :key="one.at"
          ><template v-if="at > 0"> · </template
          ><span :class="one.as"
            ><q>{{ text.slice(one.at, one.end).trim() }}</q> {{ one.means }}</span
          ></template
        >
      </p>
      <p v-for="stretch in heard?.unclear ?? []" :key="stretch.at" class="unclear">
        not understood: <q>{{ stretch.text }}</q>
        <button type="button" class="plain-button" @click="answer(`leave ${stretch.text}`, 'yes')">leave it out</button>
      </p>
      <p v-for="blank in toType" :key="blank.key" class="blank">still to say: {{ blank.asks }}</p>
      <div v-if="toAnswer.length > 0" class="blanks">
        <template v-for="blank in toAnswer" :key="blank.key">
          <SelectField
            v-if="blank.choices"
            class="blank"
            :label="blank.asks"
            model-value=""
            :options="[{ value: '', text: 'choose…' }, ...blank.choices]"
            @update:model-value="answer(blank.key, $event)"
          />
          <label v-else class="field blank"
            >{{ blank.asks
            }}<span class="row"
              ><input
                inputmode="decimal"
                @change="answer(blank.key, ($event.target as HTMLInputElement).value.replace(',', '.'))"
                @keydown.enter.prevent="answer(blank.key, ($event.target as HTMLInputElement).value.replace(',', '.'))"
              />{{ blank.unit }}</span
            ></label
          >
        </template>
      </div>
      <p v-if="heard && heard.assumed.length > 0 && told.length > 0" class="assumed">
        not said, and taken as usual: {{ heard.assumed.join(' · ') }}
      </p>
    </div>
    <div class="row end">
      <button v-if="answered.length > 0" type="button" class="bare again" @click="answers = {}">ask me again</button>
      <button type="submit" class="plain-button strong" :disabled="!heard?.add">{{ button }}</button>
    </div>
  </form>
</template>

<style scoped>
.say {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 14px 18px;
  display: grid;
  gap: 6px;
}
.caps {
  font: 600 14px var(--condensed);
  letter-spacing: 0.08em;
  text-transform: uppercase;
  color: var(--iron);
}
textarea {
  font: 500 24px/1.3 var(--condensed);
  border: 0;
  border-bottom: 2px solid var(--line);
  background: transparent;
  resize: none;
  width: 100%;
  padding: 0;
  field-sizing: content;
}
textarea::placeholder {
  color: var(--iron);
  opacity: 0.75;
}
textarea:focus-visible {
  outline: 0;
  border-bottom-color: var(--control);
}
.read {
  display: grid;
  gap: 4px;
}
p {
  margin: 0;
}
q {
  font-weight: 500;
}
.told,
.assumed {
  color: var(--iron);
}
.signal,
.delay {
  color: var(--control);
}
.load {
  color: var(--copper-text);
}
.supply,
.device,
.place,
.lost,
.distance,
.time {
  color: var(--ink);
}
.unclear {
  color: var(--danger);
}
.blank {
  color: var(--caution-text);
  font-weight: 500;
}
.blanks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 8px;
}
.assumed {
  font-size: 12.5px;
  border-left: 4px solid transparent;
  border-image: repeating-linear-gradient(45deg, var(--caution) 0 2px, transparent 2px 5px) 1;
  padding-left: 8px;
}
.end {
  justify-content: flex-end;
}
.again {
  color: var(--control);
  text-decoration: underline;
}
</style>
