<script setup lang="ts">
/** The sums of the trade on their own: a quick answer with no project, and the working to check it by hand. */
import { useLocalStorage } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { SUMS, blankDesign, formatQuantity, isAsked, sendSum, keptValues, type SumInput, type SumValues } from '@iron-nudge/core';
import { api, type ProjectSummary } from '../api.ts';
import ListPage from '../shell/ListPage.vue';
import SourceLink from '../ui/SourceLink.vue';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import { wordsOf } from '../ui/words-of.ts';

const route = useRoute();
const entries = SUMS.map(({ id, title }) => ({ id, title, to: { name: 'sums', params: { sum: id } } }));
const sum = computed(() => SUMS.find(({ id }) => id === route.params.sum) ?? SUMS[0]!);
/** What was entered last, by sum; kept in this browser. */
const entered = useLocalStorage<Record<string, SumValues>>('iron-nudge:sums', {});
const values = computed(() => keptValues(sum.value, entered.value[sum.value.id]));
const result = computed(() => sum.value.work(values.value));
const asked = computed(() => sum.value.inputs.filter((input) => isAsked(input, values.value)));

function set(input: SumInput, value: number | string): void {
  entered.value = { ...entered.value, [sum.value.id]: { ...entered.value[sum.value.id], [input.key]: value } };
}
const router = useRouter();
/** Asked for when somebody wants to send the sum; null until then. */
const projects = ref<readonly ProjectSummary[] | null>(null);
const trouble = ref('');
const NEW = 'new';
async function ask(): Promise<void> {
  trouble.value = '';
  projects.value = await api.list().catch((error: unknown) => {
    trouble.value = wordsOf(error);
    return null;
  });
}
/** Into a project: read, changed, saved on the revision that it was read at; then shown. */
async function send(id: string): Promise<void> {
  trouble.value = '';
  try {
    const record = id === NEW ? null : await api.load(id);
    const sent = sendSum(record?.document ?? blankDesign(sum.value.title), sum.value, values.value);
    if (typeof sent === 'string') {
      trouble.value = sent;
      return;
    }
    const at = record ? record.id : (await api.create(sent.design)).id;
    if (record) await api.save(record.id, record.revision, sent.design);
    await router.push({ name: 'design', params: { id: at, ...(sent.job ? { job: sent.job } : {}) } });
  } catch (error) {
    trouble.value = wordsOf(error);
  }
}
function reset(): void {
  const { [sum.value.id]: _, ...rest } = entered.value;
  entered.value = rest;
}
</script>

<template>
  <ListPage title="Sums" :entries="entries" :current="sum.id">
    <h1>{{ sum.title }}</h1>
    <p class="about">{{ sum.about }}</p>
    <div class="columns">
      <form :key="sum.id" class="inputs" aria-label="What is known" @submit.prevent>
        <template v-for="input in asked" :key="input.key">
          <NumberField
            v-if="input.kind === 'number'"
            :label="input.label"
            :unit="input.unit"
            :least="input.least"
            :most="input.most"
            :model-value="Number(values[input.key])"
            @update:model-value="set(input, $event)"
          />
          <SelectField
            v-else
            :label="input.label"
            :model-value="String(values[input.key])"
            :options="input.options"
            @update:model-value="set(input, $event)"
          />
        </template>
        <button class="plain-button" type="button" @click="reset">Back to the start</button>
      </form>
      <section aria-label="Answer" aria-live="polite">
        <p v-if="typeof result === 'string'" class="problem" role="alert"><span aria-hidden="true">■</span> {{ result }}</p>
        <template v-else>
          <div class="answers">
            <div v-for="(row, at) in result.results" :key="row.symbol" class="answer" :class="{ first: at === 0 }">
              <span class="value mono">{{ formatQuantity(row.value, row.unit) }}</span>
              <span class="meaning"
                ><span class="mono">{{ row.symbol }}</span> {{ row.meaning }}</span
              >
            </div>
          </div>
          <p v-for="note in result.notes" :key="note" class="note">{{ note }}</p>
          <h2 class="caps">Working</h2>
          <p class="formula mono">{{ result.formula }}</p>
          <table class="sheet">
            <thead>
              <tr>
                <th scope="col">Symbol</th>
                <th scope="col">What it is</th>
                <th scope="col" class="number">Value</th>
                <th scope="col">From</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(row, at) in [...result.given, ...result.results]" :key="at" :class="{ result: at >= result.given.length }">
                <td class="mono">{{ row.symbol }}</td>
                <td>{{ row.meaning }}</td>
                <td class="number">{{ formatQuantity(row.value, row.unit) }}</td>
                <td><SourceLink :source="row.source" /></td>
              </tr>
            </tbody>
          </table>
          <div class="send">
            <button v-if="!projects" class="plain-button" type="button" @click="ask">Send into a project…</button>
            <template v-else>
              <span>{{ sum.job ? 'As a new job, with this working in the notes, into' : 'This working into the notes of' }}</span>
              <button class="plain-button" type="button" @click="send(NEW)">a new project</button>
              <button
                v-for="project in projects.slice(0, 8)"
                :key="project.id"
                class="plain-button"
                type="button"
                @click="send(project.id)"
              >
                {{ project.name }}
              </button>
            </template>
            <p v-if="trouble" class="problem" role="alert">■ {{ trouble }}</p>
          </div>
        </template>
      </section>
    </div>
    <p class="caution">A sum is as good as what is put into it. Local codes and licensed practice come first.</p>
  </ListPage>
</template>

<style scoped>
.about {
  color: var(--iron);
  margin: 2px 0 16px;
  font-size: 15px;
}
.columns {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr);
  gap: 30px;
  align-items: start;
}
.inputs {
  display: grid;
  gap: 10px;
}
.answers {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.answer {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 5px;
  padding: 9px 14px;
  display: grid;
  align-content: space-between;
  min-width: 150px;
  max-width: 250px;
}
.answer.first {
  background: var(--bar);
  color: #f5f2ea;
  border-color: var(--bar);
}
.answer .value {
  font-size: 18px;
}
.answer.first .value {
  font-size: 28px;
}
.meaning {
  font-size: 12.5px;
  color: var(--iron);
}
.first .meaning {
  color: #d6d2c7;
}
.note {
  margin: 10px 0 0;
}
.problem {
  color: var(--danger);
  font-weight: 600;
}
section h2.caps {
  padding: 18px 0 6px;
}
.formula {
  background: var(--bench);
  border-left: 3px solid var(--copper);
  padding: 7px 12px;
  margin: 0 0 8px;
}
.send {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-top: 14px;
}
.result td {
  font-weight: 600;
}
.caution {
  color: var(--iron);
  font-size: 13px;
  margin-top: 24px;
}
@media (max-width: 800px) {
  .columns {
    display: block;
  }
  .inputs {
    margin-bottom: 18px;
  }
}
</style>
