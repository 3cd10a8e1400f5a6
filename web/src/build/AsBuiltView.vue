<script setup lang="ts">
/** How it was really built: notes on wires and parts, revisions, and what changed between two of them. */
import { computed, ref, shallowRef } from 'vue';
import { compareDesigns, drawJobs, parseDesign, recordsOf, soldName, type Comparison, type Design, type RecordOf } from '@iron-nudge/core';
import CurrentPaths from '../design/CurrentPaths.vue';
import { useProject } from '../stores/project.ts';
import { useRecords } from '../stores/records.ts';
import ChangeList from '../ui/ChangeList.vue';
import { minute } from '../ui/when.ts';
import SelectField from '../ui/SelectField.vue';
import { named } from '../ui/options.ts';

const project = useProject();
const records = useRecords();
const netlist = computed(() => project.analysis!.netlist);
const subjects = computed(() => [
  ...netlist.value.wires.map(({ id, tag, colour, sizeMm2 }) => ({
    kind: 'wire' as const,
    id,
    label: tag,
    words: `${tag} ${colour} ${soldName(sizeMm2)}`,
  })),
  ...netlist.value.parts
    .filter(({ tag }) => tag)
    .map(({ id, tag, name }) => ({ kind: 'part' as const, id, label: tag, words: `${tag} ${name}` })),
]);
const picked = ref(project.selection ? `${project.selection.kind}:${project.selection.id}` : '');
const text = ref('');
const initials = ref('');
const notes = computed(() => [...records.asBuilt.values()].reverse());
const lost = (note: RecordOf<'as-built'>) => !subjects.value.some(({ kind, id }) => kind === note.subject.kind && id === note.subject.id);
function note(): void {
  const subject = subjects.value.find(({ kind, id }) => `${kind}:${id}` === picked.value);
  if (!subject || text.value.trim() === '') return;
  const { kind, id, label } = subject;
  records.add({ kind: 'as-built', subject: { kind, id, label }, text: text.value.trim(), initials: initials.value.trim() });
  text.value = '';
}
const takeBack = (one: RecordOf<'as-built'>) =>
  records.add({ kind: 'as-built', subject: one.subject, text: '', initials: initials.value.trim() });

const revisions = computed(() => recordsOf(records.all, 'revision'));
const kept = computed(() => named(revisions.value));
const name = ref('');
const why = ref('');
function keep(): void {
  if (name.value.trim() === '') return;
  records.add({ kind: 'revision', name: name.value.trim(), note: why.value.trim(), document: project.design! });
  name.value = '';
  why.value = '';
}
const NOW = 'now';
const [from, to] = [ref(''), ref(NOW)];
const comparison = shallowRef<Comparison | null>(null);
const wrong = ref('');
function designOf(id: string): Design | null {
  if (id === NOW) return project.design;
  const revision = revisions.value.find((one) => one.id === id);
  const parsed = revision ? parseDesign(revision.document) : null;
  if (parsed && !parsed.ok) wrong.value = `${revision!.name} cannot be read: ${parsed.problems[0]!.message}`;
  return parsed?.ok ? parsed.design : null;
}
function compare(): void {
  wrong.value = '';
  const [a, b] = [designOf(from.value), designOf(to.value)];
  comparison.value = a && b ? compareDesigns(a, b) : null;
}
/** Jobs of today whose drawing shows a change; marks only where the later one is today's. */
const changed = computed(() => {
  if (!comparison.value || to.value !== NOW) return null;
  const { marked } = comparison.value;
  const jobs = [
    ...new Set([...netlist.value.wires, ...netlist.value.parts].filter(({ id }) => marked.has(id)).flatMap(({ jobs: own }) => own)),
  ];
  if (jobs.length === 0) return null;
  const ranks = new Map(comparison.value.changes.filter(({ kind }) => kind !== 'gone').map(({ subject }, at) => [subject.id, at + 1]));
  return { drawing: drawJobs(netlist.value, jobs), job: jobs[0]!, ranks };
});
</script>

<template>
  <section class="both">
    <div>
      <h2>Built otherwise</h2>
      <div class="row form">
        <SelectField
          v-model="picked"
          label="Wire or part"
          :options="subjects.map(({ kind, id, words }) => ({ value: `${kind}:${id}`, text: words }))"
        />
        <label class="field grow"
          >What is different <input v-model="text" maxlength="500" placeholder="orange, not red; 20 cm longer" @keydown.enter="note"
        /></label>
        <label class="field initials">Initials <input v-model="initials" maxlength="8" /></label>
        <button class="plain-button" :disabled="picked === '' || text.trim() === ''" @click="note">Note it</button>
      </div>
      <ul v-if="notes.length" class="list">
        <li v-for="one in notes" :key="one.id">
          <button class="bare tag mono" @click="project.selection = { kind: one.subject.kind, id: one.subject.id }">
            {{ one.subject.label }}
          </button>
          <span class="grow">{{ one.text }}<span v-if="lost(one)" class="note"> (no longer in the design)</span></span>
          <span class="note">{{ minute(one.at) }} {{ one.initials }}</span>
          <button class="bare" :aria-label="`Take back the note on ${one.subject.label}`" @click="takeBack(one)">✕</button>
        </li>
      </ul>
      <p v-else class="note">Built as designed so far. A note goes into the build book beside its wire.</p>
    </div>
    <div>
      <h2>Revisions</h2>
      <div class="row form">
        <label class="field">Name <input v-model="name" maxlength="60" placeholder="as built, May" /></label>
        <label class="field grow">Note <input v-model="why" maxlength="500" /></label>
        <button class="plain-button" :disabled="name.trim() === ''" @click="keep">Keep as a revision</button>
      </div>
      <ul v-if="revisions.length" class="list">
        <li v-for="one in revisions" :key="one.id">
          <b>{{ one.name }}</b> <span class="grow note">{{ one.note }}</span> <span class="note">{{ minute(one.at) }}</span>
        </li>
      </ul>
      <p v-else class="note">None kept yet. Keep one when the vehicle is built: later changes are then a list to work through.</p>
      <div v-if="revisions.length" class="row form">
        <SelectField v-model="from" label="From" :options="kept" />
        <SelectField v-model="to" label="to" :options="[...kept, { value: NOW, text: 'the design now' }]" />
        <button class="plain-button" :disabled="from === ''" @click="compare">Compare</button>
      </div>
      <p v-if="wrong" class="stop" role="alert">■ {{ wrong }}</p>
    </div>
    <div v-if="comparison" class="wide">
      <h2 role="status">
        {{
          comparison.changes.length === 0
            ? 'Nothing differs'
            : `${comparison.changes.length} ${comparison.changes.length === 1 ? 'change' : 'changes'}`
        }}
      </h2>
      <ChangeList class="changes" :changes="comparison.changes" :ranks="changed?.ranks" />
      <div v-if="changed" class="paths"><CurrentPaths :drawing="changed.drawing" :job="changed.job" :ranks="changed.ranks" /></div>
    </div>
  </section>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 28px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.form {
  align-items: end;
  flex-wrap: wrap;
  margin: 6px 0 10px;
}
.form .field {
  width: 170px;
}
.form .grow {
  flex: 1;
  min-width: 160px;
}
.form .initials {
  width: 70px;
}
.list {
  list-style: none;
  margin: 0 0 10px;
  padding: 0;
  background: var(--sheet);
  border: 1px solid var(--line);
}
.list li {
  display: flex;
  gap: 10px;
  padding: 5px 10px;
  border-bottom: 1px solid var(--line);
  align-items: baseline;
}
.list li:last-child {
  border-bottom: 0;
}
.grow {
  flex: 1;
}
.tag {
  color: var(--control);
}
.note {
  color: var(--iron);
  font-size: 12.5px;
}
.stop {
  color: var(--danger);
  font-weight: 600;
}
.changes {
  max-height: 300px;
  overflow-y: auto;
}
.paths {
  height: 430px;
  border: 1px solid var(--line);
}
.paths :deep(.drawing) {
  height: 100%;
}
@media (max-width: 900px) {
  .both {
    display: block;
  }
}
</style>
