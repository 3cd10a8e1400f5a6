<script setup lang="ts">
import { computed, ref } from 'vue';
import { joinTerm, readWhen, removeTerm, replaceTerm, stateWord, writeWhen, type TermPath, type When } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SelectField from '../ui/SelectField.vue';

const props = defineProps<{ signal: string; path: TermPath }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const job = computed(() => project.job!);
const signals = computed(() => project.design!.signals);
const at = (when: When, path: TermPath): When =>
  path.reduce<unknown>((node, key) => (node as Record<string | number, unknown>)[key], when) as When;
const off = computed(() => at(job.value.when, props.path).op === 'not');
const chosen = computed(() => signals.value.find(({ id }) => id === props.signal)!);

const put = (when: When) => project.patch(`${job.value.name}: when`, [{ path: ['jobs', project.jobIndex, 'when'], value: when }]);
const term = (signal: string, inverted: boolean): When =>
  inverted ? { op: 'not', of: { op: 'signal', signal } } : { op: 'signal', signal };

function setSignal(signal: string): void {
  void put(replaceTerm(job.value.when, props.path, term(signal, off.value)));
}
function setOff(inverted: boolean): void {
  void put(replaceTerm(job.value.when, props.path, term(props.signal, inverted)));
}
function join(op: 'and' | 'or'): void {
  const spare = signals.value.find(({ id }) => id !== props.signal) ?? signals.value[0]!;
  void put(joinTerm(job.value.when, props.path, op, term(spare.id, false)));
  emit('done');
}
const without = computed(() => removeTerm(job.value.when, props.path));
function remove(): void {
  if (without.value) void put(without.value);
  emit('done');
}

const words = ref(writeWhen(job.value.when, signals.value));
const wrong = ref('');
function takeWords(): void {
  const read = readWhen(words.value, signals.value);
  wrong.value = read.ok ? '' : read.message;
  if (!read.ok) return;
  void put(read.when);
  emit('done');
}
</script>

<template>
  <SelectField
    label="Signal"
    :model-value="signal"
    :options="signals.map(({ id, name }) => ({ value: id, text: name }))"
    @update:model-value="setSignal"
  />
  <SelectField
    label="State"
    :model-value="off ? 'off' : 'on'"
    :options="[
      { value: 'on', text: stateWord(chosen, true) },
      { value: 'off', text: stateWord(chosen, false) },
    ]"
    @update:model-value="setOff($event === 'off')"
  />
  <div class="row">
    <button class="plain-button" :disabled="signals.length < 2" @click="join('and')">and…</button>
    <button class="plain-button" :disabled="signals.length < 2" @click="join('or')">or…</button>
    <button class="plain-button danger" :disabled="!without" @click="remove">Take out</button>
  </div>
  <form class="field" @submit.prevent="takeWords">
    <label for="whole-clause">The whole clause, in words: and, or, not, brackets</label>
    <textarea id="whole-clause" v-model="words" rows="2" @keydown.enter.prevent="takeWords" />
    <span v-if="wrong" class="error" role="alert">{{ wrong }}</span>
    <button class="plain-button" type="submit">Take these words</button>
  </form>
</template>
