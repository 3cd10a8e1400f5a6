<script setup lang="ts">
/** The shelf: its generic relays and sockets, and those that a person has typed from a data sheet. */
import { message } from 'ant-design-vue';
import Papa from 'papaparse';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import {
  PLAIN_PARTS,
  POWER_RELAYS,
  SOCKETS,
  formatQuantity,
  mintId,
  ownRelay,
  ownRelaysCsv,
  ownRelaysFromRows,
  throwRating,
  type OwnRelay,
  type RelayType,
  type RowProblem,
} from '@iron-nudge/core';
import { ApiError, api, type PartRecord } from '../api.ts';
import ListPage from '../shell/ListPage.vue';
import { download } from '../ui/download.ts';
import { latest } from '../ui/latest.ts';
import NewThing from '../ui/NewThing.vue';
import PartEditor from './PartEditor.vue';

const route = useRoute();
const router = useRouter();
const { state: own, refresh: read } = latest(() => api.parts());
const problems = ref<readonly RowProblem[]>([]);
const trouble = ref('');
const file = ref<HTMLInputElement | null>(null);

const parts = computed(() => (own.value.kind === 'ready' ? own.value.value : []));
const edited = computed(() => parts.value.find(({ part }) => part.id === route.params.part));
const entries = computed(() => [
  { id: '', title: 'The whole shelf', to: { name: 'parts', params: { part: '' } } },
  ...parts.value.map(({ part }) => ({ id: part.id, title: part.name, to: { name: 'parts', params: { part: part.id } } })),
]);
/** Named by a working. */
const marked = computed(() => String(route.query.part ?? ''));

onMounted(read);

/** Does something on the server and reads again; what it refuses is said. */
async function doing(what: () => Promise<unknown>): Promise<boolean> {
  trouble.value = '';
  try {
    await what();
    await read();
    return true;
  } catch (error) {
    trouble.value = error instanceof ApiError ? error.message : String(error);
    return false;
  }
}

const BLANK: OwnRelay = {
  id: 'own-relay',
  name: 'My relay',
  form: 'five',
  coilV: 12,
  coilOhm: 90,
  pullInV: 7.2,
  releaseV: 1.2,
  coilMostV: 15.6,
  coilHenry: 0.2,
  coilRiseK: 45,
  contactOhm: 0.005,
  closing: { resistiveA: 30, own: {} },
  resting: { resistiveA: 20, own: {} },
  price: 5,
};
async function add(name: string): Promise<void> {
  const id = mintId(
    'own-relay',
    parts.value.map(({ part }) => part),
  );
  const part = { ...BLANK, id, name };
  if (await doing(() => api.addPart(part))) await router.push({ name: 'parts', params: { part: id } });
}
async function remove(id: string): Promise<void> {
  if (await doing(() => api.removePart(id))) await router.push({ name: 'parts', params: { part: '' } });
}
async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const [chosen] = input.files ?? [];
  if (!chosen) return;
  const { data } = Papa.parse<Record<string, string>>(await chosen.text(), { header: true, skipEmptyLines: true });
  input.value = '';
  const read = ownRelaysFromRows(data);
  problems.value = read.ok ? [] : read.problems;
  if (!read.ok) return;
  if (read.parts.length === 0) trouble.value = 'The file holds no part: its first row must name the columns, as an exported file does.';
  else if (await doing(() => api.importParts(read.parts))) void message.success(`${read.parts.length} parts taken in.`, 3);
}

const SHELF: readonly RelayType[] = POWER_RELAYS;
const rating = (type: RelayType, pin: string | null, kind: 'heater' | 'motor' | 'filament' | 'led' | 'solenoid') =>
  pin === null ? '' : ratingWords(throwRating(type, pin, kind, 'dc').ampere, throwRating(type, pin, kind, 'ac').ampere);
/** For direct current as it stands; what holds for alternating current says so. */
function ratingWords(dc: number, ac: number): string {
  if (ac === 0) return formatQuantity(dc, 'A');
  if (dc === 0) return `${formatQuantity(ac, 'A')} ~`;
  return dc === ac ? `${formatQuantity(dc, 'A')}, ~` : `${formatQuantity(dc, 'A')}, ${formatQuantity(ac, 'A')} ~`;
}
const all = computed(() => [
  ...SHELF.map((type) => ({ type, usedIn: [] as PartRecord['usedIn'], isOwn: false })),
  ...parts.value.map(({ part, usedIn }) => ({ type: ownRelay(part), usedIn, isOwn: true })),
]);
</script>

<template>
  <ListPage title="Shelf" :entries="entries" :current="edited?.part.id ?? ''">
    <template #nav>
      <NewThing
        v-if="own.kind === 'ready'"
        word="+ own relay"
        title="Add a relay of your own"
        :name="`My relay ${parts.length + 1}`"
        :kinds="[]"
        @add="add"
      />
    </template>
    <p v-if="trouble" class="trouble" role="alert">■ {{ trouble }}</p>
    <template v-if="edited">
      <h1>{{ edited.part.name }}</h1>
      <PartEditor :key="edited.part.id" :part="edited.part" :save="(part) => doing(() => api.savePart(part))" />
      <p v-if="edited.usedIn.length > 0" class="used">
        Used in
        <template v-for="(project, at) in edited.usedIn" :key="project.id"
          >{{ at > 0 ? ', ' : ''
          }}<RouterLink :to="{ name: 'design', params: { id: project.id } }">{{ project.name }}</RouterLink></template
        >. Each project keeps the copy that it was made with; this part cannot be deleted while it is used.
      </p>
      <button class="plain-button danger" :disabled="edited.usedIn.length > 0" @click="remove(edited.part.id)">Delete</button>
    </template>
    <template v-else>
      <div class="head">
        <h1>Relays</h1>
        <span>
          <button
            class="plain-button"
            :disabled="parts.length === 0"
            @click="download('own-parts.csv', 'text/csv', ownRelaysCsv(parts.map(({ part }) => part)))"
          >
            Own parts as CSV
          </button>
          <button class="plain-button" @click="file?.click()">Take in a CSV…</button>
          <input ref="file" class="visually-hidden" type="file" accept=".csv,text/csv" aria-label="CSV of own parts" @change="take" />
        </span>
      </div>
      <p class="about">
        Every part of the shelf is invented, with ratings usual for its class, for direct current at its coil’s voltage; ~ is for
        alternating current. Type your own from its data sheet: what the sheet leaves out is derated from its resistive rating.
      </p>
      <div v-if="problems.length > 0" class="trouble" role="alert">
        <p>■ Nothing was taken in:</p>
        <ul>
          <li v-for="(problem, at) in problems.slice(0, 12)" :key="at">
            row {{ problem.row }}, {{ problem.column }}: {{ problem.message }}
          </li>
        </ul>
        <p v-if="problems.length > 12">and {{ problems.length - 12 }} more.</p>
      </div>
      <p v-if="own.kind === 'loading'" role="status">Reading your own parts…</p>
      <p v-else-if="own.kind === 'failed'" class="trouble" role="alert">
        ■ Your own parts cannot be read. {{ own.message }} <button class="plain-button" @click="read">Try again</button>
      </p>
      <div class="scroll" tabindex="0" aria-label="Relays">
        <table class="sheet">
          <thead>
            <tr>
              <th scope="col">Relay</th>
              <th scope="col">Coil</th>
              <th scope="col">Pulls in, lets go</th>
              <th scope="col">Throw</th>
              <th scope="col">Resistive</th>
              <th scope="col">Motor</th>
              <th scope="col">Filament</th>
              <th scope="col">LED</th>
              <th scope="col">Solenoid</th>
              <th scope="col">Price</th>
              <th scope="col">Used in</th>
            </tr>
          </thead>
          <tbody v-for="{ type, usedIn, isOwn } in all" :key="type.id" :class="{ marked: type.name === marked }">
            <tr v-for="(pin, at) in [type.poles[0]!.closing, type.poles[0]!.resting].filter((one) => one !== null)" :key="pin">
              <template v-if="at === 0">
                <td class="name" :rowspan="type.resting ? 2 : 1">
                  <RouterLink v-if="isOwn" :to="{ name: 'parts', params: { part: type.id } }">{{ type.name }}</RouterLink>
                  <template v-else>{{ type.name }}</template>
                </td>
                <td class="number" :rowspan="type.resting ? 2 : 1">{{ type.coilV }} V, {{ formatQuantity(type.coilOhm, 'Ω') }}</td>
                <td class="number" :rowspan="type.resting ? 2 : 1">
                  {{ formatQuantity(type.pullInV, 'V') }}, {{ formatQuantity(type.releaseV, 'V') }}
                </td>
              </template>
              <td class="mono">{{ pin }}</td>
              <td class="number">{{ rating(type, pin, 'heater') }}</td>
              <td class="number">{{ rating(type, pin, 'motor') }}</td>
              <td class="number">{{ rating(type, pin, 'filament') }}</td>
              <td class="number">{{ rating(type, pin, 'led') }}</td>
              <td class="number">{{ rating(type, pin, 'solenoid') }}</td>
              <template v-if="at === 0">
                <td class="number" :rowspan="type.resting ? 2 : 1">{{ type.price.toFixed(2) }}</td>
                <td :rowspan="type.resting ? 2 : 1">
                  {{ isOwn ? (usedIn.length > 0 ? usedIn.map(({ name }) => name).join(', ') : 'nothing') : '' }}
                </td>
              </template>
            </tr>
          </tbody>
        </table>
      </div>
      <h1>Sockets</h1>
      <table class="sheet narrow">
        <thead>
          <tr>
            <th scope="col">Socket</th>
            <th scope="col">Each receptacle</th>
            <th scope="col">Wire, most</th>
            <th scope="col">Price</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="socket in SOCKETS" :key="socket.id" :class="{ marked: socket.name === marked }">
            <td>{{ socket.name }}</td>
            <td class="number">{{ formatQuantity(socket.terminalA, 'A') }}</td>
            <td class="number">{{ socket.mostMm2 }} mm²</td>
            <td class="number">{{ socket.price.toFixed(2) }}</td>
          </tr>
        </tbody>
      </table>
      <h1>Fuses, diodes, switches, terminals and wire</h1>
      <table class="sheet narrow">
        <thead>
          <tr>
            <th scope="col">Part</th>
            <th scope="col">Rating</th>
            <th scope="col">Price</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="part in PLAIN_PARTS" :key="part.name" :class="{ marked: part.name === marked }">
            <td>{{ part.name }}</td>
            <td>{{ part.rating }}</td>
            <td class="number">{{ part.price.toFixed(2) }}{{ part.per === 'm' ? ' a metre' : '' }}</td>
          </tr>
        </tbody>
      </table>
      <p class="about">What they bear is in the <RouterLink :to="{ name: 'tables' }">tables</RouterLink>.</p>
    </template>
  </ListPage>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
h1 {
  font-size: 28px;
}
.head span {
  display: flex;
  gap: 8px;
}
.about,
.used {
  color: var(--iron);
  max-width: 760px;
}
.add {
  color: var(--control);
  padding: 6px 8px;
}
.trouble {
  color: var(--danger);
  font-weight: 500;
}
.scroll {
  overflow-x: auto;
  margin-bottom: 18px;
}
.name {
  font-weight: 500;
  min-width: 200px;
}
.marked td {
  background: color-mix(in srgb, var(--copper) 12%, transparent);
}
table.narrow {
  width: auto;
}
</style>
