<script setup lang="ts">
import { computed, ref } from 'vue';
import {
  applyPatches,
  joinTerm,
  readWhen,
  removeTerm,
  replaceTerm,
  stateWord,
  writeWhen,
  type TermPath,
  type When,
} from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SelectField from '../ui/SelectField.vue';
import { named } from '../ui/options.ts';
import { choicesFor, mayName, withChosen } from './outputs.ts';

/** `path` leads from the job to the term: first to its clause, then into that. */
const props = defineProps<{ signal: string; path: TermPath }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const job = computed(() => project.job!);
const signals = computed(() => project.design!.signals);
const dig = (from: unknown, path: TermPath): When =>
  path.reduce<unknown>((node, key) => (node as Record<string | number, unknown>)[key], from) as When;

const clausePath = computed<TermPath>(() => (props.path[0] === 'when' ? ['when'] : ['otherwise', 'when']));
const termPath = computed<TermPath>(() => props.path.slice(clausePath.value.length));
const clause = computed(() => dig(job.value, clausePath.value));
const term = computed(() => dig(clause.value, termPath.value));
const off = computed(() => term.value.op === 'not');
const chosen = computed(() => signals.value.find(({ id }) => id === props.signal)!);

const put = (when: When) =>
  project.patch(`${job.value.name}: when`, [{ path: ['jobs', project.jobIndex, ...clausePath.value], value: when }]);
const termOf = (signal: string, inverted: boolean): When =>
  inverted ? { op: 'not', of: { op: 'signal', signal } } : { op: 'signal', signal };
const spare = () =>
  termOf(
    (signals.value.find((signal) => signal.id !== props.signal && mayName(project.design!, signal, job.value)) ?? signals.value[0]!).id,
    false,
  );

/** Those that this job may name: what it switches itself is none. */
const options = computed(() => [
  ...named(signals.value.filter((signal) => mayName(project.design!, signal, job.value))),
  ...choicesFor(project.design!, job.value),
]);
function setSignal(signal: string): void {
  if (withChosen(project.design!, signal)) {
    // What another job switches, or a contact of its contactor, becomes a signal of the project, and this one names it.
    const when = (id: string) => replaceTerm(clause.value, termPath.value, termOf(id, off.value));
    return void project.edit(`${job.value.name}: when`, (now) => {
      const { design, id } = withChosen(now, signal)!;
      return applyPatches(design, [{ path: ['jobs', project.jobIndex, ...clausePath.value], value: when(id) }]);
    });
  }
  void put(replaceTerm(clause.value, termPath.value, termOf(signal, off.value)));
}
function setOff(inverted: boolean): void {
  void put(replaceTerm(clause.value, termPath.value, termOf(props.signal, inverted)));
}
function join(op: 'and' | 'or'): void {
  void put(joinTerm(clause.value, termPath.value, op, spare()));
  emit('done');
}
/** Puts something around this one term. */
function around(made: When): void {
  void put(replaceTerm(clause.value, termPath.value, made));
  emit('done');
}
const without = computed(() => removeTerm(clause.value, termPath.value));
function remove(): void {
  if (without.value) void put(without.value);
  emit('done');
}

/** It is all that works the job. */
const isAll = computed(() => clausePath.value.length === 1 && termPath.value.length === 0 && project.job!.when.op !== 'always');
/** With nothing that works it there is nothing to switch: its device goes too. */
const withNone = () => [
  { path: ['jobs', project.jobIndex, 'when'], value: { op: 'always' } },
  { path: ['jobs', project.jobIndex, 'device'], value: { kind: 'direct', place: job.value.device.place } },
  { path: ['jobs', project.jobIndex, 'otherwise'], value: { kind: 'off' } },
  { path: ['jobs', project.jobIndex, 'lost'], value: 'off' },
];
function always(): void {
  void project.patch(`${job.value.name}: always on`, withNone());
  emit('done');
}

const words = ref(writeWhen(clause.value, signals.value));
const wrong = ref('');
function takeWords(): void {
  const read = readWhen(words.value, signals.value);
  wrong.value = read.ok ? '' : read.message;
  if (!read.ok) return;
  if (read.when.op === 'always') always();
  else {
    void put(read.when);
    emit('done');
  }
}
</script>

<template>
  <SelectField label="Signal" :model-value="signal" :options="options" @update:model-value="setSignal" />
  <SelectField
    label="State"
    :model-value="off ? 'off' : 'on'"
    :options="[
      { value: 'on', text: stateWord(chosen, true) },
      { value: 'off', text: stateWord(chosen, false) },
    ]"
    @update:model-value="setOff($event === 'off')"
  />
  <div class="row wrap">
    <button class="plain-button" :disabled="signals.length < 2" @click="join('and')">and…</button>
    <button class="plain-button" :disabled="signals.length < 2" @click="join('or')">or…</button>
    <button class="plain-button" :disabled="signals.length < 2" @click="around({ op: 'held', set: term, reset: spare() })">
      held until…
    </button>
    <button class="plain-button" @click="around({ op: 'toggle', of: term })">toggled by it</button>
    <button class="plain-button" @click="around({ op: 'delay', of: term, onS: 5, offS: 0 })">later…</button>
    <button v-if="isAll" class="plain-button" @click="always">always on</button>
    <button class="plain-button danger" :disabled="!without" @click="remove">Take out</button>
  </div>
  <form class="field" @submit.prevent="takeWords">
    <label for="whole-clause">The whole clause, in words: and, or, not, brackets, held (set by …, reset by …), after a delay of …</label>
    <textarea id="whole-clause" v-model="words" rows="3" @keydown.enter.prevent="takeWords" />
    <span v-if="wrong" class="error" role="alert">{{ wrong }}</span>
    <button class="plain-button" type="submit">Take these words</button>
  </form>
</template>

<style scoped>
.wrap {
  flex-wrap: wrap;
}
</style>
