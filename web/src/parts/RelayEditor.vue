<script setup lang="ts">
/** A relay as a card: first what its label prints, then what is usual for its class until it is typed, with what each number decides. */
import { computed } from 'vue';
import {
  AC_VOLT,
  BUILT_IN,
  OWN_COILS_V,
  OWN_FORMS,
  OWN_FORM_NAMES,
  TIMER_WAITS,
  beginOwn,
  coilCurrent,
  fieldValue,
  formatQuantity,
  hasOwnCoil,
  isSolidForm,
  mayBuildIn,
  ownFields,
  withLabel,
  withUsual,
  type OwnField,
  type OwnForm,
  type OwnRelay,
} from '@iron-nudge/core';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';
import TickField from '../ui/TickField.vue';
import { each } from '../ui/options.ts';

const props = defineProps<{ part: OwnRelay }>();
const emit = defineEmits<{ put: [part: OwnRelay] }>();
const draft = computed(() => props.part);
const put = (part: OwnRelay) => emit('put', part);
const set = (changes: Partial<OwnRelay>) => put(withUsual({ ...draft.value, ...changes }));
function setForm(form: OwnForm): void {
  const { id, name, label, price } = draft.value;
  const begun = { ...beginOwn(form, id, name), price };
  const labelled = label === '' ? begun : withLabel(begun, label).part;
  // What was typed and the other form has as well is typed there too.
  const alike = (field: OwnField) => ownFields(form).some(({ path, label: called }) => path === field.path && called === field.label);
  const typed = fields.value.filter((field) => !isAssumed(field) && alike(field));
  const kept = typed.reduce((part, field) => withField(part, field.path, valueOf(field)), labelled);
  put(withUsual({ ...kept, assumed: kept.assumed.filter((path) => !typed.some((field) => field.path === path)) }));
}
function setCoilFor(current: 'ac' | 'dc'): void {
  const { coilFor: _, ...bare } = draft.value;
  // What its volts say anyway is not kept.
  put(withUsual(coilCurrent(bare) === current ? bare : { ...bare, coilFor: current }));
}
/** Of alternating current a coil takes what its iron lets it: a meter on ohms reads its copper, which is a fraction of that. */
const labelOf = ({ path, label: called }: OwnField): string =>
  path === 'coilOhm' && hasOwnCoil(draft.value.form) && coilCurrent(draft.value) === 'ac' ? 'Coil, its volts over its amperes' : called;
function setBuiltIn(what: string): void {
  const { builtIn: _, ...bare } = draft.value;
  const builtIn = BUILT_IN.find((one) => one === what);
  put(builtIn ? { ...bare, builtIn } : bare);
}
const label = computed(() => withLabel(draft.value, draft.value.label));
const labelWords = computed(() => {
  const { read, problem: trouble } = label.value;
  const said = (['dc', 'ac'] as const).flatMap((current) => {
    const of = read[current];
    if (!of) return [];
    const figures = [
      ...(of.closingA === undefined ? [] : [`${formatQuantity(of.closingA, 'A')} resistive`]),
      ...(of.restingA === undefined ? [] : [`${formatQuantity(of.restingA, 'A')} closed at rest`]),
      ...Object.entries(of.own).map(([kind, ampere]) => `${formatQuantity(ampere, 'A')} ${kind}`),
    ];
    return [
      `${figures.join(', ')}${of.mostV === undefined ? '' : ` to ${formatQuantity(of.mostV, 'V')}`} ${current === 'ac' ? 'alternating' : 'direct'}`,
    ];
  });
  const rest = read.notUnderstood.length > 0 ? ` Not understood: ${read.notUnderstood.join(' ')}.` : '';
  const highest = 'Of several voltages the highest one’s figure is taken for all.';
  const many = (draft.value.label.match(/\d\s*V/gi) ?? []).length > said.length && said.length > 0 ? ` ${highest}` : '';
  const voltless = !trouble && draft.value.assumed.includes(AC_VOLT) ? ' It names no alternating voltage: 250 V is assumed.' : '';
  return trouble ? `${trouble}.${rest}` : `Read: ${said.join('; ')}.${rest}${many}${voltless}`;
});
function setLabel(text: string): void {
  put(withLabel(draft.value, text).part);
}

/** What stands in a field, and whether nobody typed it. */
const valueOf = ({ path }: OwnField): number => fieldValue(draft.value, path.split('.')) as number;
const isAssumed = ({ path }: OwnField): boolean => draft.value.assumed.includes(path);
const fields = computed(() => ownFields(draft.value.form));
const assumedCount = computed(() => fields.value.filter(isAssumed).length);
function withField(part: OwnRelay, path: string, value: number): OwnRelay {
  const [first, second] = path.split('.') as [keyof OwnRelay, string?];
  return second === undefined ? { ...part, [first]: value } : { ...part, [first]: { ...(part[first] as object), [second]: value } };
}
function type({ path }: OwnField, value: number): void {
  const part = withField(draft.value, path, value);
  put(withUsual({ ...part, assumed: part.assumed.filter((field) => field !== path) }));
}
const forget = ({ path }: OwnField) => set({ assumed: [...draft.value.assumed, path] });

const WAITS_NAMES = { on: 'as it comes on', off: 'as it goes off', either: 'as either is set' } as const;
const KINDS = ['motor', 'filament', 'led', 'solenoid'] as const;
const KIND_NAMES = { motor: 'Motors', filament: 'Filament lamps', led: 'LED lamps', solenoid: 'Solenoids' } as const;
interface Throw {
  readonly side: 'closing' | 'resting';
  readonly current: 'dc' | 'ac';
  readonly title: string;
}
const THROWS: readonly Throw[] = [
  { side: 'closing', current: 'dc', title: 'Throw that closes, direct current' },
  { side: 'closing', current: 'ac', title: 'Throw that closes, alternating current' },
  { side: 'resting', current: 'dc', title: 'Throw closed at rest, direct current' },
  { side: 'resting', current: 'ac', title: 'Throw closed at rest, alternating current' },
];
const ofThrow = ({ side, current }: Throw) => {
  const rating = draft.value[side];
  return current === 'dc' ? rating : rating?.ac;
};
const throws = computed(() => THROWS.filter((one) => (ofThrow(one)?.resistiveA ?? 0) > 0));
function setThrow({ side, current }: Throw, changes: object): void {
  const rating = draft.value[side]!;
  const next = current === 'dc' ? { ...rating, ...changes } : { ...rating, ac: { ...rating.ac!, ...changes } };
  set({ [side]: next, assumed: draft.value.assumed.filter((field) => field !== side) });
}
function setKind(one: Throw, kind: (typeof KINDS)[number], text: string): void {
  const { [kind]: _, ...rest } = ofThrow(one)!.own;
  setThrow(one, { own: text.trim() === '' ? rest : { ...rest, [kind]: Number(text.replace(',', '.')) } });
}
</script>

<template>
  <section class="card" aria-label="From its label">
    <h2 class="caps">From its label</h2>
    <div class="grid">
      <TextField label="Name" :model-value="draft.name" @update:model-value="set({ name: $event })" />
      <SelectField
        class="form"
        label="Form"
        :model-value="draft.form"
        :options="each(OWN_FORMS, (form) => OWN_FORM_NAMES[form])"
        @update:model-value="setForm"
      />
      <SelectField
        :label="isSolidForm(draft.form) ? 'Input is driven with' : 'Coil for'"
        :model-value="draft.coilV"
        :options="each(OWN_COILS_V, (volts) => `${volts} V`)"
        @update:model-value="set({ coilV: $event })"
      />
      <SelectField
        v-if="hasOwnCoil(draft.form)"
        label="Its coil’s current"
        :model-value="coilCurrent(draft)"
        :options="[
          { value: 'dc', text: 'direct' },
          { value: 'ac', text: 'alternating' },
        ]"
        @update:model-value="setCoilFor"
      />
      <NumberField label="Price" :least="0" :most="100000" :model-value="draft.price" @update:model-value="set({ price: $event })" />
    </div>
    <TextField
      class="printed"
      label="Contact rating, as it is printed"
      optional
      :longest="160"
      placeholder="10 A 250 V~ / 10 A 30 V DC"
      :model-value="draft.label"
      @update:model-value="setLabel"
    />
    <p class="hint" role="note">{{ labelWords }}</p>
    <SelectField
      v-if="mayBuildIn(draft.form)"
      label="Built in across its coil"
      class="firing"
      :model-value="draft.builtIn ?? ''"
      :options="[
        { value: '', text: 'nothing' },
        { value: 'diode', text: 'a diode, band to 86' },
        { value: 'resistor', text: 'a resistor' },
      ]"
      @update:model-value="setBuiltIn($event)"
    />
    <TickField
      v-if="draft.module"
      label="its inputs are apart from its coils by light (optocoupler, with a ground of their own)"
      :model-value="draft.module.opto"
      @update:model-value="set({ module: { ...draft.module!, opto: $event } })"
    />
    <SelectField
      v-if="draft.solid && draft.form === 'solid-ac'"
      label="It switches on"
      class="firing"
      :model-value="draft.solid.firing"
      :options="[
        { value: 'zero crossing', text: 'as the mains cross zero' },
        { value: 'any time', text: 'at any time' },
        { value: 'phase angle', text: 'in every half wave, by a knob' },
      ]"
      @update:model-value="
        set({ solid: { ...draft.solid!, firing: $event }, assumed: draft.assumed.filter((field) => field !== 'solid.firing') })
      "
    />
    <SelectField
      v-if="draft.timer"
      label="It waits"
      class="firing"
      :model-value="draft.timer.waits"
      :options="each(TIMER_WAITS, (waits) => WAITS_NAMES[waits])"
      @update:model-value="
        set({ timer: { ...draft.timer!, waits: $event }, assumed: draft.assumed.filter((field) => field !== 'timer.waits') })
      "
    />
  </section>
  <section class="card" aria-label="From its data sheet">
    <h2 class="caps">From its data sheet</h2>
    <p class="hint">
      {{
        assumedCount === 0
          ? 'Every number was typed.'
          : `${assumedCount} of ${fields.length} numbers are assumed: what is usual for its class stands in them, and every project that uses it says so. Type what the sheet says.`
      }}
    </p>
    <div class="grid">
      <div v-for="field in fields" :key="field.path + field.label" class="one" :class="{ assumed: isAssumed(field) }">
        <NumberField
          :label="labelOf(field)"
          :unit="field.unit"
          :least="field.path === 'coilRiseK' ? 0 : 1e-9"
          :most="field.most"
          :model-value="valueOf(field)"
          @update:model-value="type(field, $event)"
        />
        <small
          ><template v-if="isAssumed(field)">assumed · </template>decides {{ field.decides }}
          <button v-if="!isAssumed(field)" class="bare" :aria-label="`Back to what is usual: ${labelOf(field)}`" @click="forget(field)">
            back to usual
          </button>
        </small>
      </div>
    </div>
  </section>
  <section class="card" aria-label="For kinds of load">
    <h2 class="caps">For kinds of load</h2>
    <p class="hint">For a kind of load: as the data sheet says, and empty where it says nothing: then it is derated from resistive.</p>
    <template v-for="one in throws" :key="one.title">
      <h2 class="caps">{{ one.title }}<small v-if="draft.assumed.includes(one.side)"> · assumed</small></h2>
      <div class="grid">
        <NumberField
          label="Resistive"
          unit="A"
          :most="500"
          :model-value="ofThrow(one)!.resistiveA"
          @update:model-value="setThrow(one, { resistiveA: $event })"
        />
        <TextField
          v-for="kind in KINDS"
          :key="kind"
          optional
          :label="`${KIND_NAMES[kind]}, A`"
          :model-value="String(ofThrow(one)!.own[kind] ?? '')"
          @update:model-value="setKind(one, kind, $event)"
        />
      </div>
    </template>
  </section>
</template>

<style scoped>
.printed {
  max-width: 560px;
}
.firing {
  max-width: 280px;
}
.form {
  grid-column: span 2;
}
@media (max-width: 500px) {
  .form {
    grid-column: auto;
  }
}
</style>
