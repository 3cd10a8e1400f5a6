<script setup lang="ts">
/** The shelf: its generic relays and sockets, and those that a person has typed from a data sheet. */
import { message } from 'ant-design-vue';
import Papa from 'papaparse';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import {
  OWN_BEGINNINGS,
  PLAIN_FAMILIES,
  POWER_RELAYS,
  SOCKETS,
  archiveText,
  beginPart,
  formatQuantity,
  isKept,
  isOwnRelay,
  mintId,
  otherPartsCsv,
  otherPartsFromRows,
  ownRelay,
  ownRelaysCsv,
  ownRelaysFromRows,
  ownTitle,
  ownWords,
  parseArchiveText,
  throwRating,
  type OwnPart,
  type RelayType,
} from '@iron-nudge/core';
import { ApiError, api, type PartRecord } from '../api.ts';
import ListPage from '../shell/ListPage.vue';
import { download } from '../ui/download.ts';
import { holding, inOrder } from '../ui/find.ts';
import { latest } from '../ui/latest.ts';
import NewThing from '../ui/NewThing.vue';
import SelectField from '../ui/SelectField.vue';
import SheetTable, { type Column } from '../ui/SheetTable.vue';
import TabBar from '../ui/TabBar.vue';
import TextField from '../ui/TextField.vue';
import PartEditor from './PartEditor.vue';
import { each } from '../ui/options.ts';

const route = useRoute();
const router = useRouter();
const { state: own, refresh: read } = latest(() => api.parts());
const problems = ref<readonly Problem[]>([]);
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

async function add(name: string, kind: string): Promise<void> {
  const known = parts.value.map(({ part }) => part);
  const begun = beginPart(kind, 'own', name);
  const part = { ...begun, id: mintId(isOwnRelay(begun) ? 'own-relay' : `own-${kind}`, known) };
  if (await doing(() => api.addPart(part))) await router.push({ name: 'parts', params: { part: part.id } });
}
async function remove(id: string): Promise<void> {
  if (await doing(() => api.removePart(id))) await router.push({ name: 'parts', params: { part: '' } });
}
/** A file of a shelf, or a row of it that could not be: with its place. */
type Read = { ok: true; parts: readonly OwnPart[] } | { ok: false; problems: readonly Problem[] };
interface Problem {
  readonly place: string;
  readonly message: string;
}
function fromJson(text: string): Read {
  const read = parseArchiveText(text);
  if (read.ok) return { ok: true, parts: read.archive.parts };
  return { ok: false, problems: read.problems.map(({ path, message }) => ({ place: path || 'the file', message })) };
}
function fromCsv(text: string): Read {
  const { data, meta } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true });
  // Only relays have a contact.
  const read = meta.fields?.includes('closingResistiveA') === false ? otherPartsFromRows(data) : ownRelaysFromRows(data);
  if (read.ok) return read;
  return { ok: false, problems: read.problems.map(({ row, column, message }) => ({ place: `row ${row}, ${column}`, message })) };
}
async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const [chosen] = input.files ?? [];
  if (!chosen) return;
  const text = await chosen.text();
  input.value = '';
  const read = text.trimStart().startsWith('{') ? fromJson(text) : fromCsv(text);
  problems.value = read.ok ? [] : read.problems;
  if (!read.ok) return;
  if (read.parts.length === 0)
    trouble.value = 'The file holds no part: as CSV its first row must name the columns, as JSON it is a shelf that was exported.';
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
  ...parts.value.flatMap(({ part, usedIn }) => (isOwnRelay(part) ? [{ type: ownRelay(part), usedIn, isOwn: true }] : [])),
]);
type Shown = (typeof all.value)[number];
/** Own parts that are no relays: boards, fuses, boxes and the like, and what is kept for other projects. */
const others = computed(() => parts.value.flatMap(({ part, usedIn }) => (isOwnRelay(part) ? [] : [{ part, usedIn }])));
type Other = (typeof others.value)[number];
const OTHER_COLUMNS: readonly Column<Other>[] = [
  { key: 'name', title: 'Part', of: ({ part }) => part.name },
  { key: 'kind', title: 'It is', of: ({ part }) => ownTitle(part) },
  { key: 'words', title: 'Said of it', of: ({ part }) => ownWords(part) },
  { key: 'price', title: 'Price', number: true, of: ({ part }) => part.price },
];

const LOADS = ['heater', 'motor', 'filament', 'led', 'solenoid'] as const;
const LOAD_TITLES = { heater: 'Resistive', motor: 'Motor', filament: 'Filament', led: 'LED', solenoid: 'Solenoid' } as const;
const throwsOf = ({ poles }: RelayType) => [poles[0]!.closing, poles[0]!.resting].filter((pin) => pin !== null);
const closingA = (kind: (typeof LOADS)[number]) => (row: Shown) => {
  const { closing } = row.type.poles[0]!;
  return Math.max(throwRating(row.type, closing, kind, 'dc').ampere, throwRating(row.type, closing, kind, 'ac').ampere);
};
const RELAY_COLUMNS: readonly Column<Shown>[] = [
  { key: 'name', title: 'Relay', of: ({ type }) => type.name },
  { key: 'coil', title: 'Coil', of: ({ type }) => type.coilV },
  { key: 'throw', title: 'Throw' },
  ...LOADS.map((kind) => ({ key: kind, title: LOAD_TITLES[kind], number: true, of: closingA(kind) })),
  { key: 'price', title: 'Price', number: true, of: ({ type }) => type.price },
];
const SOCKET_COLUMNS: readonly Column<(typeof SOCKETS)[number]>[] = [
  { key: 'name', title: 'Socket', of: ({ name }) => name },
  { key: 'terminal', title: 'Each receptacle', number: true, of: ({ terminalA }) => terminalA },
  { key: 'wire', title: 'Wire, most', number: true, of: ({ mostMm2 }) => mostMm2 },
  { key: 'price', title: 'Price', number: true, of: ({ price }) => price },
];
const PLAIN_COLUMNS: readonly Column<(typeof PLAIN_FAMILIES)[number]['parts'][number]>[] = [
  { key: 'name', title: 'Part', of: ({ name }) => name },
  { key: 'rating', title: 'Rating', of: ({ rating: words }) => words },
  { key: 'price', title: 'Price', number: true, of: ({ price }) => price },
];

/** Families of the shelf, one at a time; a working that names a part opens the one that it is in. */
const families = computed(() => [
  { id: 'relays', title: 'Relays and contactors' },
  { id: 'sockets', title: 'Sockets' },
  ...PLAIN_FAMILIES.map(({ id, title }) => ({ id, title })),
  ...(others.value.length > 0 ? [{ id: 'mine', title: 'My own other parts' }] : []),
]);
const familyOf = (name: string) =>
  (others.value.some(({ part }) => part.name === name) ? 'mine' : undefined) ??
  PLAIN_FAMILIES.find((family) => family.parts.some((part) => part.name === name))?.id ??
  (SOCKETS.some((socket) => socket.name === name) ? 'sockets' : 'relays');
const family = ref('relays');
watch(marked, (name) => (family.value = familyOf(name)), { immediate: true });
const plain = computed(() => PLAIN_FAMILIES.find(({ id }) => id === family.value));
const plainTyped = ref('');
const plainShown = computed(() => holding(plain.value?.parts ?? [], plainTyped.value, ({ name, rating: words }) => `${name} ${words}`));

/** What is looked for: words, how it is built, its coil. */
const typed = ref('');
const build = ref<'' | 'plug-in' | 'own' | NonNullable<RelayType['build']>>('');
const coil = ref(0);
const BUILDS = [
  { value: '', text: 'all kinds' },
  { value: 'plug-in', text: 'plug-in and power relays' },
  { value: 'module', text: 'relay modules' },
  { value: 'contactor', text: 'contactors' },
  { value: 'solid', text: 'solid-state' },
  { value: 'own', text: 'my own' },
] as const;
const coils = computed(() => [
  { value: 0, text: 'any voltage' },
  ...each([...new Set(all.value.map(({ type }) => type.coilV))].toSorted(inOrder), (volts) => `${volts} V`),
]);
const isBuilt = ({ type, isOwn }: Shown) =>
  build.value === '' || (build.value === 'own' ? isOwn : build.value === (type.build ?? 'plug-in'));
const shown = computed(() =>
  holding(
    all.value.filter((row) => isBuilt(row) && (coil.value === 0 || row.type.coilV === coil.value)),
    typed.value,
    ({ type }) => `${type.name} ${type.coilV} V ${type.build ?? 'plug-in'}`,
  ),
);
</script>

<template>
  <ListPage title="Shelf" :entries="entries" :current="edited?.part.id ?? ''">
    <template #nav>
      <NewThing
        v-if="own.kind === 'ready'"
        word="+ own part"
        title="Add a part of your own"
        :name="`My part ${parts.length + 1}`"
        :kinds="OWN_BEGINNINGS"
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
        <h1>Shelf</h1>
        <span>
          <button
            class="plain-button"
            :disabled="!parts.some(({ part }) => isOwnRelay(part))"
            @click="download('own-relays.csv', 'text/csv', ownRelaysCsv(parts.map(({ part }) => part).filter(isOwnRelay)))"
          >
            Own relays as CSV
          </button>
          <button
            class="plain-button"
            :disabled="others.length === 0"
            @click="download('own-parts.csv', 'text/csv', otherPartsCsv(others.map(({ part }) => part)))"
          >
            Own other parts as CSV
          </button>
          <button
            class="plain-button"
            :disabled="parts.length === 0"
            @click="download('own-shelf.json', 'application/json', archiveText({ projects: [], parts: parts.map(({ part }) => part) }))"
          >
            Own shelf as JSON
          </button>
          <button class="plain-button" @click="file?.click()">Take in a file…</button>
          <input
            ref="file"
            class="visually-hidden"
            type="file"
            accept=".csv,.json,text/csv,application/json"
            aria-label="File of own parts, CSV or JSON"
            @change="take"
          />
        </span>
      </div>
      <p class="about">
        Every part of the shelf is invented, with ratings usual for its class, for direct current at its coil’s voltage; ~ is for
        alternating current. Type your own from its data sheet: what the sheet leaves out is derated from its resistive rating.
      </p>
      <div v-if="problems.length > 0" class="trouble" role="alert">
        <p>■ Nothing was taken in:</p>
        <ul>
          <li v-for="(problem, at) in problems.slice(0, 12)" :key="at">{{ problem.place }}: {{ problem.message }}</li>
        </ul>
        <p v-if="problems.length > 12">and {{ problems.length - 12 }} more.</p>
      </div>
      <p v-if="own.kind === 'loading'" role="status">Reading your own parts…</p>
      <p v-else-if="own.kind === 'failed'" class="trouble" role="alert">
        ■ Your own parts cannot be read. {{ own.message }} <button class="plain-button" @click="read">Try again</button>
      </p>
      <TabBar v-model="family" label="Families of the shelf" :tabs="families">
        <template v-if="family === 'relays'">
          <div class="row pick">
            <TextField v-model="typed" label="Find" optional placeholder="five-pin, solid, 24 V, 40 A" />
            <SelectField v-model="build" label="Kind" :options="BUILDS" />
            <SelectField v-model="coil" label="Coil" :options="coils" />
            <span class="count mono" role="status">{{ shown.length }} of {{ all.length }} relays</span>
          </div>
          <SheetTable
            label="Relays"
            stacks
            :columns="RELAY_COLUMNS"
            :rows="shown"
            :id-of="({ type }) => type.id"
            :class-of="({ type }) => ({ marked: type.name === marked })"
            empty="No relay is like that."
          >
            <template #cell-name="{ row: { type, usedIn, isOwn } }">
              <span class="name">
                <RouterLink v-if="isOwn" :to="{ name: 'parts', params: { part: type.id } }">{{ type.name }}</RouterLink>
                <template v-else>{{ type.name }}</template>
              </span>
              <small v-if="isOwn">{{
                usedIn.length > 0 ? `used in ${usedIn.map(({ name }) => name).join(', ')}` : 'used in nothing'
              }}</small>
            </template>
            <template #cell-coil="{ row: { type } }">
              <span class="lines"
                ><span>{{ type.coilV }} V{{ type.coilFor === 'ac' ? '~' : '' }}, {{ formatQuantity(type.coilOhm, 'Ω') }}</span>
                <small>in at {{ formatQuantity(type.pullInV, 'V') }}, off at {{ formatQuantity(type.releaseV, 'V') }}</small></span
              >
            </template>
            <template #cell-throw="{ row }"
              ><span class="lines mono"
                ><span v-for="pin in throwsOf(row.type)" :key="pin">{{ pin }}</span></span
              ></template
            >
            <template v-for="kind in LOADS" :key="kind" #[`cell-${kind}`]="{ row }"
              ><span class="lines"
                ><span v-for="pin in throwsOf(row.type)" :key="pin">{{ rating(row.type, pin, kind) }}</span></span
              ></template
            >
            <template #cell-price="{ row: { type } }">{{ type.price === 0 ? '' : type.price.toFixed(2) }}</template>
          </SheetTable>
        </template>
        <SheetTable
          v-else-if="family === 'sockets'"
          label="Sockets"
          stacks
          :columns="SOCKET_COLUMNS"
          :rows="SOCKETS"
          :id-of="({ id }) => id"
          :class-of="({ name }) => ({ marked: name === marked })"
        >
          <template #cell-terminal="{ row }">{{ formatQuantity(row.terminalA, 'A') }}</template>
          <template #cell-wire="{ row }">{{ row.mostMm2 }} mm²</template>
          <template #cell-price="{ row }">{{ row.price.toFixed(2) }}</template>
        </SheetTable>
        <SheetTable
          v-else-if="family === 'mine'"
          label="My own"
          stacks
          :columns="OTHER_COLUMNS"
          :rows="others"
          :id-of="({ part }) => part.id"
          :class-of="({ part }) => ({ marked: part.name === marked })"
        >
          <template #cell-name="{ row: { part, usedIn } }">
            <span class="name"
              ><RouterLink :to="{ name: 'parts', params: { part: part.id } }">{{ part.name }}</RouterLink></span
            >
            <small>{{
              isKept(part)
                ? 'every project may take a copy'
                : usedIn.length > 0
                  ? `used in ${usedIn.map(({ name }) => name).join(', ')}`
                  : 'used in nothing'
            }}</small>
          </template>
          <template #cell-price="{ row: { part } }">{{ part.price === 0 ? '' : part.price.toFixed(2) }}</template>
        </SheetTable>
        <template v-else-if="plain">
          <div class="row pick">
            <TextField v-model="plainTyped" label="Find" optional placeholder="40 A, AWG, class T, logic" />
            <span class="count mono" role="status">{{ plainShown.length }} of {{ plain.parts.length }}</span>
          </div>
          <SheetTable
            :label="plain.title"
            stacks
            :columns="PLAIN_COLUMNS"
            :rows="plainShown"
            :id-of="({ name }) => name"
            :class-of="({ name }) => ({ marked: name === marked })"
            empty="Nothing of this family is like that."
          >
            <template #cell-price="{ row }">{{ row.price.toFixed(2) }}{{ row.per === 'm' ? ' a metre' : '' }}</template>
          </SheetTable>
        </template>
      </TabBar>
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
.about a,
.used a {
  color: var(--control);
}
:deep(.bare.add) {
  color: var(--control);
  padding: 6px 8px;
}
.trouble {
  color: var(--danger);
  font-weight: 500;
}
.pick {
  align-items: end;
  flex-wrap: wrap;
  margin-bottom: 8px;
}
.pick .field {
  width: 200px;
}
.pick .field:first-child {
  width: 260px;
}
.count {
  margin-left: auto;
  color: var(--iron);
  font-size: 12px;
}
.name {
  font-weight: 500;
}
small {
  display: block;
  color: var(--iron);
  font: 12px var(--text);
}
.lines {
  display: grid;
}
:deep(.marked td) {
  background: color-mix(in srgb, var(--copper) 12%, transparent);
}
@media (max-width: 800px) {
  .head {
    flex-wrap: wrap;
  }
  .pick {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
  .pick .field {
    width: auto;
  }
  .pick .field:first-child {
    width: auto;
    grid-column: 1 / -1;
  }
}
</style>
