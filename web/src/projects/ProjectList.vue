<script setup lang="ts">
import { Button, Input, Modal, notification } from 'ant-design-vue';
import { h, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { blankDesign, parseDesignText } from '@iron-nudge/core';
import { api, type ProjectSummary } from '../api.ts';
import TopBar from '../shell/TopBar.vue';
import { download, fileName } from '../ui/download.ts';
import { latest } from '../ui/latest.ts';

const { state: list, refresh } = latest(() => api.list());
const router = useRouter();
const naming = ref<{ project: ProjectSummary | null; name: string } | null>(null);
const file = ref<HTMLInputElement | null>(null);
const filter = ref('');
/** What went wrong with the last thing asked for. */
const trouble = ref('');

onMounted(() => void refresh());

const words = (error: unknown) => (error instanceof Error ? error.message : String(error));
async function attempt(work: () => Promise<unknown>): Promise<void> {
  trouble.value = '';
  try {
    await work();
  } catch (error) {
    trouble.value = words(error);
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
  const parsed = parseDesignText(await chosen.text());
  if (!parsed.ok) {
    const { path, message } = parsed.problems[0]!;
    const more = parsed.problems.length > 1 ? ` (and ${parsed.problems.length - 1} more)` : '';
    trouble.value = `${chosen.name} cannot be read. ${path ? `${path}: ` : ''}${message}${more}`;
    return;
  }
  await attempt(async () => open((await api.create(parsed.design)).id));
}

const day = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

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
          <span class="facts">changed {{ day.format(new Date(project.updatedAt)) }}</span>
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
            <button class="plain-button" @click="exportProject(project)">Export</button>
            <button class="plain-button danger" @click="remove(project)">Delete</button>
          </div>
        </li>
      </ul>
      <p v-if="list.kind === 'ready' && filter && shown(list.value).length === 0">No project is called that.</p>
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
