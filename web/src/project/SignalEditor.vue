<script setup lang="ts">
import { computed } from 'vue';
import { stateWord, type Signal, type SignalNature } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';

const props = defineProps<{ at: number; usedBy: readonly string[] }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const signal = computed<Signal>(() => project.design!.signals[props.at]!);
const places = computed(() => project.design!.places.map(({ id, name }) => ({ value: id, text: name })));
const supplies = computed(() => project.design!.supplies.map(({ id, name }) => ({ value: id, text: name })));

const set = (value: Signal, typed: string | null = null) =>
  project.patch(signal.value.name, [{ path: ['signals', props.at], value }], typed && `${signal.value.id}-${typed}`);

const NATURES: readonly { value: SignalNature; text: string }[] = [
  { value: 'switch', text: 'a switch or button with two terminals' },
  { value: 'feed', text: 'an existing live feed' },
  { value: 'ground-switch', text: 'a sensor that switches to ground' },
  { value: 'threshold', text: 'a sensor with two levels' },
  { value: 'pin', text: 'a controller’s pin' },
];
const RESTS = [
  { value: 'open', text: 'open: closes when operated' },
  { value: 'closed', text: 'closed: opens when operated' },
] as const;
function changeNature(nature: SignalNature): void {
  const { id, name, place, usual, limitA } = signal.value;
  const base = { id, name, place, usual, limitA };
  const supply = project.design!.supplies[0]!.id;
  const made: Record<SignalNature, () => Signal> = {
    switch: () => ({ ...base, nature: 'switch', action: 'maintained', rest: 'open' }),
    feed: () => ({ ...base, nature: 'feed', supply, keyOn: true }),
    'ground-switch': () => ({ ...base, nature: 'ground-switch', rest: 'open' }),
    threshold: () => ({
      ...base,
      nature: 'threshold',
      output: 'contact',
      watches: { quantity: 'temperature' },
      closesAt: 92,
      opensAt: 84,
      delayS: 0,
    }),
    pin: () => ({ ...base, nature: 'pin', volt: 5, limitA: 0.02 }),
  };
  void set(made[nature]());
}
function watch(quantity: 'temperature' | 'voltage'): void {
  if (signal.value.nature !== 'threshold') return;
  const supply = project.design!.supplies[0]!;
  const scale = supply.nominalV / 12;
  // Levels of a voltage-sensing relay: common practice.
  void set(
    quantity === 'voltage'
      ? { ...signal.value, watches: { quantity, supply: supply.id }, closesAt: 13.3 * scale, opensAt: 12.8 * scale }
      : { ...signal.value, watches: { quantity }, closesAt: 92, opensAt: 84 },
  );
}
async function remove(): Promise<void> {
  emit('done');
  await project.edit(`delete ${signal.value.name}`, (now) => ({
    ...now,
    signals: now.signals.filter((_, index) => index !== props.at),
    statements: now.statements.filter(({ a, b }) => ![a, b].some(({ what, id }) => what === 'signal' && id === signal.value.id)),
  }));
}
</script>

<template>
  <TextField label="Name" :model-value="signal.name" @update:model-value="set({ ...signal, name: $event }, 'name')" />
  <SelectField label="It is" :model-value="signal.nature" :options="NATURES" @update:model-value="changeNature" />
  <template v-if="signal.nature === 'feed'">
    <SelectField
      label="Fed from"
      :model-value="signal.supply"
      :options="supplies"
      @update:model-value="set({ ...signal, supply: $event } as Signal)"
    />
    <label class="row"
      ><input type="checkbox" :checked="signal.keyOn" @change="set({ ...signal, keyOn: !signal.keyOn } as Signal)" /> dies with the
      key</label
    >
  </template>
  <template v-if="signal.nature === 'switch'">
    <SelectField
      label="Operated"
      :model-value="signal.action"
      :options="[
        { value: 'maintained', text: 'and stays' },
        { value: 'momentary', text: 'only while it is held' },
      ]"
      @update:model-value="set({ ...signal, action: $event } as Signal)"
    />
  </template>
  <SelectField
    v-if="signal.nature === 'switch' || signal.nature === 'ground-switch'"
    label="Its contact rests"
    :model-value="signal.rest"
    :options="RESTS"
    @update:model-value="set({ ...signal, rest: $event } as Signal)"
  />
  <template v-if="signal.nature === 'threshold'">
    <SelectField
      label="It watches"
      :model-value="signal.watches.quantity"
      :options="[
        { value: 'temperature', text: 'the temperature at its place' },
        { value: 'voltage', text: 'the voltage of a supply' },
      ]"
      @update:model-value="watch"
    />
    <SelectField
      v-if="signal.watches.quantity === 'voltage'"
      label="Supply"
      :model-value="signal.watches.supply"
      :options="supplies"
      @update:model-value="set({ ...signal, watches: { quantity: 'voltage', supply: $event } } as Signal)"
    />
    <div class="levels">
      <NumberField
        label="Closes at"
        :unit="signal.watches.quantity === 'voltage' ? 'V' : '°C'"
        :least="-60"
        :most="400"
        :model-value="signal.closesAt"
        @update:model-value="set({ ...signal, closesAt: $event } as Signal, 'closes')"
      />
      <NumberField
        label="Opens at"
        :unit="signal.watches.quantity === 'voltage' ? 'V' : '°C'"
        :least="-60"
        :most="400"
        :model-value="signal.opensAt"
        @update:model-value="set({ ...signal, opensAt: $event } as Signal, 'opens')"
      />
      <NumberField
        label="Delay"
        unit="s"
        :least="0"
        :most="3600"
        :model-value="signal.delayS"
        @update:model-value="set({ ...signal, delayS: $event } as Signal, 'delay')"
      />
    </div>
    <SelectField
      label="It switches"
      :model-value="signal.output"
      :options="[
        { value: 'contact', text: 'a contact of two terminals' },
        { value: 'ground', text: 'one terminal to ground' },
      ]"
      @update:model-value="set({ ...signal, output: $event } as Signal)"
    />
  </template>
  <SelectField
    v-if="signal.nature === 'pin'"
    label="High is"
    :model-value="signal.volt"
    :options="[
      { value: 5, text: '5 V' },
      { value: 3.3, text: '3.3 V' },
    ]"
    @update:model-value="set({ ...signal, volt: $event } as Signal)"
  />
  <NumberField
    :label="signal.nature === 'feed' ? 'One may take from it' : signal.nature === 'pin' ? 'It may give' : 'Its contact may carry'"
    unit="A"
    :model-value="signal.limitA"
    :most="signal.nature === 'pin' ? 2 : 200"
    @update:model-value="set({ ...signal, limitA: $event } as Signal, 'limit')"
  />
  <SelectField
    label="Usually"
    :model-value="signal.usual ? 'on' : 'off'"
    :options="[
      { value: 'on', text: stateWord(signal, true) },
      { value: 'off', text: stateWord(signal, false) },
    ]"
    @update:model-value="set({ ...signal, usual: $event === 'on' })"
  />
  <SelectField label="Place" :model-value="signal.place" :options="places" @update:model-value="set({ ...signal, place: $event })" />
  <p v-if="usedBy.length" class="used">Used by {{ usedBy.join(', ') }}.</p>
  <button v-else class="plain-button danger" @click="remove">Delete</button>
</template>

<style scoped>
.used {
  margin: 0;
  color: var(--iron);
  font-size: 12.5px;
}
.levels {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
}
</style>
