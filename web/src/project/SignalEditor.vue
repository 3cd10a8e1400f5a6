<script setup lang="ts">
/** A signal: what it is, and the fields of its nature. A pin's board and place on it are a matter of the project. */
import { computed } from 'vue';
import {
  SHELF_NATURES,
  SIGNALS,
  SIGNAL_NATURES,
  alarmContactOf,
  asNature,
  bootState,
  controllerType,
  isPin,
  pinsTaken,
  signalFacets,
  stateWord,
  switchedBy,
  withItsLevels,
  type Controller,
  type Signal,
  type SignalNature,
} from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import FieldsEditor from '../ui/FieldsEditor.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';
import { useOwnShelf } from './own-shelf.ts';
import { referencesOf } from './references.ts';
import { each, named } from '../ui/options.ts';

const props = defineProps<{ at: number; usedBy: readonly string[] }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const signal = computed<Signal>(() => project.design!.signals[props.at]!);
const references = computed(() => referencesOf(project.design!));

const set = (value: Signal, typed: string | null = null) =>
  project.patch(signal.value.name, [{ path: ['signals', props.at], value }], typed && `${signal.value.id}-${typed}`);

const NATURES = each(SIGNAL_NATURES, (nature) => SIGNALS[nature].title);
const change = (nature: SignalNature) => set(asNature(signal.value, nature, project.design!.supplies[0]!.id));

/** What is changed is taken as it is; a sensor that is put on a supply begins with that supply's levels. */
const take = (changed: object, typed: string | null) =>
  set(withItsLevels(signal.value, changed as Signal, project.design!.supplies), typed);

const shelf = useOwnShelf();
/** The job that makes it live; none of a thing of its own. */
const switching = computed(() => switchedBy(project.design!, signal.value));
const keepable = computed(() => !switching.value && SHELF_NATURES.includes(signal.value.nature));
const boards = computed(() => [{ value: '', text: 'not described further' }, ...named(project.design!.controllers)]);
const taken = (board: Controller, except = '') =>
  new Set(pinsTaken({ signals: project.design!.signals.filter(({ id }) => id !== except) }, board));
/** Pins of the chosen board that no other signal and no data line has, with what they do while it starts. */
const freePins = computed(() => {
  const own = signal.value;
  const board = isPin(own) ? project.design!.controllers.find(({ id }) => id === own.controller) : undefined;
  if (!board) return [];
  const type = controllerType(project.design!, board.type);
  const gone = taken(board, own.id);
  return type.pins.filter((pin) => !gone.has(pin)).map((pin) => ({ value: pin, text: `${pin}: ${bootState(type, pin)} while it starts` }));
});
function chooseBoard(id: string): void {
  const own = signal.value;
  if (!isPin(own)) return;
  const board = project.design!.controllers.find((candidate) => candidate.id === id);
  if (!board) return void set({ ...own, controller: null, gpio: '' });
  const type = controllerType(project.design!, board.type);
  const gone = taken(board);
  const quiet = type.pins.find((pin) => !gone.has(pin) && bootState(type, pin) === 'floats') ?? type.pins[0]!;
  void set({ ...own, controller: id, gpio: quiet, volt: type.pinV, limitA: type.pinA, place: board.place });
}
function remove(): void {
  emit('done');
  project.edit(`delete ${signal.value.name}`, (now) => ({
    ...now,
    signals: now.signals.filter((_, index) => index !== props.at),
    statements: now.statements.filter(({ a, b }) => ![a, b].some(({ what, id }) => what === 'signal' && id === signal.value.id)),
  }));
}
</script>

<template>
  <TextField label="Name" :model-value="signal.name" @update:model-value="set({ ...signal, name: $event }, 'name')" />
  <p v-if="switching" class="used">{{ signalFacets(signal).ofJobWords?.(switching.name) }}</p>
  <SelectField v-else label="It is" :model-value="signal.nature" :options="NATURES" @update:model-value="change" />
  <template v-if="isPin(signal)">
    <SelectField label="On the board" :model-value="signal.controller ?? ''" :options="boards" @update:model-value="chooseBoard" />
    <SelectField
      v-if="signal.controller !== null"
      label="Its pin"
      :model-value="signal.gpio"
      :options="freePins"
      @update:model-value="set({ ...signal, gpio: $event } as Signal)"
    />
  </template>
  <FieldsEditor :value="signal" :fields="signalFacets(signal).fields" :references="references" @change="take" />
  <SelectField
    v-if="!switching"
    label="Usually"
    :model-value="signal.usual ? 'on' : 'off'"
    :options="[
      { value: 'on', text: stateWord(signal, true) },
      { value: 'off', text: stateWord(signal, false) },
    ]"
    @update:model-value="set({ ...signal, usual: $event === 'on' })"
  />
  <SelectField
    v-if="alarmContactOf(signal) === null && !switching"
    label="Place"
    :model-value="signal.place"
    :options="references.place"
    @update:model-value="set({ ...signal, place: $event })"
  />
  <p v-if="usedBy.length" class="used">Used by {{ usedBy.join(', ') }}.</p>
  <div class="row">
    <button v-if="keepable" class="plain-button" @click="shelf.keep('signal', signal)">Keep on my shelf</button>
    <button v-if="usedBy.length === 0" class="plain-button danger" @click="remove">Delete</button>
  </div>
</template>

<style scoped>
.used {
  margin: 0;
  color: var(--iron);
  font-size: 12.5px;
}
</style>
