<script setup lang="ts">
/** Something does not work: what one sees, then the circuit that it is seen in, then its bench. */
import { onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { SYMPTOMS, type Design, type SymptomId } from '@iron-nudge/core';
import { api } from '../api.ts';
import ProjectCard from '../projects/ProjectCard.vue';
import SayBox from '../projects/SayBox.vue';
import PlainPage from '../shell/PlainPage.vue';
import RadioField from '../ui/RadioField.vue';
import { latest } from '../ui/latest.ts';
import { wordsOf } from '../ui/words-of.ts';

const router = useRouter();
const symptom = ref<SymptomId | ''>('');
const SEEN = [...SYMPTOMS.map(({ id, words }) => ({ value: id, text: words })), { value: '' as const, text: 'something else' }];
const { state: list, refresh } = latest(() => api.list());
const trouble = ref('');
onMounted(() => void refresh());

const go = (id: string) => router.push({ name: 'bench', params: { id }, query: symptom.value === '' ? {} : { symptom: symptom.value } });
async function goWith(design: Design): Promise<void> {
  try {
    await go((await api.create(design)).id);
  } catch (error) {
    trouble.value = wordsOf(error);
  }
}
</script>

<template>
  <PlainPage title="Something does not work">
    <p v-if="trouble" class="stop" role="alert">■ {{ trouble }}</p>
    <section class="symptoms">
      <h2 class="caps">What do you see?</h2>
      <RadioField v-model="symptom" label="What do you see?" :options="SEEN" />
    </section>
    <h2 class="caps">In which circuit?</h2>
    <SayBox :design="null" button="To its bench" @wired="goWith" />
    <p v-if="list.kind === 'failed'" role="alert">{{ list.message }} <button class="plain-button" @click="refresh">Try again</button></p>
    <ul v-else-if="list.kind === 'ready'" class="cards">
      <ProjectCard
        v-for="project in list.value.filter(({ jobs }) => jobs > 0)"
        :key="project.id"
        :project="project"
        @open="go(project.id)"
      />
    </ul>
  </PlainPage>
</template>

<style scoped>
.symptoms {
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--sheet);
  margin: 12px 0 18px;
  padding: 8px 16px 12px;
}
.symptoms :deep(.radios) {
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 4px 16px;
}
.symptoms :deep(label) {
  min-height: 32px;
}
.caps {
  font: 600 14px var(--condensed);
  letter-spacing: 0.08em;
  text-transform: uppercase;
  color: var(--iron);
}
h2.caps {
  margin-bottom: 8px;
}
.cards {
  list-style: none;
  margin: 14px 0 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(320px, 1fr));
  gap: 12px;
}
.stop {
  color: var(--danger);
  font-weight: 600;
}
</style>
