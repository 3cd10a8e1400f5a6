<script setup lang="ts">
/** What must hold in every state, said by the person and checked over all of it. */
import { computed, ref, shallowRef, watch } from 'vue';
import { mintId, stateWord, thingsOf, type Statement, type StatementResult, type StatementTerm } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SeverityMark from '../ui/SeverityMark.vue';
import SelectField from '../ui/SelectField.vue';

const project = useProject();
const results = shallowRef<readonly StatementResult[]>([]);
watch(
  () => project.analysis,
  async (analysis) => {
    const fresh = await project.statements();
    if (project.analysis === analysis) results.value = fresh;
  },
  { immediate: true },
);

const KINDS: readonly { value: Statement['kind']; text: string }[] = [
  { value: 'never-both', text: 'never together with' },
  { value: 'whenever', text: 'means' },
];
const options = computed(() => [
  { value: '', text: 'something…' },
  ...(project.design?.jobs ?? []).flatMap((job) =>
    [true, false].map((on) => ({ value: `job|${job.id}|${on}`, text: `${job.name} ${on ? 'on' : 'off'}` })),
  ),
  ...(project.design ? thingsOf(project.design) : []).flatMap((signal) =>
    [true, false].map((on) => ({ value: `signal|${signal.id}|${on}`, text: `${signal.name} ${stateWord(signal, on)}` })),
  ),
]);
const first = ref('');
const second = ref('');
const kind = ref<Statement['kind']>('never-both');
const termOf = (key: string): StatementTerm => {
  const [what, id, on] = key.split('|') as ['job' | 'signal', string, string];
  return { what, id, on: on === 'true' };
};
const ready = computed(() => first.value !== '' && second.value !== '' && first.value !== second.value);
function add(): void {
  if (!ready.value) return;
  // The edit is taken in its turn; by then the fields are empty again.
  const statement = { kind: kind.value, a: termOf(first.value), b: termOf(second.value) };
  void project.edit('add a statement', (now) => ({
    ...now,
    statements: [...now.statements, { id: mintId('statement', now.statements), ...statement }],
  }));
  first.value = second.value = '';
}
function remove(id: string): void {
  void project.edit('take out a statement', (now) => ({ ...now, statements: now.statements.filter((statement) => statement.id !== id) }));
}
function put({ example }: StatementResult): void {
  if (example) void project.setDesk(example.signals, [example.on]);
}
</script>

<template>
  <section aria-label="Statements">
    <h2>Statements</h2>
    <p class="hint">
      What must hold whatever happens. Each is asked of the solved network in every state of all the signals that it touches.
    </p>
    <ul>
      <li v-for="result in results" :key="result.id" :data-holds="result.holds">
        <SeverityMark :severity="result.holds === null ? 'caution' : result.holds ? 'hold' : 'danger'" />
        <span class="words">{{ result.words }}</span>
        <span class="found">
          <template v-if="result.holds === null && result.states > 0">
            holds in the {{ result.states }} states that were looked at; there are more
          </template>
          <template v-else-if="result.holds === null">not asked: a job is not wired, or too many signals</template>
          <template v-else-if="result.holds">holds in all {{ result.states }} states</template>
          <template v-else>not so in {{ result.against }} of {{ result.states }} states: {{ result.example?.words }}</template>
        </span>
        <button v-if="result.example" class="plain-button" @click="put(result)">Put the desk there</button>
        <button class="plain-button danger" :aria-label="`Take out: ${result.words}`" @click="remove(result.id)">Take out</button>
      </li>
    </ul>
    <p v-if="results.length === 0" class="hint">None yet. “Roof up” and “roof down” never both; “charger in” means “drive off”.</p>
    <form class="row new" @submit.prevent="add">
      <SelectField v-model="first" label="First" quiet :options="options" />
      <SelectField v-model="kind" class="kind" label="How they stand to each other" quiet :options="KINDS" />
      <SelectField v-model="second" label="Second" quiet :options="options" />
      <button class="plain-button strong" type="submit" :disabled="!ready">State it</button>
    </form>
  </section>
</template>

<style scoped>
h2 {
  font-size: 22px;
}
ul {
  list-style: none;
  margin: 0 0 10px;
  padding: 0;
  border-top: 1px solid var(--line);
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 6px 2px;
  border-bottom: 1px solid var(--line);
}
.words {
  font: 500 17px var(--condensed);
}
.found {
  color: var(--iron);
  margin-right: auto;
}
.hint {
  color: var(--iron);
  margin: 2px 0 8px;
}
.new {
  max-width: 900px;
  margin-bottom: 24px;
}
.new button {
  white-space: nowrap;
}
.kind {
  max-width: 180px;
}
@media (max-width: 800px) {
  .new,
  li {
    flex-wrap: wrap;
  }
}
</style>
