<script setup lang="ts">
/** What is this relay? Number its pins with a felt pen, read pair by pair, and it says what they are. */
import { StorageSerializers, useLocalStorage } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import {
  OPEN_OHM,
  PIN_COUNTS,
  PIN_NAMES_SOURCE,
  USUAL_COILS_SOURCE,
  formatQuantity,
  foundPart,
  hiddenOhm,
  hideRelay,
  identifyRelay,
  meterError,
  mintId,
  pinNames,
  sourceText,
  type HiddenRelay,
  type PinCount,
  type PinReading,
} from '@iron-nudge/core';
import { ApiError, api } from '../api.ts';
import NumberField from '../ui/NumberField.vue';
import { useLeads } from './leads.ts';
import { lessLeads, showReading, typedReading } from './readings.ts';
import SelectField from '../ui/SelectField.vue';
import { each } from '../ui/options.ts';

/** What was read of the relay on the bench stays through a reload, and where it is opened from does not matter. */
const kept = { serializer: StorageSerializers.object, shallow: true } as const;
const pins = useLocalStorage<PinCount>('iron-nudge:relay:pins', 5);
const readings = useLocalStorage<readonly PinReading[]>('iron-nudge:relay:readings', [], kept);
const hidden = useLocalStorage<HiddenRelay | null>('iron-nudge:relay:hidden', null, kept);
const red = ref(1);
const black = ref(2);
const energised = ref(false);
const text = ref('');
const leadsOhm = useLeads();
const wrong = ref('');

const found = computed(() => identifyRelay(pins.value, readings.value));
const names = computed(() => pinNames(pins.value, found.value));
const numbers = computed(() => Array.from({ length: pins.value }, (_, at) => at + 1));

const COIL = [
  { value: 'off', text: 'no power' },
  { value: 'on', text: 'powered' },
];
function reset(count: PinCount): void {
  pins.value = count;
  readings.value = [];
  hidden.value = null;
  wrong.value = '';
  follow();
}
/** The fields stand where the next reading is asked for. */
function follow(): void {
  const { next } = found.value;
  if (!next) return;
  ({ red: red.value, black: black.value, energised: energised.value } = next);
}
function add(ohm: number): void {
  readings.value = [...readings.value, { red: red.value, black: black.value, energised: energised.value, ohm }];
  text.value = '';
  wrong.value = '';
  follow();
}
function take(): void {
  const ohm = typedReading(text.value, 'Ω');
  if (red.value === black.value) wrong.value = 'Both probes are on one pin.';
  else if (energised.value && !found.value.coil) wrong.value = 'Find the coil first: power on any other pins could end a contact.';
  else if (ohm === null || ohm < 0) wrong.value = `“${text.value}” is no reading: a number in Ω, or OL for open.`;
  else add(hidden.value ? ohm : lessLeads(ohm, 'Ω', leadsOhm.value));
}
function meter(): void {
  if (!hidden.value || !found.value.next) return;
  follow();
  const there = hiddenOhm(hidden.value, found.value.next, OPEN_OHM);
  add(there >= OPEN_OHM ? there : Math.max(0, there + (2 * Math.random() - 1) * 0.7 * meterError('Ω', there)));
}
function bag(): void {
  reset(pins.value);
  hidden.value = hideRelay(pins.value, Math.random);
}
function drop(at: number): void {
  readings.value = readings.value.filter((_, index) => index !== at);
  follow();
}
follow();

const part = computed(() => foundPart(found.value, 'own'));
const router = useRouter();
/** As a part of one's own, opened so that what is printed on it can be typed. */
async function toShelf(): Promise<void> {
  try {
    const known = (await api.parts()).map((record) => record.part);
    const made = { ...part.value!, id: mintId('own-relay', known) };
    await api.addPart(made);
    await router.push({ name: 'parts', params: { part: made.id } });
  } catch (error) {
    wrong.value = `It is not on the shelf. ${error instanceof ApiError ? error.message : String(error)}`;
  }
}

const coilWords = computed(() => {
  const { coil } = found.value;
  if (!coil) return null;
  const what = coil.what
    ? `usual for ${coil.what}`
    : 'outside the usual 60–120 Ω at 12 V and 240–480 Ω at 24 V: look for its voltage on the case';
  return `${formatQuantity(coil.ohm, 'Ω')}, ${what}`;
});
const diodeWords = computed(() => {
  const { diode, coil } = found.value;
  if (!coil || diode === null) return null;
  return diode === 'none'
    ? 'no diode seen both ways round: either coil pin may have plus. A meter of low test voltage does not see one; its diode range does.'
    : `a diode across it: plus only on pin ${diode.plus}, its band’s side. The other way round it is a short.`;
});
</script>

<template>
  <div class="finder">
    <section aria-label="Readings between pins">
      <p class="about">
        Number the pins with a felt pen, 1 to {{ pins }}. The relay lies on the bench, out of its socket, with no power on it. Each reading
        strikes out what it cannot be.
      </p>
      <div class="row controls">
        <SelectField label="Pins" :model-value="pins" :options="each(PIN_COUNTS)" @update:model-value="reset" />
        <SelectField v-model="red" label="Red on" :options="each(numbers)" />
        <SelectField v-model="black" label="Black on" :options="each(numbers)" />
        <SelectField
          label="Coil"
          :model-value="energised ? 'on' : 'off'"
          :options="COIL"
          @update:model-value="energised = $event === 'on'"
        />
        <label class="field reads">Reads, Ω <input v-model="text" inputmode="decimal" placeholder="or OL" @keydown.enter="take" /> </label>
        <button class="plain-button strong" @click="take">Add</button>
        <NumberField v-model="leadsOhm" label="Leads alone" unit="Ω" :least="0" :most="10" />
      </div>
      <p v-if="wrong" class="stop" role="alert">■ {{ wrong }}</p>
      <table v-if="readings.length" class="sheet">
        <thead>
          <tr>
            <th scope="col">Red</th>
            <th scope="col">Black</th>
            <th scope="col">Coil</th>
            <th scope="col">Reads</th>
            <th scope="col"><span class="visually-hidden">Take back</span></th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="(reading, at) in readings"
            :key="at"
            :class="{ bad: found.contradiction?.reading === at, unclear: found.unclear.includes(at) }"
          >
            <td class="mono">{{ reading.red }}</td>
            <td class="mono">{{ reading.black }}</td>
            <td>{{ reading.energised ? 'powered' : 'no power' }}</td>
            <td class="number">
              {{ found.contradiction?.reading === at ? '■ ' : found.unclear.includes(at) ? '▲ ' : '' }}{{ showReading(reading.ohm, 'Ω') }}
            </td>
            <td><button class="bare" :aria-label="`Take back reading ${at + 1}`" @click="drop(at)">✕</button></td>
          </tr>
        </tbody>
      </table>
      <p v-else class="about">Nothing read yet.</p>
    </section>
    <aside aria-label="What it is">
      <h2 class="caps">What it is</h2>
      <p v-if="found.contradiction" class="stop" role="alert">
        ■ These readings cannot all be of one relay.
        {{
          found.contradiction.reading === null
            ? 'More than one of them is wrong: begin again.'
            : `Take reading ${found.contradiction.reading + 1} again, or take it back. If it stays, a contact is welded or the relay does not move.`
        }}
      </p>
      <p v-else role="status" class="verdict">
        {{
          found.poles
            ? found.next
              ? 'One way is left; one reading makes it sure.'
              : 'Known.'
            : `${found.left.toLocaleString('en')} ways left in which it could be connected.`
        }}
      </p>
      <p v-if="found.unclear.length" class="caution">
        ▲ A reading marked so is neither closed, nor a coil, nor open: clean the pin and read it again.
      </p>
      <dl v-if="found.coil || found.poles">
        <template v-if="found.coil">
          <dt>Coil</dt>
          <dd>
            pins <b class="mono">{{ found.coil.pins.join(' and ') }}</b>, {{ coilWords }}
            <span class="source">{{ sourceText(USUAL_COILS_SOURCE) }}</span>
          </dd>
        </template>
        <template v-if="diodeWords">
          <dt>Diode</dt>
          <dd>{{ diodeWords }}</dd>
        </template>
        <template v-for="(pole, at) in found.poles ?? []" :key="at">
          <dt>Contact {{ (found.poles ?? []).length > 1 ? at + 1 : '' }}</dt>
          <dd>
            common <b class="mono">{{ pole.common }}</b><template v-if="pole.resting !== null"
              >, closed at rest <b class="mono">{{ pole.resting }}</b></template
            ><template v-if="pole.closing.length"
              >, closes <b class="mono">{{ pole.closing.join(' and ') }}</b></template
            >
            <span v-if="pins === 4" class="source">either end may be the common</span>
          </dd>
        </template>
        <template v-if="names.length">
          <dt>Names</dt>
          <dd>
            <span v-for="one in names" :key="one.pin" class="named"
              ><b class="mono">{{ one.pin }}</b> is <b class="mono">{{ one.name }}</b></span
            >
            <span class="source">{{ sourceText(PIN_NAMES_SOURCE) }}</span>
          </dd>
        </template>
      </dl>
      <p v-if="found.next" class="ask">
        <span>
          Read next: red on <b class="mono">{{ found.next.red }}</b>, black on <b class="mono">{{ found.next.black }}</b>,
          {{
            found.next.energised
              ? `its coil powered${found.diode && found.diode !== 'none' ? `, plus on ${found.diode.plus}` : ''}`
              : 'no power'
          }}
        </span>
        <button v-if="hidden" class="plain-button" @click="meter">Let the meter read it</button>
      </p>
      <p v-if="found.next?.energised" class="about">
        Power the coil from a supply with a limit or through a small fuse, at the voltage on its case; a click is no proof that contacts
        conduct.
      </p>
      <p v-if="found.poles && !found.next" class="about">
        Continuity is not the whole: under its load a closed contact drops less than 0.1–0.2 V (common practice). Measure it in the circuit.
      </p>
      <div v-if="part && !hidden" class="row">
        <button class="plain-button" @click="toShelf">Put it on my shelf</button>
      </div>
      <h2 class="caps">Simulated</h2>
      <div class="row">
        <button class="plain-button" @click="bag">Take a relay out of the bag</button>
        <button v-if="readings.length" class="plain-button" @click="reset(pins)">Begin again</button>
      </div>
      <p v-if="hidden" class="about">A relay of {{ pins }} pins, its pins in an order of its own. Its meter reads what is asked.</p>
    </aside>
  </div>
</template>

<style scoped>
.finder {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 24px;
  align-items: start;
}
.named {
  display: inline-block;
  margin-right: 12px;
}
.about {
  color: var(--iron);
  margin: 4px 0 10px;
}
.controls {
  align-items: end;
  flex-wrap: wrap;
  margin-bottom: 12px;
}
.controls .field {
  width: 104px;
}
.controls .reads {
  width: 120px;
}
.controls .plain-button {
  min-height: 30px;
}
table.sheet {
  max-width: 560px;
}
.bad td {
  background: color-mix(in srgb, var(--danger) 12%, transparent);
}
.unclear td {
  background: color-mix(in srgb, var(--caution) 12%, transparent);
}
.verdict {
  font-weight: 600;
  margin: 4px 0 8px;
}
.stop {
  color: var(--danger);
  font-weight: 600;
}
.caution {
  color: var(--caution-text);
}
dl {
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 8px 12px;
  margin: 0 0 12px;
  display: grid;
  grid-template-columns: 74px 1fr;
  gap: 6px 10px;
}
dt {
  color: var(--iron);
}
dd {
  margin: 0;
}
.source {
  color: var(--iron);
  font-size: 12px;
  display: block;
}
.ask {
  display: grid;
  gap: 6px;
  border-left: 3px solid var(--control);
  padding: 6px 10px;
  background: var(--control-fill);
}
.ask :deep(b) {
  font-size: 16px;
}
@media (max-width: 800px) {
  .finder {
    display: flex;
    flex-direction: column;
    align-items: stretch;
  }
  .controls .field {
    width: calc(50% - 4px);
  }
  .plain-button,
  .controls input {
    min-height: 44px;
    font-size: 16px;
  }
}
</style>
