<script setup lang="ts">
/** One project of the list: what it looks like, what is wrong with it, and what can be done with it as a whole. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { api, type ProjectSummary } from '../api.ts';
import { SEVERITY } from '../ui/severity.ts';
import SketchView from '../ui/SketchView.vue';
import { minute } from '../ui/when.ts';

const props = defineProps<{ project: ProjectSummary }>();
const emit = defineEmits<{ open: []; looked: [dangers: number] }>();

type Looked = Awaited<ReturnType<typeof api.card>>;
/** Null while it is looked at; what it says of an older revision is not shown for a newer one. */
const looked = shallowRef<Looked | 'failed' | null>(null);
const root = ref<HTMLElement | null>(null);
let seen = false;
async function look(): Promise<void> {
  try {
    looked.value = await api.card(props.project.id);
    if (looked.value.card) emit('looked', looked.value.card.dangers);
  } catch {
    // The list is of use without it; why the server does not answer is said where something was asked for.
    looked.value = 'failed';
  }
}
const observer = new IntersectionObserver((entries) => {
  if (seen || !entries.some(({ isIntersecting }) => isIntersecting)) return;
  seen = true;
  void look();
});
onMounted(() => root.value && observer.observe(root.value));
onBeforeUnmount(() => observer.disconnect());
watch(
  () => props.project.revision,
  () => seen && look(),
);

const card = computed(() => (looked.value === null || looked.value === 'failed' ? null : looked.value.card));
const marks = computed(() => {
  if (!card.value) return [];
  const { dangers, cautions } = card.value;
  const many = (count: number, word: string) => `${count} ${count === 1 ? word : `${word}s`}`;
  return [
    ...(dangers > 0 ? [{ ...SEVERITY.danger, text: many(dangers, 'danger') }] : []),
    ...(cautions > 0 ? [{ ...SEVERITY.caution, text: many(cautions, 'caution') }] : []),
    ...(dangers + cautions === 0 && props.project.jobs > 0 ? [{ ...SEVERITY.hold, text: 'nothing to fix' }] : []),
  ];
});
</script>

<template>
  <li ref="root" class="card">
    <button class="bare picture" tabindex="-1" aria-hidden="true" @click="emit('open')">
      <SketchView v-if="card?.sketch" :sketch="card.sketch" />
    </button>
    <div class="about">
      <button class="bare title" @click="emit('open')">{{ project.name }}</button>
      <span class="marks"
        ><span v-for="mark in marks" :key="mark.word" :style="{ color: mark.colour }"
          ><span aria-hidden="true">{{ mark.shape }}</span> {{ mark.text }}</span
        ><span v-if="looked === null && project.jobs > 0" class="facts">looking…</span
        ><span v-else-if="looked === 'failed' || (looked && !card)" class="facts">not looked at</span></span
      >
      <span class="facts"
        >{{ project.jobs === 0 ? 'no job yet' : project.jobs === 1 ? '1 job' : `${project.jobs} jobs` }} ·
        {{ minute(project.updatedAt) }}</span
      >
      <div class="row actions"><slot /></div>
    </div>
  </li>
</template>

<style scoped>
.card {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 10px;
  display: grid;
  grid-template-columns: 140px minmax(0, 1fr);
  gap: 12px;
}
.card:hover {
  border-color: var(--copper);
}
.picture {
  background: var(--paper);
  height: 104px;
  padding: 4px;
}
.about {
  display: grid;
  gap: 2px;
  align-content: start;
}
.title {
  font: 600 19px/1.15 var(--condensed);
  overflow-wrap: anywhere;
}
.title:hover {
  text-decoration: underline;
  text-decoration-color: var(--copper);
}
.marks {
  display: flex;
  gap: 10px;
  font-size: 13px;
  font-weight: 500;
  min-height: 20px;
}
.facts {
  color: var(--iron);
  font-size: 12.5px;
  font-weight: 400;
}
.actions {
  margin-top: 4px;
  flex-wrap: wrap;
  gap: 4px 9px;
}
</style>
