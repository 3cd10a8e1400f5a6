<script setup lang="ts">
import { Modal } from 'ant-design-vue';
import { computed, nextTick, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { GLOSSARY } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { fileName, download } from '../ui/download.ts';
import { holding } from '../ui/find.ts';
import { askHelp, isWalking } from './help.ts';
import { SCREENS } from './screens.ts';

interface Entry {
  readonly kind: string;
  readonly text: string;
  readonly go: () => unknown;
  /** Opens a window of its own: only once this one is gone, which gives the focus back as it goes. */
  readonly late?: boolean;
}

const open = defineModel<boolean>('open', { required: true });
const emit = defineEmits<{ undo: []; redo: []; earlier: [] }>();
const project = useProject();
const router = useRouter();
const query = ref('');
const at = ref(0);
const input = ref<HTMLInputElement | null>(null);

const showJob = (job: string) => router.push({ name: 'design', params: { id: project.id, job } });
/** What opens in place on the Design stage. */
async function opened(what: string): Promise<void> {
  if (project.job) await showJob(project.job.id);
  await project.follow(what);
}
async function walk(): Promise<void> {
  await router.push({ name: 'design', params: { id: project.id } });
  isWalking.value = true;
}
async function select(job: string | null, kind: 'part' | 'wire', id: string): Promise<void> {
  if (job) await showJob(job);
  project.selection = { kind, id };
}

const entries = computed<Entry[]>(() => {
  const { design, analysis } = project;
  if (!design || !analysis) return [];
  return [
    ...design.jobs.map((job) => ({ kind: 'job', text: job.name, go: () => showJob(job.id) })),
    ...analysis.findings
      .filter(({ severity }) => severity !== 'hold')
      .map((finding) => ({ kind: finding.severity, text: finding.title, go: () => showJob(finding.job) })),
    ...analysis.netlist.parts.map((part) => ({
      kind: 'part',
      text: `${part.tag} ${part.name}`,
      go: () => select(part.job, 'part', part.id),
    })),
    ...analysis.wires.map((wire) => ({
      kind: 'wire',
      text: `${wire.tag} ${wire.from} to ${wire.to}`,
      go: () => select(analysis.netlist.wires.find(({ id }) => id === wire.id)!.job, 'wire', wire.id),
    })),
    { kind: 'command', text: 'Undo', go: () => emit('undo') },
    { kind: 'command', text: 'Redo', go: () => emit('redo') },
    { kind: 'command', text: 'Earlier revisions', late: true, go: () => emit('earlier') },
    { kind: 'command', text: 'Help for this screen, and the keys', late: true, go: () => askHelp() },
    { kind: 'command', text: 'Show me around the Design page', late: true, go: walk },
    ...Object.entries(SCREENS).map(([screen, { title, what, how }]) => ({
      kind: 'help',
      text: `${title}: ${what} ${how.join(' ')}`,
      late: true,
      go: () => askHelp(screen),
    })),
    { kind: 'command', text: 'Go to Prove', go: () => router.push({ name: 'prove', params: { id: project.id } }) },
    { kind: 'command', text: 'Go to Build', go: () => router.push({ name: 'build', params: { id: project.id } }) },
    { kind: 'command', text: 'Go to Bench', go: () => router.push({ name: 'bench', params: { id: project.id } }) },
    { kind: 'command', text: 'Go to Design', go: () => router.push({ name: 'design', params: { id: project.id } }) },
    { kind: 'command', text: 'Candidates for every size of this job', late: true, go: () => opened('sizes') },
    { kind: 'command', text: 'Schools: choices where practice differs', late: true, go: () => opened('settings') },
    { kind: 'command', text: 'Places and distances', late: true, go: () => opened('places') },
    ...design.controllers.map((board, index) => ({
      kind: 'board',
      text: board.name,
      late: true,
      go: () => opened(`controllers[${index}]`),
    })),
    { kind: 'command', text: 'Notes', late: true, go: () => opened('notes') },
    { kind: 'command', text: 'Parts: the shelf', go: () => router.push({ name: 'parts' }) },
    { kind: 'command', text: 'Sums', go: () => router.push({ name: 'sums' }) },
    { kind: 'command', text: 'What is this relay?', go: () => router.push({ name: 'relay' }) },
    { kind: 'command', text: 'Tables', go: () => router.push({ name: 'tables' }) },
    { kind: 'command', text: 'All projects', go: () => router.push('/') },
    { kind: 'command', text: 'Words of the trade', go: () => router.push({ name: 'tables', params: { table: 'words' } }) },
    {
      kind: 'command',
      text: 'Export project as JSON',
      go: () => download(fileName(design.name, 'json'), 'application/json', `${JSON.stringify(design, null, 2)}\n`),
    },
    ...GLOSSARY.map(([term, words]) => ({
      kind: 'word',
      text: `${term}: ${words}`,
      go: () => router.push({ name: 'tables', params: { table: 'words' } }),
    })),
  ];
});
const matching = computed(() => holding(entries.value, query.value, ({ kind, text }) => `${kind} ${text}`).slice(0, 12));

watch(
  open,
  async (now) => {
    if (!now) return;
    query.value = '';
    at.value = 0;
    await nextTick();
    // A quick hand may have found and closed it already: then the focus is not ours to take.
    setTimeout(() => {
      if (open.value) input.value?.focus();
    }, 60);
  },
  { immediate: true },
);
watch(query, () => (at.value = 0));

let waiting: Entry | null = null;
function gone(): void {
  const entry = waiting;
  waiting = null;
  void entry?.go();
}
function run(entry: Entry | undefined): void {
  if (!entry) return;
  open.value = false;
  input.value?.blur();
  if (entry.late) waiting = entry;
  else void entry.go();
}
function move(by: number): void {
  at.value = (at.value + by + matching.value.length) % Math.max(1, matching.value.length);
}
</script>

<template>
  <Modal v-model:open="open" title="Find" :footer="null" width="560px" :after-close="gone">
    <input
      ref="input"
      v-model="query"
      class="select"
      role="combobox"
      aria-expanded="true"
      aria-controls="finder-list"
      :aria-activedescendant="matching.length ? `finder-${at}` : undefined"
      aria-label="Find a job, part, wire, finding or command"
      placeholder="job, part, wire, finding, command"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="run(matching[at])"
    />
    <ul id="finder-list" role="listbox" aria-label="Found">
      <li
        v-for="(entry, index) in matching"
        :id="`finder-${index}`"
        :key="index"
        role="option"
        :aria-selected="index === at"
        @click="run(entry)"
      >
        <span class="kind">{{ entry.kind }}</span>{{ entry.text }}
      </li>
    </ul>
    <p v-if="matching.length === 0">Nothing is called that.</p>
  </Modal>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
li {
  padding: 5px 8px;
  border-radius: 4px;
  cursor: pointer;
}
li[aria-selected='true'] {
  background: var(--control-fill);
}
.kind {
  display: inline-block;
  width: 76px;
  color: var(--iron);
  font: 12px var(--mono);
}
</style>
