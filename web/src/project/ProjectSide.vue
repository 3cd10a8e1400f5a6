<script setup lang="ts">
import { Modal } from 'ant-design-vue';
import { computed, defineAsyncComponent, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import {
  CONTROLLERS,
  applyPatches,
  SIGNALS,
  SIGNAL_NATURES,
  SUPPLY_VARIANTS,
  asNature,
  asVariant,
  assumptionsOf,
  currentOf,
  isOwnForm,
  formatQuantity,
  alarmContactOf,
  intentOf,
  mintId,
  signalFacets,
  signalsNamed,
  supplyById,
  takenSignal,
  takenSupply,
  type Design,
  type SignalNature,
} from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import InPlaceEditor from '../ui/InPlaceEditor.vue';
import NewThing from '../ui/NewThing.vue';
import SayBox from '../projects/SayBox.vue';
import SeverityMark from '../ui/SeverityMark.vue';
import BoardEditor from './BoardEditor.vue';
import SignalEditor from './SignalEditor.vue';
import SupplyEditor from './SupplyEditor.vue';
import { useOwnShelf } from './own-shelf.ts';
import { late } from '../ui/late.ts';
import { each, named } from '../ui/options.ts';

const ReadyJobs = defineAsyncComponent(() => import('./ReadyJobs.vue'));
const AssumedModal = late(() => import('./AssumedModal.vue'));
const NotesModal = late(() => import('./NotesModal.vue'));
const JobEditor = defineAsyncComponent(() => import('./JobEditor.vue'));
const PlacesModal = late(() => import('./PlacesModal.vue'));
const SchoolsModal = late(() => import('./SchoolsModal.vue'));

const project = useProject();
const router = useRouter();
const placesOpen = ref(false);
/** Position of the board that is open; −1 for none. */
const boardOpen = ref(-1);
const schoolsOpen = ref(false);
const notesOpen = ref(false);
const assumedOpen = ref(false);
const assumed = computed(() => assumptionsOf(design.value).length);
const noteLines = computed(() => (design.value.notes === '' ? 0 : design.value.notes.split('\n').length));
// A number followed from a working: what edits it opens.
watch(
  () => project.following,
  (path) => {
    if (/^(places|distances)/.test(path)) placesOpen.value = true;
    if (path.startsWith('settings')) schoolsOpen.value = true;
    const board = /^controllers\[(\d+)\]/.exec(path);
    if (board) boardOpen.value = Number(board[1]);
    if (path === 'notes') notesOpen.value = true;
    if (path === 'assumed') assumedOpen.value = true;
  },
);
/** Fields of a job that its sentence does not show. */
const inSettings = (path: string) => /^jobs\[\d+\]\.(?!loads|when|supply|otherwise\.loads)/.test(path);
const design = computed<Design>(() => project.design!);
const views = computed(() => new Map(project.analysis?.jobs.map((view) => [view.id, view])));

const show = (job: string) => router.push({ name: 'design', params: { id: project.id, job } });

async function add(title: string, ready: (design: Design) => Design): Promise<void> {
  if (project.edit(`add ${title.toLowerCase()}`, ready)) await show(design.value.jobs[design.value.jobs.length - 1]!.id);
}

/** A design with the job that was said as its last. */
async function addSaid(said: Design, id: string, close: () => void): Promise<void> {
  close();
  const isNew = !project.design!.jobs.some((job) => job.id === id);
  const { name } = said.jobs.find((job) => job.id === id)!;
  if (project.edit(isNew ? `add ${name.toLowerCase()}` : `sentence of ${name}`, () => said)) await show(id);
}

function addSignal(name: string, nature: string): void {
  project.edit('add a signal', (now) => {
    const base = { id: mintId('signal', now.signals), name, place: now.places[0]!.id, usual: true };
    const supply = now.supplies[0]!.id;
    const kept = shelf.kept('signal').find(({ id }) => id === nature);
    const made = kept ? takenSignal({ ...kept, name }, { ...base, supply }) : asNature(base, nature as SignalNature, supply);
    return { ...now, signals: [...now.signals, made] };
  });
}
function addSupply(name: string, variant: string): void {
  project.edit('add a supply', (now) => {
    const base = { id: mintId('supply', now.supplies), name, place: now.places[0]!.id };
    const kept = shelf.kept('supply').find(({ id }) => id === variant);
    return { ...now, supplies: [...now.supplies, kept ? takenSupply({ ...kept, name }, base) : asVariant(base, variant)] };
  });
}
function addBoard(name: string, type: string): void {
  const taken = shelf.taking(type);
  const done = project.edit('add a board', (before) => {
    const now = applyPatches(before, taken);
    const board = { id: mintId('board', now.controllers), name, type, place: now.places[0]!.id };
    return { ...now, controllers: [...now.controllers, { ...board, supply: 'usb', links: [], program: [] }] };
  });
  if (done) boardOpen.value = design.value.controllers.length - 1;
}
const shelf = useOwnShelf();
const mine = (part: { readonly id: string; readonly name: string }) => ({
  value: part.id,
  text: `of my shelf: ${part.name}`,
  name: part.name,
});
const NATURES = computed(() => [...each(SIGNAL_NATURES, (nature) => SIGNALS[nature].title), ...shelf.kept('signal').map(mine)]);
const VARIANTS = computed(() => [...SUPPLY_VARIANTS.map(({ key, text }) => ({ value: key, text })), ...shelf.kept('supply').map(mine)]);
const BOARDS = computed(() => [
  ...named(CONTROLLERS),
  ...design.value.parts.filter(isOwnForm('board')).map(mine),
  ...shelf.boards.value.map(mine),
]);
const alternates = (id: string) => currentOf(supplyById(design.value, id)) === 'ac';

const usedBy = (signal: string) =>
  [
    ...design.value.jobs.filter((job) => intentOf(design.value, job).signals.includes(signal) || signalsNamed(job).includes(signal)),
    ...design.value.signals.filter((other) => alarmContactOf(other) === signal),
  ].map(({ name }) => name);
</script>

<template>
  <aside class="side" aria-label="Project">
    <section>
      <h2 class="caps">Jobs</h2>
      <ul>
        <li v-for="(job, at) in design.jobs" :key="job.id" class="job" :class="{ current: job.id === project.job?.id }">
          <button class="bare pick" :aria-current="job.id === project.job?.id ? 'true' : undefined" @click="show(job.id)">
            <SeverityMark :severity="views.get(job.id)?.severity ?? 'hold'" />
            <span class="name">{{ job.name }}</span>
            <span class="value mono">{{
              views.get(job.id)?.ampere == null ? 'not wired' : formatQuantity(views.get(job.id)!.ampere!, 'A')
            }}</span>
          </button>
          <InPlaceEditor
            v-if="job.id === project.job?.id"
            :label="`${job.name}: settings`"
            button-class="more"
            placement="rightTop"
            :wanted="inSettings(project.following)"
          >
            <span aria-hidden="true">⋯</span><span class="visually-hidden">Settings of {{ job.name }}</span>
            <template #editor="{ close }"><JobEditor :at="at" @done="close" /></template>
          </InPlaceEditor>
        </li>
      </ul>
      <InPlaceEditor label="Add a job" button-class="add" placement="right">
        + job
        <template #editor="{ close }">
          <SayBox :design="design" button="Add it" @wired="(said, job) => addSaid(said, job, close)" />
          <strong>Or start from a ready one</strong>
          <ReadyJobs @pick="(title, ready) => (close(), add(title, ready))" />
        </template>
      </InPlaceEditor>
    </section>
    <section>
      <h2 class="caps">Supplies</h2>
      <ul>
        <li v-for="(supply, at) in design.supplies" :key="supply.id">
          <InPlaceEditor
            :label="supply.name"
            button-class="thing"
            placement="rightTop"
            :wanted="project.following.startsWith(`supplies[${at}]`)"
          >
            <span class="name">{{ supply.name }}</span><span class="value mono"
              >{{ formatQuantity(supply.restV, 'V') }}{{ alternates(supply.id) ? ' ~' : '' }}</span
            >
            <template #editor="{ close }"><SupplyEditor :at="at" @done="close" /></template>
          </InPlaceEditor>
        </li>
      </ul>
      <NewThing word="+ supply" title="Add a supply" :name="`supply ${design.supplies.length + 1}`" :kinds="VARIANTS" @add="addSupply" />
    </section>
    <section>
      <h2 class="caps">Signals</h2>
      <ul>
        <li v-for="(signal, at) in design.signals" :key="signal.id">
          <InPlaceEditor
            :label="signal.name"
            button-class="thing"
            placement="rightTop"
            :wanted="project.following.startsWith(`signals[${at}]`)"
          >
            <span class="name">{{ signal.name }}</span><span class="value mono">{{ signalFacets(signal).short }}</span>
            <template #editor="{ close }"><SignalEditor :at="at" :used-by="usedBy(signal.id)" @done="close" /></template>
          </InPlaceEditor>
        </li>
      </ul>
      <NewThing word="+ signal" title="Add a signal" :name="`signal ${design.signals.length + 1}`" :kinds="NATURES" @add="addSignal" />
    </section>
    <section>
      <h2 class="caps">Boards</h2>
      <ul>
        <li v-for="(board, at) in design.controllers" :key="board.id">
          <button class="bare thing" @click="boardOpen = at">
            <span class="name">{{ board.name }}</span><span class="value">{{
              board.program.length === 1 ? '1 step' : `${board.program.length} steps`
            }}</span>
          </button>
        </li>
      </ul>
      <NewThing word="+ board" title="Add a board" :name="`board ${design.controllers.length + 1}`" :kinds="BOARDS" @add="addBoard" />
    </section>
    <section>
      <h2 class="caps">Places</h2>
      <button class="bare thing" @click="placesOpen = true">
        <span class="name">{{ design.places.length }} places, distances</span>
      </button>
    </section>
    <section>
      <h2 class="caps">Project</h2>
      <button class="bare thing" @click="schoolsOpen = true"><span class="name">choices where practice differs</span></button>
      <button class="bare thing" @click="notesOpen = true">
        <span class="name">notes</span
        ><span class="value">{{ noteLines === 0 ? 'none' : noteLines === 1 ? '1 line' : `${noteLines} lines` }}</span>
      </button>
      <button class="bare thing" @click="assumedOpen = true">
        <span class="name">assumed values</span><span class="value">{{ assumed === 0 ? 'none' : assumed }}</span>
      </button>
    </section>
    <Modal
      :open="boardOpen >= 0"
      :title="design.controllers[boardOpen]?.name ?? ''"
      :footer="null"
      width="640px"
      destroy-on-close
      @cancel="boardOpen = -1"
    >
      <BoardEditor v-if="design.controllers[boardOpen]" :key="boardOpen" :at="boardOpen" @done="boardOpen = -1" />
    </Modal>
    <PlacesModal v-model:open="placesOpen" />
    <AssumedModal v-model:open="assumedOpen" />
    <NotesModal v-model:open="notesOpen" />
    <SchoolsModal v-model:open="schoolsOpen" />
  </aside>
</template>

<style scoped>
.side {
  background: var(--bench);
  border-right: 1px solid var(--line);
  padding: 16px 12px;
  overflow-y: auto;
  overflow-x: visible;
}
section {
  margin-bottom: 20px;
}
h2 {
  padding: 0 4px 6px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.job {
  display: flex;
  align-items: center;
  border: 1px solid transparent;
  border-radius: 4px;
}
.job.current {
  background: var(--sheet);
  border-color: var(--line);
  box-shadow: inset 3px 0 0 var(--copper);
}
.pick,
.side :deep(.thing) {
  display: flex;
  align-items: baseline;
  gap: 8px;
  width: 100%;
  padding: 5px 8px;
  border-radius: 4px;
  min-width: 0;
}
.pick:hover,
.side :deep(.thing:hover) {
  background: color-mix(in srgb, var(--sheet) 60%, transparent);
}
.name {
  flex: 1;
  font-weight: 500;
  line-height: 1.2;
  min-width: 0;
}
/* Where a long word leaves a current no room beside it, that stands below. */
.pick {
  flex-wrap: wrap;
  row-gap: 0;
}
.pick .name {
  min-width: min-content;
}
.pick .value {
  margin-left: auto;
}
.value {
  font-size: 12px;
  color: var(--iron);
  white-space: nowrap;
}
li:not(.job) :deep(.holder) {
  display: block;
}
.side :deep(.more) {
  padding: 2px 8px 2px 2px;
  font-size: 16px;
}
.side :deep(.add) {
  color: var(--control);
  padding: 4px 8px;
  font-size: 13px;
}
</style>
