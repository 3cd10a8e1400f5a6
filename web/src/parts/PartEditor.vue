<script setup lang="ts">
/** An own relay, typed from its data sheet; kept with each good keystroke. */
import { useEventListener } from '@vueuse/core';
import { onBeforeUnmount, ref } from 'vue';
import { ownRelaySchema, type OwnRelay } from '@iron-nudge/core';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';

const props = defineProps<{ part: OwnRelay; save: (part: OwnRelay) => Promise<boolean> }>();
const draft = ref<OwnRelay>(props.part);
const problem = ref('');
const SAVE_AFTER_MS = 400;
/** What is typed and not sent yet. */
let waiting: OwnRelay | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
const kept = ref(true);
async function send(): Promise<void> {
  clearTimeout(timer);
  const part = waiting;
  waiting = null;
  if (part) kept.value = (await props.save(part)) && waiting === null;
}
// Leaving keeps the last keystroke too.
onBeforeUnmount(() => void send());
useEventListener(window, 'pagehide', () => void send());

function set(changes: Partial<OwnRelay>): void {
  draft.value = { ...draft.value, ...changes };
  const parsed = ownRelaySchema.safeParse(draft.value);
  if (!parsed.success) {
    const [first] = parsed.error.issues;
    problem.value = `${first!.path.join('.')}: ${first!.message}`;
    return;
  }
  problem.value = '';
  waiting = parsed.data;
  kept.value = false;
  clearTimeout(timer);
  timer = setTimeout(() => void send(), SAVE_AFTER_MS);
}
function setForm(form: OwnRelay['form']): void {
  set({ form, resting: form === 'four' ? null : (draft.value.resting ?? { resistiveA: draft.value.closing.resistiveA / 2, own: {} }) });
}
const COIL = [
  ['coilOhm', 'Coil at 20 °C', 'Ω', 10000],
  ['pullInV', 'Pulls in at, at most', 'V', 60],
  ['releaseV', 'Lets go at, at least', 'V', 60],
  ['coilMostV', 'Bears for good', 'V', 100],
  ['coilHenry', 'Inductance, henry', '', 100],
  ['coilRiseK', 'Warms by', 'K', 150],
  ['contactOhm', 'Closed contact', 'Ω', 1],
  ['price', 'Price', '', 100000],
] as const;
const KINDS = ['motor', 'filament', 'led', 'solenoid'] as const;
const KIND_NAMES = { motor: 'Motors', filament: 'Filament lamps', led: 'LED lamps', solenoid: 'Solenoids' } as const;
const THROWS = [
  ['closing', 'Throw that closes'],
  ['resting', 'Throw closed at rest'],
] as const;
function setOwn(side: 'closing' | 'resting', kind: (typeof KINDS)[number], text: string): void {
  const present = draft.value[side]!;
  const value = Number(text.replace(',', '.'));
  const { [kind]: _, ...rest } = present.own;
  set({ [side]: { ...present, own: text.trim() === '' ? rest : { ...rest, [kind]: value } } });
}
</script>

<template>
  <p v-if="problem" class="problem" role="alert">Not kept: {{ problem }}</p>
  <p v-else class="hint" role="status">{{ kept ? 'kept' : 'keeping…' }}</p>
  <div class="grid">
    <TextField label="Name" :model-value="draft.name" @update:model-value="set({ name: $event })" />
    <SelectField
      label="Form"
      :model-value="draft.form"
      :options="[
        { value: 'four', text: 'four-pin: 30, 87' },
        { value: 'five', text: 'five-pin: 30, 87, 87a' },
        { value: 'two-pole', text: 'eight-pin, two poles' },
      ]"
      @update:model-value="setForm"
    />
    <SelectField
      label="Coil for"
      :model-value="draft.coilV"
      :options="[
        { value: 12, text: '12 V' },
        { value: 24, text: '24 V' },
      ]"
      @update:model-value="set({ coilV: $event })"
    />
    <NumberField
      v-for="[field, label, unit, most] in COIL"
      :key="field"
      :label="label"
      :unit="unit"
      :least="field === 'price' || field === 'coilRiseK' ? 0 : 1e-6"
      :most="most"
      :model-value="draft[field]"
      @update:model-value="set({ [field]: $event })"
    />
  </div>
  <p class="hint">For a kind of load: as the data sheet says, and empty where it says nothing. Each change is kept at once.</p>
  <template v-for="[side, title] in THROWS" :key="side">
    <template v-if="draft[side]">
      <h2 class="caps">{{ title }}</h2>
      <div class="grid">
        <NumberField
          label="Resistive"
          unit="A"
          :most="500"
          :model-value="draft[side]!.resistiveA"
          @update:model-value="set({ [side]: { ...draft[side]!, resistiveA: $event } })"
        />
        <TextField
          v-for="kind in KINDS"
          :key="kind"
          optional
          :label="`${KIND_NAMES[kind]}, A`"
          :model-value="String(draft[side]!.own[kind] ?? '')"
          @update:model-value="setOwn(side, kind, $event)"
        />
      </div>
    </template>
  </template>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 10px 16px;
  max-width: 860px;
  margin: 10px 0 16px;
}
.hint {
  color: var(--iron);
  margin: 0 0 10px;
}
.problem {
  color: var(--danger);
  font-weight: 500;
}
</style>
