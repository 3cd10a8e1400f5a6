<script setup lang="ts">
import { computed } from 'vue';
import {
  THERMOCOUPLE_LEADS,
  THERMOCOUPLE_TYPES,
  bootState,
  chargeLevels,
  controllerType,
  stateWord,
  type Signal,
  type SignalNature,
} from '@iron-nudge/core';
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
  { value: 'receiver', text: 'a radio receiver or phone link' },
  { value: 'regulator', text: 'a temperature controller’s drive output' },
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
    feed: () => ({ ...base, nature: 'feed', supply, keyOn: true, starter: false, pulsed: false, filtered: false }),
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
    pin: () => ({ ...base, nature: 'pin', volt: 5, limitA: 0.02, controller: null, gpio: '' }),
    receiver: () => ({ ...base, nature: 'receiver', limitA: 5, afterCut: 'off' }),
    regulator: () => ({
      ...base,
      nature: 'regulator',
      volt: 12,
      limitA: 0.03,
      thermocouple: 'K',
      polarity: 'right',
      setC: 180,
      control: 'pid',
      cycleS: 2,
      heatJPerK: 4000,
      lossWPerK: 6,
      lagS: 20,
    }),
  };
  void set(made[nature]());
}
function watch(quantity: 'temperature' | 'voltage'): void {
  if (signal.value.nature !== 'threshold') return;
  const supply = project.design!.supplies[0]!;
  void set(
    quantity === 'voltage'
      ? { ...signal.value, watches: { quantity, supply: supply.id }, ...chargeLevels(supply.nominalV) }
      : { ...signal.value, watches: { quantity }, closesAt: 92, opensAt: 84 },
  );
}
const boards = computed(() => [
  { value: '', text: 'not described further' },
  ...project.design!.controllers.map(({ id, name }) => ({ value: id, text: name })),
]);
/** Pins of the chosen board that no other signal has, with what they do while it starts. */
const freePins = computed(() => {
  const own = signal.value;
  const board = own.nature === 'pin' ? project.design!.controllers.find(({ id }) => id === own.controller) : undefined;
  if (!board || own.nature !== 'pin') return [];
  const type = controllerType(board.type);
  const taken = new Set(
    project.design!.signals.flatMap((other) =>
      other.nature === 'pin' && other.id !== own.id && other.controller === board.id ? [other.gpio] : [],
    ),
  );
  return type.pins.filter((pin) => !taken.has(pin)).map((pin) => ({ value: pin, text: `${pin}: ${bootState(type, pin)} while it starts` }));
});
function chooseBoard(id: string): void {
  const own = signal.value;
  if (own.nature !== 'pin') return;
  const board = project.design!.controllers.find((candidate) => candidate.id === id);
  if (!board) return void set({ ...own, controller: null, gpio: '' });
  const type = controllerType(board.type);
  const taken = new Set(
    project.design!.signals.flatMap((other) => (other.nature === 'pin' && other.controller === id ? [other.gpio] : [])),
  );
  const quiet = type.pins.find((pin) => !taken.has(pin) && bootState(type, pin) === 'floats') ?? type.pins[0]!;
  void set({ ...own, controller: id, gpio: quiet, volt: type.pinV, limitA: type.pinA, place: board.place });
}
async function remove(): Promise<void> {
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
    <label class="row"
      ><input type="checkbox" :checked="signal.starter" @change="set({ ...signal, starter: !signal.starter } as Signal)" /> live just while
      the engine is cranked</label
    >
    <label class="row"
      ><input type="checkbox" :checked="signal.pulsed" @change="set({ ...signal, pulsed: !signal.pulsed } as Signal)" /> dimmed by pulses,
      or watched by the vehicle</label
    >
    <label v-if="signal.pulsed" class="row"
      ><input type="checkbox" :checked="signal.filtered" @change="set({ ...signal, filtered: !signal.filtered } as Signal)" /> with a filter
      at the tap</label
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
        :most="1700"
        :model-value="signal.closesAt"
        @update:model-value="set({ ...signal, closesAt: $event } as Signal, 'closes')"
      />
      <NumberField
        label="Opens at"
        :unit="signal.watches.quantity === 'voltage' ? 'V' : '°C'"
        :least="-60"
        :most="1700"
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
  <template v-if="signal.nature === 'pin'">
    <SelectField label="On the board" :model-value="signal.controller ?? ''" :options="boards" @update:model-value="chooseBoard" />
    <SelectField
      v-if="signal.controller !== null"
      label="Its pin"
      :model-value="signal.gpio"
      :options="freePins"
      @update:model-value="set({ ...signal, gpio: $event } as Signal)"
    />
  </template>
  <SelectField
    v-if="signal.nature === 'receiver'"
    label="After a power cut it is"
    :model-value="signal.afterCut"
    :options="[
      { value: 'off', text: 'off' },
      { value: 'on', text: 'on' },
      { value: 'as it was', text: 'as it was' },
      { value: 'unknown', text: 'nobody knows' },
    ]"
    @update:model-value="set({ ...signal, afterCut: $event } as Signal)"
  />
  <template v-if="signal.nature === 'regulator'">
    <div class="levels">
      <NumberField
        label="Set to"
        unit="°C"
        :least="0"
        :most="1600"
        :model-value="signal.setC"
        @update:model-value="set({ ...signal, setC: $event } as Signal, 'set')"
      />
      <SelectField
        label="Control"
        :model-value="signal.control"
        :options="[
          { value: 'on-off', text: 'on and off' },
          { value: 'pid', text: 'PID, in time' },
          { value: 'phase-angle', text: 'PID, phase angle' },
        ]"
        @update:model-value="set({ ...signal, control: $event } as Signal)"
      />
      <NumberField
        label="Cycle"
        unit="s"
        :most="600"
        :model-value="signal.cycleS"
        @update:model-value="set({ ...signal, cycleS: $event } as Signal, 'cycle')"
      />
    </div>
    <div class="levels">
      <SelectField
        label="Thermocouple"
        :model-value="signal.thermocouple"
        :options="THERMOCOUPLE_TYPES.map((type) => ({ value: type, text: `type ${type}` }))"
        @update:model-value="set({ ...signal, thermocouple: $event } as Signal)"
      />
      <SelectField
        label="Its leads are"
        :model-value="signal.polarity"
        :options="[
          { value: 'right', text: 'right' },
          { value: 'swapped', text: 'changed about' },
        ]"
        @update:model-value="set({ ...signal, polarity: $event } as Signal)"
      />
      <NumberField
        label="Sensor lags"
        unit="s"
        :least="0"
        :most="3600"
        :model-value="signal.lagS"
        @update:model-value="set({ ...signal, lagS: $event } as Signal, 'lag')"
      />
    </div>
    <p class="used">
      IEC {{ THERMOCOUPLE_LEADS[signal.thermocouple].iec }}; ANSI {{ THERMOCOUPLE_LEADS[signal.thermocouple].ansi }};
      {{ THERMOCOUPLE_LEADS[signal.thermocouple].magnet }}.
    </p>
    <div class="levels two">
      <NumberField
        label="The thing takes, J for each K"
        :most="1000000000"
        :model-value="signal.heatJPerK"
        @update:model-value="set({ ...signal, heatJPerK: $event } as Signal, 'heat')"
      />
      <NumberField
        label="and loses, W for each K"
        :most="100000"
        :model-value="signal.lossWPerK"
        @update:model-value="set({ ...signal, lossWPerK: $event } as Signal, 'loss')"
      />
    </div>
  </template>
  <SelectField
    v-if="signal.nature === 'pin' && signal.controller === null"
    label="High is"
    :model-value="signal.volt"
    :options="[
      { value: 5, text: '5 V' },
      { value: 3.3, text: '3.3 V' },
    ]"
    @update:model-value="set({ ...signal, volt: $event } as Signal)"
  />
  <NumberField
    :label="
      signal.nature === 'feed'
        ? 'One may take from it'
        : signal.nature === 'pin' || signal.nature === 'regulator'
          ? 'It may give'
          : 'Its contact may carry'
    "
    unit="A"
    :model-value="signal.limitA"
    :most="signal.nature === 'pin' ? 2 : signal.nature === 'regulator' ? 1 : 200"
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
.levels.two {
  grid-template-columns: repeat(2, 1fr);
}
</style>
