<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { message } from 'ant-design-vue';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import TopBar from '../shell/TopBar.vue';
import { lastProject } from '../stores/last.ts';
import { session } from '../stores/session.ts';
import KeepingBanners from './KeepingBanners.vue';
import { useProject } from '../stores/project.ts';
import { download, fileName } from '../ui/download.ts';
import { late } from '../ui/late.ts';
import { isTyping } from '../ui/typing.ts';
import { provideUnits } from '../ui/units.ts';

const CommandFinder = late(() => import('../shell/CommandFinder.vue'));
const ShareModal = late(() => import('../people/ShareModal.vue'));
const EarlierModal = late(() => import('./EarlierModal.vue'));

const project = useProject();
provideUnits(() => project.design?.settings);
const route = useRoute();
const router = useRouter();
const finding = ref(false);
const lookingBack = ref(false);
const sharing = ref(false);

watch(
  () => route.params.id,
  (id) => {
    if (typeof id === 'string' && id !== project.id) void project.open(id);
  },
  { immediate: true },
);
watch(
  () => route.params.job,
  (job) => {
    if (typeof job === 'string' && job) project.jobId = job;
  },
  { immediate: true },
);

watch(
  () => [project.id, project.design?.name] as const,
  ([id, name]) => {
    if (id && name) lastProject.value = { id, name };
  },
  { immediate: true },
);

const saveWords = computed(() => {
  switch (project.saving.kind) {
    case 'saved':
      return project.newer === null ? `saved · revision ${project.revision}` : `revision ${project.revision}, not the last`;
    case 'waiting':
      return 'saving…';
    case 'offline':
      return 'not saved yet: kept here';
    case 'conflict':
      return 'saved elsewhere';
    case 'gone':
      return 'deleted elsewhere';
    case 'refused':
      return 'not saved';
    default:
      return project.saving satisfies never;
  }
});

/** Says what was taken back, and goes where it can be seen. */
async function travelled(word: string, moved: { label: string; at: string } | null): Promise<void> {
  if (!moved) return;
  void message.info(`${word}: ${moved.label}`, 2);
  if (moved.at !== '' && stageOf(moved.at) !== stageOf(route.path)) await router.push(moved.at);
}
/** Project and stage of an address; which job or list is shown there does not matter. */
const stageOf = (path: string) => path.split('/').slice(0, 4).join('/');
const undo = () => travelled('Undone', project.undo());
const redo = () => travelled('Redone', project.redo());

function sendFile(): void {
  const { design } = project;
  if (design) download(fileName(design.name, 'json'), 'application/json', JSON.stringify(design, null, 2));
}

useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const control = event.ctrlKey || event.metaKey;
  const key = event.key.toLowerCase();
  if (control && key === 'k') {
    event.preventDefault();
    finding.value = true;
    return;
  }
  // Text fields keep their own undo while they are being typed in.
  if (isTyping(event.target)) return;
  if (control && (key === 'z' || key === 'y')) {
    event.preventDefault();
    void (key === 'y' || event.shiftKey ? redo() : undo());
  }
});
</script>

<template>
  <div class="shell">
    <TopBar :project="project.design?.name">
      <template #stages>
        <RouterLink class="stage" :to="{ name: 'design', params: { id: $route.params.id } }">Design</RouterLink>
        <RouterLink class="stage" :to="{ name: 'prove', params: { id: $route.params.id } }">Prove</RouterLink>
        <RouterLink class="stage" :to="{ name: 'build', params: { id: $route.params.id } }">Build</RouterLink>
        <RouterLink class="stage" :to="{ name: 'bench', params: { id: $route.params.id } }">Bench</RouterLink>
      </template>
      <template #right>
        <span v-if="project.isStale && !project.trouble" class="saving checking">checking…</span>
        <span class="saving" role="status" :data-kind="project.saving.kind">
          <button class="bare" title="Earlier revisions" @click="lookingBack = true">{{ saveWords }}</button>
        </span>
        <button
          v-if="session.answer.value?.accounts && (project.role === 'owner' || project.role === 'editor')"
          class="bare find"
          @click="sharing = true"
        >
          Share
        </button>
        <span class="row pair">
          <button class="bare tool" aria-label="Undo" title="Undo (Ctrl Z)" :disabled="project.history.past.length === 0" @click="undo">
            ↶
          </button>
          <button
            class="bare tool"
            aria-label="Redo"
            title="Redo (Ctrl Shift Z)"
            :disabled="project.history.future.length === 0"
            @click="redo"
          >
            ↷
          </button>
        </span>
        <button class="bare find mono" @click="finding = true">Ctrl K</button>
      </template>
    </TopBar>
    <KeepingBanners @undo="undo" />
    <div v-if="project.problem" class="banner" role="alert">
      <span>That edit was not taken. {{ project.problem }}</span>
      <button class="plain-button" @click="project.problem = ''">OK</button>
    </div>
    <div v-if="project.trouble" class="banner" role="alert">
      <span
        >This circuit could not be checked, so no number on this page stands for it. {{ project.trouble }} The project is kept and saved as
        it is.</span
      >
      <button class="plain-button" :disabled="project.history.past.length === 0" @click="undo">Undo the last edit</button>
      <button class="plain-button" @click="project.checkAgain()">Try again</button>
      <button class="plain-button" @click="sendFile">Take the file</button>
    </div>
    <main v-if="project.load.kind === 'failed'" class="middle" role="alert">
      <h1>This project cannot be opened</h1>
      <p>{{ project.load.message }}</p>
      <p class="row">
        <button class="plain-button" @click="project.open(String($route.params.id))">Try again</button>
        <RouterLink to="/">All projects</RouterLink>
      </p>
    </main>
    <main v-else-if="project.load.kind !== 'ready'" class="middle" role="status">Opening the project…</main>
    <main v-else-if="!project.analysis && !(project.trouble && route.name === 'design')" class="middle" role="status">
      {{ project.trouble ? 'Not checked.' : 'Checking the circuit…' }}
    </main>
    <RouterView v-else />
    <CommandFinder v-model:open="finding" @undo="undo" @redo="redo" @earlier="lookingBack = true" />
    <ShareModal v-model:open="sharing" />
    <EarlierModal v-model:open="lookingBack" />
  </div>
</template>

<style scoped>
.shell {
  height: 100%;
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.stage {
  color: #c9cfd2;
  text-decoration: none;
  padding: 0 12px;
  display: flex;
  align-items: center;
  border-bottom: 3px solid transparent;
  font-weight: 500;
}
.stage.router-link-active {
  color: #fff;
  border-bottom-color: #e07a3a;
}
.saving {
  font: 12px var(--mono);
  color: #b9c1c5;
  white-space: nowrap;
}
.saving[data-kind='offline'],
.saving[data-kind='conflict'],
.saving[data-kind='gone'],
.saving[data-kind='refused'] {
  color: #ffb38a;
}
/* A check is mostly over before anybody looks; only one that takes its time is said. */
.checking {
  opacity: 0;
  animation: appear 0.1s linear 0.4s forwards;
}
@keyframes appear {
  to {
    opacity: 1;
  }
}
.saving button {
  font: inherit;
  color: inherit;
}
.pair {
  gap: 0;
}
.tool {
  color: inherit;
  font: 18px var(--text);
  width: 28px;
  height: 28px;
  text-align: center;
}
.tool:disabled {
  opacity: 0.35;
  cursor: default;
}
.find {
  border: 1px solid #6d787e;
  border-radius: 4px;
  padding: 1px 8px;
  font-size: 12px;
  white-space: nowrap;
}
.middle {
  padding: 60px;
}
</style>
