<script setup lang="ts">
import { Button, Input, Modal, message, notification } from 'ant-design-vue';
import { defineAsyncComponent, h, onMounted, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { blankDesign, parseArchiveText } from '@iron-nudge/core';
import { api, type ProjectSummary } from '../api.ts';
import { learnServer } from '../stores/build.ts';
import { seen } from '../stores/seen.ts';
import TopBar from '../shell/TopBar.vue';
import { download, fileName } from '../ui/download.ts';
import { latest } from '../ui/latest.ts';
import { minute } from '../ui/when.ts';
import { wordsOf } from '../ui/words-of.ts';
import { bringIn, downloadArchive, downloadEverything } from './archive.ts';

const { state: list, refresh } = latest(() => api.list());
const router = useRouter();
const naming = ref<{ project: ProjectSummary | null; name: string } | null>(null);
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
/** What went wrong with the last thing asked for. */
const trouble = ref('');

onMounted(() => {
  void refresh();
  void api.health().then(learnServer, () => undefined);
});

async function attempt(work: () => Promise<unknown>): Promise<void> {
  trouble.value = '';
  try {
    await work();
  } catch (error) {
    trouble.value = wordsOf(error);
  }
}

function shown(projects: ProjectSummary[]): ProjectSummary[] {
  const wanted = filter.value.trim().toLowerCase();
  return projects.filter(({ name }) => name.toLowerCase().includes(wanted));
}

const open = (id: string) => router.push({ name: 'design', params: { id } });

async function giveName(): Promise<void> {
  const wanted = naming.value;
  const name = wanted?.name.trim();
  if (!wanted || !name) return;
  await attempt(async () => {
    if (wanted.project) {
      const { revision, document } = await api.load(wanted.project.id);
      await api.save(wanted.project.id, revision, { ...document, name });
      await refresh();
    } else await open((await api.create(blankDesign(name))).id);
    naming.value = null;
  });
}

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
  const parsed = parseArchiveText(await chosen.text());
  if (!parsed.ok) {
    const { path, message: why } = parsed.problems[0]!;
    const more = parsed.problems.length > 1 ? ` (and ${parsed.problems.length - 1} more)` : '';
    trouble.value = `${chosen.name} cannot be read. ${path ? `${path}: ` : ''}${why}${more}`;
    return;
  }
  await attempt(async () => {
    try {
      const { projects, records, parts, partsLeft } = await bringIn(parsed.archive);
      if (projects.length === 1) await open(projects[0]!);
      const left = partsLeft > 0 ? `; ${partsLeft} own parts are on the shelf already and were left as they are` : '';
      if (parsed.archive.projects.length !== 1 || records > 0)
        void message.success(`Brought in: ${projects.length} projects, ${records} records, ${parts} own parts${left}.`, 6);
    } finally {
      await refresh();
    }
  });
}

/** What this browser has seen of the projects, for when the server is away. */
const known = shallowRef<readonly (readonly [id: string, name: string, at: number])[]>([]);
watch(list, async (now) => {
  if (now.kind === 'failed')
    known.value = (await seen.list())
      .map(([id, { document, at }]) => [id, document.name, at] as const)
      .sort((one, other) => other[2] - one[2]);
});

/** The name is what is asked for: the field has the focus as soon as it is up. */
const nameField = ref<{ focus(): void } | null>(null);
watch(nameField, (field) => requestAnimationFrame(() => field?.focus()));
</script>

<template>
  <div class="page">
    <TopBar />
    <main>
      <div class="head">
        <div>
          <h1>Projects</h1>
          <p>One sentence a circuit. Iron Nudge wires it, solves it in every state, and says what is wrong.</p>
        </div>
        <div class="row">
          <input
            v-if="list.kind === 'ready' && list.value.length > 6"
            v-model="filter"
            class="select"
            placeholder="Find a project"
            aria-label="Find a project"
          />
          <input
            ref="file"
            type="file"
            accept=".json,application/json"
            class="visually-hidden"
            tabindex="-1"
            aria-label="Project file"
            @change="importFile"
          />
          <button class="plain-button" @click="file?.click()">Import…</button>
          <button class="plain-button strong" @click="naming = { project: null, name: '' }">New project</button>
        </div>
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
        </p>
        <button class="plain-button strong" @click="naming = { project: null, name: '' }">Start the first</button>
      </div>
      <ul v-else class="cards">
        <li v-for="project in shown(list.value)" :key="project.id" class="card">
          <button class="bare title" @click="open(project.id)">{{ project.name }}</button>
          <span class="facts mono">{{ project.jobs }} {{ project.jobs === 1 ? 'job' : 'jobs' }} · revision {{ project.revision }}</span>
          <span class="facts">changed {{ minute(project.updatedAt) }}</span>
          <div class="row actions">
            <button class="plain-button" @click="naming = { project, name: project.name }">Rename</button>
            <button
              class="plain-button"
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
              @archive="exportAs(attempt(() => downloadArchive(project.id, project.name)))"
            />
            <button v-else class="plain-button" aria-haspopup="menu" @click="exporting = project.id">Export…</button>
            <button class="plain-button danger" @click="remove(project)">Delete</button>
          </div>
        </li>
      </ul>
      <p v-if="list.kind === 'ready' && filter && shown(list.value).length === 0">No project is called that.</p>
      <p class="door">
        <RouterLink :to="{ name: 'relay' }">What is this relay?</RouterLink>
        <span class="facts">Read a relay’s pins with a meter, with no project at hand: which are its coil, its contacts, its diode.</span>
      </p>
      <p class="row all">
        <button class="plain-button" @click="attempt(downloadEverything)">Download everything</button>
        <button class="plain-button" @click="inBin = true">Bin…</button>
        <span class="facts">One file of all projects with their readings, and your own parts; Import takes it in again.</span>
      </p>
      <BinModal v-if="inBin" v-model:open="inBin" @changed="refresh" />
      <p class="caution">
        Iron Nudge checks what you tell it. Local codes and licensed practice come first; disconnect the battery before you work on a
        circuit, and have mains work done by someone who may do it.
      </p>
    </main>
    <Modal
      :open="naming !== null"
      :title="naming?.project ? 'Rename project' : 'New project'"
      ok-text="OK"
      :ok-button-props="{ disabled: !naming?.name.trim() }"
      @ok="giveName"
      @cancel="naming = null"
    >
      <label v-if="naming" class="field"
        >Name<Input ref="nameField" v-model:value="naming.name" :maxlength="60" @press-enter="giveName"
      /></label>
    </Modal>
  </div>
</template>

<style scoped>
.page {
  min-height: 100%;
}
main {
  max-width: 1080px;
  margin: 0 auto;
  padding: 34px 24px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: end;
  gap: 24px;
  margin-bottom: 22px;
}
h1 {
  font-size: 32px;
}
.head p {
  margin: 2px 0 0;
  color: var(--iron);
  font-size: 15px;
}
.cards {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 14px;
}
.card {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-left: 4px solid var(--copper);
  border-radius: 4px;
  padding: 14px 16px;
  display: grid;
  gap: 3px;
}
.title {
  font: 600 21px var(--condensed);
}
.title:hover {
  text-decoration: underline;
  text-decoration-color: var(--copper);
}
.facts {
  color: var(--iron);
  font-size: 12.5px;
}
.actions {
  margin-top: 10px;
  flex-wrap: wrap;
  gap: 6px;
}
.actions .plain-button {
  padding-inline: 9px;
}
.head .row {
  white-space: nowrap;
}
.door {
  margin-top: 22px;
}
.door a {
  font: 600 19px var(--condensed);
  margin-right: 10px;
}
.all {
  margin-top: 18px;
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
  padding: 30px;
  max-width: 620px;
}
.caution {
  margin-top: 34px;
  color: var(--iron);
  font-size: 13px;
  max-width: 720px;
}
</style>
