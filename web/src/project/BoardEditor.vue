<script setup lang="ts">
/** A controller board: what it is, its links, and its program as a list of steps. */
import { computed, ref } from 'vue';
import {
  applyPatches,
  boardsOf,
  controllerType,
  currentOf,
  devicesOf,
  dividerVolts,
  formatQuantity,
  linkLevels,
  MOST_DEVICES,
  MOST_LINKS,
  microPython,
  pinsOf,
  portableCpp,
  stepWords,
  thingsOf,
  type Controller,
  type ControllerLink,
  type ProgramStep,
  isPin,
  withBoardType,
  withDevice,
  withoutDevice,
} from '@iron-nudge/core';
import { useOwnShelf } from './own-shelf.ts';
import { useProject } from '../stores/project.ts';
import { download, fileName } from '../ui/download.ts';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';
import { named } from '../ui/options.ts';

const props = defineProps<{ at: number }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const board = computed<Controller>(() => project.design!.controllers[props.at]!);
const type = computed(() => controllerType(project.design!, board.value.type));
const pins = computed(() => pinsOf(project.design!, board.value));
const set = (changes: Partial<Controller>, typed: string | null = null) =>
  project.patch(
    board.value.name,
    [{ path: ['controllers', props.at], value: { ...board.value, ...changes } }],
    typed && `${board.value.id}-${typed}`,
  );

const places = computed(() => named(project.design!.places));
const feeds = computed(() => [
  { value: 'usb', text: 'a computer’s port or its charger' },
  ...named(project.design!.supplies.filter((supply) => currentOf(supply) === 'dc')),
]);
const shelf = useOwnShelf();
const types = computed(() => named([...boardsOf(project.design!), ...shelf.boards.value]));
function changeType(id: string): void {
  const taken = shelf.taking(id);
  void project.edit(`${board.value.name}: board`, (now) => withBoardType(applyPatches(now, taken), props.at, id));
}

// Steps
const KINDS = [
  { value: 'set', text: 'high or low' },
  { value: 'wait', text: 'wait' },
  { value: 'hold', text: 'hold while, and for a time after' },
  { value: 'follow', text: 'follow a signal' },
  { value: 'character', text: 'by a character from a link' },
  { value: 'repeat', text: 'repeat the steps before it' },
] as const;
const adding = ref<(typeof KINDS)[number]['value']>('set');
const inputs = computed(() => named(thingsOf(project.design!).filter((signal) => !isPin(signal))));
const outputs = computed(() => pins.value.map(({ id, name, gpio }) => ({ value: id, text: `${name} (${gpio})` })));
const problem = computed(() =>
  pins.value.length === 0
    ? 'No signal is a pin of this board yet: make one under Signals.'
    : (adding.value === 'hold' || adding.value === 'follow') && inputs.value.length === 0
      ? 'There is no other signal that it could watch.'
      : adding.value === 'repeat' && script.value.length === 0
        ? 'There is nothing before it to repeat.'
        : '',
);
const script = computed(() => board.value.program.filter((step) => step.do === 'set' || step.do === 'wait'));
function add(): void {
  const pin = pins.value[0]!.id;
  const signal = inputs.value[0]?.value ?? '';
  const { program } = board.value;
  const made: Record<typeof adding.value, () => ProgramStep> = {
    set: () => ({ do: 'set', pin, high: true }),
    wait: () => ({ do: 'wait', seconds: 1 }),
    hold: () => ({ do: 'hold', pin, high: true, signal, seconds: 60 }),
    follow: () => ({ do: 'follow', pin, high: true, signal }),
    character: () => ({ do: 'character', pin, high: 'A', low: 'a' }),
    repeat: () => ({ do: 'repeat', times: 0, steps: script.value }),
  };
  const step = made[adding.value]();
  // A repeat takes the steps that it repeats into itself, with a pause where they have none.
  if (step.do === 'repeat') {
    const steps: ProgramStep[] = step.steps.some((inner) => inner.do === 'wait') ? step.steps : [...step.steps, { do: 'wait', seconds: 1 }];
    void set({ program: [...program.filter((other) => other.do !== 'set' && other.do !== 'wait'), { ...step, steps }] });
  } else void set({ program: [...program, step] });
}
const put = (at: number, step: ProgramStep, typed: string | null = null) =>
  set({ program: board.value.program.map((other, index) => (index === at ? step : other)) }, typed && `step-${at}-${typed}`);
const remove = (at: number) => set({ program: board.value.program.filter((_, index) => index !== at) });
function move(at: number): void {
  const program = [...board.value.program];
  program.splice(at - 1, 2, program[at]!, program[at - 1]!);
  void set({ program });
}
const LEVELS = [
  { value: 'high', text: 'high' },
  { value: 'low', text: 'low' },
] as const;

// Modules on its rail, and links
const devices = computed(() => devicesOf(board.value));
const setDevice = (at: number, changes: Partial<(typeof devices.value)[number]>, typed: string | null = null) =>
  set(
    { devices: devices.value.map((device, index) => (index === at ? { ...device, ...changes } : device)) },
    typed && `device-${at}-${typed}`,
  );
const setEnd = (at: number, changes: Partial<NonNullable<ControllerLink['wired']>>) =>
  setLink(at, { wired: { ...board.value.links[at]!.wired!, ...changes } });
const boardPins = (now: string) => [...new Set([now, ...type.value.pins])].map((pin) => ({ value: pin, text: pin }));
const deviceName = (id: string) => devices.value.find((device) => device.id === id)?.name ?? '';
const WAYS = [
  { value: 'out', text: 'sends' },
  { value: 'in', text: 'receives' },
] as const;
const setLink = (at: number, changes: Partial<ControllerLink>) =>
  set({ links: board.value.links.map((link, index) => (index === at ? { ...link, ...changes } : link)) });
const addLink = () =>
  set({ links: [...board.value.links, { name: `link ${board.value.links.length + 1}`, fromV: type.value.pinV, toV: 3.3, divider: null }] });
const linkWords = (link: ControllerLink) => {
  const { fromV, toV } = linkLevels(project.design!, board.value, link);
  const levels = link.wired ? `${fromV} V to ${toV} V, ` : '';
  if (!link.divider) return `${levels}straight`;
  const { least, usual, most } = dividerVolts(fromV, link.divider);
  return `${levels}${formatQuantity(usual, 'V')}, from ${formatQuantity(least, 'V')} to ${formatQuantity(most, 'V')}`;
};

const exported = (language: 'cpp' | 'py') =>
  download(
    fileName(board.value.name, language),
    'text/plain',
    language === 'cpp' ? portableCpp(project.design!, board.value) : microPython(project.design!, board.value),
  );
async function removeBoard(): Promise<void> {
  emit('done');
  const { id } = board.value;
  project.edit(`delete ${board.value.name}`, (now) => ({
    ...now,
    controllers: now.controllers.filter((other) => other.id !== id),
    signals: now.signals.map((signal) => (isPin(signal) && signal.controller === id ? { ...signal, controller: null, gpio: '' } : signal)),
  }));
}
</script>

<template>
  <div class="board">
    <TextField label="Name" :model-value="board.name" @update:model-value="set({ name: $event }, 'name')" />
    <div class="two">
      <SelectField label="It is a" :model-value="board.type" :options="types" @update:model-value="changeType" />
      <SelectField label="Fed by" :model-value="board.supply" :options="feeds" @update:model-value="set({ supply: $event })" />
    </div>
    <SelectField label="Place" :model-value="board.place" :options="places" @update:model-value="set({ place: $event })" />
    <p class="facts">
      A pin gives {{ formatQuantity(type.pinA, 'A') }} for good, {{ formatQuantity(type.pinMostA, 'A') }} at most, all of them
      {{ formatQuantity(type.chipA, 'A') }}; its 5 V rail has
      {{ formatQuantity((board.supply === 'usb' ? type.portA : type.regulatorA) - type.ownA, 'A') }} to give. It starts for
      {{ type.bootS }} s.
      <template v-if="type.uploadPins.length"> Unplug {{ type.uploadPins.join(' and ') }} to upload.</template>
    </p>

    <h3 class="caps">Program</h3>
    <ol class="steps">
      <li v-for="(step, index) in board.program" :key="index" :aria-label="stepWords(project.design!, step)">
        <template v-if="step.do === 'repeat'">
          <span class="words">{{ stepWords(project.design!, step) }}</span>
          <NumberField
            label="times, 0 for ever"
            whole
            :least="0"
            :most="10000"
            :model-value="step.times"
            @update:model-value="put(index, { ...step, times: $event }, 'times')"
          />
        </template>
        <NumberField
          v-else-if="step.do === 'wait'"
          label="wait"
          unit="s"
          :least="0.05"
          :most="86400"
          :model-value="step.seconds"
          @update:model-value="put(index, { ...step, seconds: $event }, 'wait')"
        />
        <template v-else>
          <SelectField label="pin" :model-value="step.pin" :options="outputs" @update:model-value="put(index, { ...step, pin: $event })" />
          <template v-if="step.do === 'character'">
            <TextField
              label="high on"
              :model-value="step.high"
              @update:model-value="$event.length === 1 && put(index, { ...step, high: $event })"
            />
            <TextField
              label="low on"
              :model-value="step.low"
              @update:model-value="$event.length === 1 && put(index, { ...step, low: $event })"
            />
          </template>
          <SelectField
            v-else
            label="is"
            :model-value="step.high ? 'high' : 'low'"
            :options="LEVELS"
            @update:model-value="put(index, { ...step, high: $event === 'high' })"
          />
          <SelectField
            v-if="step.do === 'hold' || step.do === 'follow'"
            label="while on"
            :model-value="step.signal"
            :options="inputs"
            @update:model-value="put(index, { ...step, signal: $event })"
          />
          <NumberField
            v-if="step.do === 'hold'"
            label="and after"
            unit="s"
            :least="0"
            :most="86400"
            :model-value="step.seconds"
            @update:model-value="put(index, { ...step, seconds: $event }, 'after')"
          />
        </template>
        <span class="ends">
          <button v-if="index > 0" class="bare" title="Earlier" :aria-label="`Step ${index + 1} earlier`" @click="move(index)">↑</button>
          <button class="bare" title="Take out" :aria-label="`Take step ${index + 1} out`" @click="remove(index)">×</button>
        </span>
      </li>
    </ol>
    <p v-if="board.program.length === 0" class="facts">No steps yet: each pin stays at its usual level.</p>
    <div class="add">
      <SelectField v-model="adding" label="Next step" :options="KINDS" />
      <button class="plain-button" :disabled="problem !== ''" @click="add">Add</button>
    </div>
    <p v-if="problem" class="facts" role="status">{{ problem }}</p>

    <h3 class="caps">Modules on its 5 V rail</h3>
    <div v-for="(device, index) in devices" :key="device.id" class="link">
      <TextField label="Name" :model-value="device.name" @update:model-value="setDevice(index, { name: $event }, 'name')" />
      <SelectField
        label="Its pins have"
        :model-value="device.levelV"
        :options="[
          { value: 3.3, text: '3.3 V' },
          { value: 5, text: '5 V' },
        ]"
        @update:model-value="setDevice(index, { levelV: $event })"
      />
      <NumberField
        label="Takes at most"
        unit="A"
        :least="0.001"
        :most="2"
        :model-value="device.takesA"
        @update:model-value="setDevice(index, { takesA: $event }, 'takes')"
      />
      <SelectField label="Place" :model-value="device.place" :options="places" @update:model-value="setDevice(index, { place: $event })" />
      <button class="bare" :aria-label="`Take ${device.name} out`" title="Take out" @click="set(withoutDevice(board, device.id))">×</button>
    </div>
    <button class="plain-button" :disabled="devices.length >= MOST_DEVICES" @click="set(withDevice(project.design!, board))">
      Add a module
    </button>

    <h3 class="caps">Links</h3>
    <div v-for="(link, index) in board.links" :key="index" class="link">
      <TextField label="Name" :model-value="link.name" @update:model-value="setLink(index, { name: $event })" />
      <template v-if="link.wired">
        <SelectField label="The board" :model-value="link.wired.way" :options="WAYS" @update:model-value="setEnd(index, { way: $event })" />
        <SelectField
          label="Pin of the board"
          :model-value="link.wired.pin"
          :options="boardPins(link.wired.pin)"
          @update:model-value="setEnd(index, { pin: $event })"
        />
        <TextField
          :label="`Pin of ${deviceName(link.wired.device)}`"
          :model-value="link.wired.devicePin"
          @update:model-value="setEnd(index, { devicePin: $event })"
        />
      </template>
      <template v-else>
        <SelectField
          label="Output"
          :model-value="link.fromV"
          :options="[
            { value: 3.3, text: '3.3 V' },
            { value: 5, text: '5 V' },
            { value: 12, text: '12 V' },
          ]"
          @update:model-value="setLink(index, { fromV: $event })"
        />
        <SelectField
          label="Input"
          :model-value="link.toV"
          :options="[
            { value: 3.3, text: '3.3 V' },
            { value: 5, text: '5 V' },
          ]"
          @update:model-value="setLink(index, { toV: $event })"
        />
      </template>
      <template v-if="link.divider">
        <NumberField
          label="Upper"
          unit="Ω"
          :model-value="link.divider.upperOhm"
          @update:model-value="setLink(index, { divider: { ...link.divider!, upperOhm: $event } })"
        />
        <NumberField
          label="Lower"
          unit="Ω"
          :model-value="link.divider.lowerOhm"
          @update:model-value="setLink(index, { divider: { ...link.divider!, lowerOhm: $event } })"
        />
      </template>
      <span class="facts">{{ linkWords(link) }}</span>
      <button
        class="bare"
        :aria-label="`Take ${link.name} out`"
        title="Take out"
        @click="set({ links: board.links.filter((_, other) => other !== index) })"
      >
        ×
      </button>
    </div>
    <button class="plain-button" :disabled="board.links.length >= MOST_LINKS" @click="addLink">Add a link</button>

    <div class="row">
      <button class="plain-button" :disabled="pins.length === 0" @click="exported('cpp')">Starter code, C++</button>
      <button class="plain-button" :disabled="pins.length === 0" @click="exported('py')">MicroPython</button>
      <button class="plain-button danger" @click="removeBoard">Delete</button>
    </div>
  </div>
</template>

<style scoped>
.board {
  display: grid;
  gap: 9px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
h3.caps {
  margin: 8px 0 0;
}
.facts {
  margin: 0;
  color: var(--iron);
  font-size: 12.5px;
}
.steps {
  margin: 0;
  padding: 0 0 0 20px;
  display: grid;
  gap: 6px;
}
.steps li {
  display: list-item;
}
.steps li :deep(.field) {
  display: inline-grid;
  vertical-align: bottom;
  width: 128px;
  margin-right: 6px;
}
.words {
  display: inline-block;
  max-width: 250px;
  margin-right: 8px;
}
.ends {
  white-space: nowrap;
}
.add {
  display: flex;
  gap: 8px;
  align-items: end;
}
/* A button of its own row is no wider than its words. */
.board > .plain-button {
  justify-self: start;
}
.link {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: end;
}
.link :deep(.field) {
  width: 92px;
}
</style>
