<script setup lang="ts">
import { Button, message, notification } from 'ant-design-vue';
import { computed, defineAsyncComponent, h, onMounted, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import type { Design } from '@iron-nudge/core';
import { api, type ProjectSummary } from '../api.ts';
import { learnServer } from '../stores/build.ts';
import { seen } from '../stores/seen.ts';
import TopBar from '../shell/TopBar.vue';
import { download, fileName } from '../ui/download.ts';
import { latest } from '../ui/latest.ts';
import { minute } from '../ui/when.ts';
import { wordsOf } from '../ui/words-of.ts';
import ChoiceInPlace from '../ui/ChoiceInPlace.vue';
import ProjectCard from './ProjectCard.vue';
import { measure } from './measure.ts';
import SayBox from './SayBox.vue';
import { each } from '../ui/options.ts';
import { holding, inOrder } from '../ui/find.ts';

const { state: list, refresh } = latest(() => api.list());
const router = useRouter();
const renaming = shallowRef<ProjectSummary | null>(null);
const beginning = ref(false);
const file = ref<HTMLInputElement | null>(null);
const filter = ref('');
const inBin = ref(false);
/** Id of the project whose ways out are asked for. */
const exporting = ref('');
async function exportAs(work: Promise<void>): Promise<void> {
  exporting.value = '';
  await work;
}
/** Fetched when they are opened: the first page is light without them. */
const ExportMenu = defineAsyncComponent(() => import('./ExportMenu.vue'));
const BinModal = defineAsyncComponent(() => import('./BinModal.vue'));
const NewProjectModal = defineAsyncComponent(() => import('./NewProjectModal.vue'));
const NameModal = defineAsyncComponent(() => import('../ui/NameModal.vue'));
const GalleryStrip = defineAsyncComponent(() => import('./GalleryStrip.vue'));
const archive = () => import('./archive.ts');
/** What went wrong with the last thing asked for. */
const trouble = ref('');
const busy = ref(false);

onMounted(() => {
  void refresh();
  void api.health().then(learnServer, () => undefined);
});

async function attempt(work: () => Promise<unknown>): Promise<void> {
  trouble.value = '';
  busy.value = true;
  try {
    await work();
  } catch (error) {
    trouble.value = wordsOf(error);
  } finally {
    busy.value = false;
  }
}

/** What is wrong with each, as far as it was looked at. */
const dangers = ref<ReadonlyMap<string, number>>(new Map());
const learnDangers = (id: string, count: number) => (dangers.value = new Map(dangers.value).set(id, count));
const ORDERS = { changed: 'last changed first', name: 'by name', dangers: 'most dangers first' } as const;
const ORDER_OPTIONS = each(Object.keys(ORDERS) as (keyof typeof ORDERS)[], (key) => ORDERS[key]);
const order = ref<keyof typeof ORDERS>('changed');
const isLong = computed(() => list.value.kind === 'ready' && list.value.value.length > 6);
const shown = computed(() => {
  if (list.value.kind !== 'ready') return [];
  const found = holding(list.value.value, filter.value, ({ name }) => name);
  if (order.value === 'name') return found.toSorted((one, other) => inOrder(one.name, other.name));
  if (order.value === 'dangers')
    return found.toSorted((one, other) => (dangers.value.get(other.id) ?? -1) - (dangers.value.get(one.id) ?? -1));
  return found;
});

const open = (id: string) => router.push({ name: 'design', params: { id } });
const begin = (design: Design) =>
  attempt(async () => {
    const { id } = await api.create(design);
    beginning.value = false;
    await open(id);
  });
const beginFrom = (ready: string) =>
  attempt(async () => {
    const { GALLERY, measuredIn, projectFrom } = await import('./saying.ts');
    const { id } = await api.create(measuredIn(projectFrom(GALLERY.find((one) => one.id === ready)!), measure.value));
    await open(id);
  });

const rename = (project: ProjectSummary, name: string) =>
  attempt(async () => {
    const { revision, document } = await api.load(project.id);
    await api.save(project.id, revision, { ...document, name });
    await refresh();
    renaming.value = null;
  });

async function remove(project: ProjectSummary): Promise<void> {
  await attempt(async () => {
    await api.remove(project.id);
    await refresh();
    const key = `removed-${project.id}`;
    notification.open({
      key,
      message: `“${project.name}” is deleted`,
      duration: 12,
      btn: () => undoButton(key, project),
    });
  });
}

function undoButton(key: string, project: ProjectSummary) {
  return h(
    Button,
    {
      onClick: () =>
        void attempt(async () => {
          await api.restore(project.id);
          notification.close(key);
          await refresh();
        }),
    },
    () => 'Undo',
  );
}

async function exportProject(project: ProjectSummary): Promise<void> {
  await attempt(async () => {
    const { document } = await api.load(project.id);
    download(fileName(project.name, 'json'), 'application/json', `${JSON.stringify(document, null, 2)}\n`);
  });
}

async function importFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const chosen = input.files?.[0];
  input.value = '';
  if (!chosen) return;
  await attempt(() => takeIn(chosen));
}

async function takeIn(chosen: File): Promise<void> {
  const { bringIn, parseArchiveText } = await archive();
  const parsed = parseArchiveText(await chosen.text());
  if (!parsed.ok) {
    const { path, message: why } = parsed.problems[0]!;
    const more = parsed.problems.length > 1 ? ` (and ${parsed.problems.length - 1} more)` : '';
    trouble.value = `${chosen.name} cannot be read. ${path ? `${path}: ` : ''}${why}${more}`;
    return;
  }
  try {
    const { projects, records, parts, partsLeft } = await bringIn(parsed.archive);
    if (projects.length === 1) await open(projects[0]!);
    const left = partsLeft > 0 ? `; ${partsLeft} own parts are on the shelf already and were left as they are` : '';
    if (parsed.archive.projects.length !== 1 || records > 0)
      void message.success(`Brought in: ${projects.length} projects, ${records} records, ${parts} own parts${left}.`, 6);
  } finally {
    await refresh();
  }
}

/** What this browser has seen of the projects, for when the server is away. */
const known = shallowRef<readonly (readonly [id: string, name: string, at: number])[]>([]);
watch(list, async (now) => {
  if (now.kind === 'failed')
    known.value = (await seen.list())
      .map(([id, { document, at }]) => [id, document.name, at] as const)
      .sort((one, other) => other[2] - one[2]);
});
</script>

<template>
  <div class="page">
    <TopBar :back="false" />
    <main>
      <h1 class="visually-hidden">Iron Nudge</h1>
      <SayBox :design="null" button="Wire it" @wired="begin" />
      <nav class="doors" aria-label="Without a project">
        <RouterLink class="door relay" :to="{ name: 'relay' }"
          ><b>What is this relay?</b><span>Its pins and a meter, about eight readings.</span></RouterLink
        >
        <RouterLink class="door trouble-door" :to="{ name: 'trouble' }"
          ><b>Something does not work</b><span>Say what you see; it names the next reading.</span></RouterLink
        >
        <RouterLink class="door sums" :to="{ name: 'sums' }"
          ><b>A quick sum</b><span>Wire, fuse, resistor, coil, heat: one at a time.</span></RouterLink
        >
      </nav>
      <div class="head">
        <h2>Projects</h2>
        <span v-if="list.kind === 'ready' && list.value.length > 0" class="facts"
          >{{ list.value.length }}{{ isLong ? '' : ` · ${ORDERS.changed}` }}</span
        >
        <template v-if="isLong">
          <input v-model="filter" class="select find" placeholder="Find a project" aria-label="Find a project" />
          <ChoiceInPlace v-model="order" class="order" label="Order of the projects" :options="ORDER_OPTIONS" />
        </template>
        <span class="gap"></span>
        <input
          ref="file"
          type="file"
          accept=".json,application/json"
          class="visually-hidden"
          tabindex="-1"
          aria-label="Project file"
          @change="importFile"
        />
        <button class="plain-button" @click="inBin = true">Bin…</button>
        <button class="plain-button" @click="attempt(async () => (await archive()).downloadEverything())">Download everything</button>
        <button class="plain-button" @click="file?.click()">Import…</button>
        <button class="plain-button strong" @click="beginning = true">New project</button>
      </div>
      <div v-if="trouble" class="trouble row" role="alert">
        <span>{{ trouble }}</span>
        <button class="plain-button" @click="trouble = ''">OK</button>
      </div>
      <p v-if="list.kind === 'loading'" role="status">Reading the projects…</p>
      <div v-else-if="list.kind === 'failed'" role="alert" class="empty">
        <p>{{ list.message }}</p>
        <button class="plain-button" @click="refresh">Try again</button>
        <template v-if="known.length > 0">
          <h2>Seen in this browser</h2>
          <p>These can be opened and edited; what you change is kept here and sent when the server is back.</p>
          <ul class="known">
            <li v-for="[id, name, at] in known" :key="id">
              <button class="bare title" @click="open(id)">{{ name }}</button>
              <span class="facts">as it was {{ minute(at) }}</span>
            </li>
          </ul>
        </template>
      </div>
      <div v-else-if="list.value.length === 0" class="empty">
        <h2>No project yet</h2>
        <p>
          A project is a vehicle, a trailer, a box: its places, its supplies, its signals, and one sentence for each thing that must switch.
          Say one above, or begin from a ready circuit below.
        </p>
      </div>
      <ul v-else class="cards">
        <ProjectCard
          v-for="project in shown"
          :key="project.id"
          :project="project"
          @open="open(project.id)"
          @looked="learnDangers(project.id, $event)"
        >
          <button class="bare act" @click="renaming = project">Rename</button>
          <button
            class="bare act"
            @click="
              attempt(async () => {
                await api.duplicate(project.id);
                await refresh();
              })
            "
          >
            Duplicate
          </button>
          <ExportMenu
            v-if="exporting === project.id"
            @closed="exporting = ''"
            @project="exportAs(exportProject(project))"
            @archive="exportAs(attempt(async () => (await archive()).downloadArchive(project.id, project.name)))"
          />
          <button v-else class="bare act" aria-haspopup="menu" @click="exporting = project.id">Export…</button>
          <button class="bare act" @click="remove(project)">Delete</button>
        </ProjectCard>
      </ul>
      <p v-if="list.kind === 'ready' && filter && shown.length === 0">No project is called that.</p>
      <GalleryStrip v-if="list.kind !== 'loading'" @chosen="beginFrom" />
      <BinModal v-if="inBin" v-model:open="inBin" @changed="refresh" />
      <NewProjectModal v-if="beginning" :busy="busy" @made="begin" @closed="beginning = false" />
      <p class="caution">
        Iron Nudge checks what you tell it. Local codes and licensed practice come first; disconnect the battery before you work on a
        circuit, and have mains work done by someone who may do it.
      </p>
    </main>
    <NameModal
      v-if="renaming"
      title="Rename project"
      :name="renaming.name"
      :busy="busy"
      @named="rename(renaming, $event)"
      @closed="renaming = null"
    />
  </div>
</template>

<style scoped>
.page {
  min-height: 100%;
}
main {
  max-width: 1240px;
  margin: 0 auto;
  padding: 22px 24px;
}
.doors {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 14px;
  margin-top: 14px;
}
.door {
  display: grid;
  gap: 1px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-left: 5px solid var(--iron);
  border-radius: 4px;
  padding: 10px 16px;
  color: var(--iron);
  text-decoration: none;
}
.door b {
  font: 600 21px var(--condensed);
  color: var(--ink);
}
.door:hover {
  border-color: var(--ink);
}
.door.relay {
  border-left-color: var(--control);
}
.door.trouble-door {
  border-left-color: var(--copper);
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  margin: 24px 0 10px;
}
.head h2 {
  font-size: 28px;
}
.gap {
  flex: 1;
}
.find,
.order {
  width: auto;
}
.cards {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(350px, 1fr));
  gap: 12px;
}
.act {
  font-size: 12.5px;
  color: var(--control);
}
.act:hover {
  text-decoration: underline;
}
.title {
  font: 600 21px var(--condensed);
}
.facts {
  color: var(--iron);
  font-size: 12.5px;
}
.known {
  list-style: none;
  padding: 0;
}
.trouble {
  border-left: 3px solid var(--danger);
  background: var(--sheet);
  padding: 8px 12px;
  margin-bottom: 14px;
}
.empty {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 20px 24px;
  max-width: 620px;
}
.caution {
  margin-top: 26px;
  color: var(--iron);
  font-size: 13px;
  max-width: 820px;
}
@media (max-width: 700px) {
  .cards {
    grid-template-columns: 1fr;
  }
}
@media (max-width: 520px) {
  main {
    padding: 14px 12px;
  }
  .act {
    min-height: 40px;
  }
}
</style>
