<script setup lang="ts">
/** Before it is plugged in: each step opens the next; ticks stay in this browser. */
import { computed, ref, watch } from 'vue';
import { LOCAL_CODE, type MainsStep } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';

const props = defineProps<{ steps: readonly MainsStep[] }>();
const project = useProject();
const ticked = ref<readonly string[]>([]);
const key = computed(() => `iron-nudge-mains-${project.id}`);
// What was proved was proved of the wiring as it was then: another design has to be proved again.
const wiring = computed(() => JSON.stringify([project.design?.jobs, project.design?.places, project.design?.supplies]));
watch(
  [key, wiring],
  () => {
    ticked.value = [];
    try {
      const kept = JSON.parse(localStorage.getItem(key.value) ?? 'null') as { wiring: string; ticked: string[] } | null;
      if (kept?.wiring === wiring.value) ticked.value = kept.ticked;
    } catch {
      // What cannot be read was not ticked.
    }
  },
  { immediate: true },
);
const done = (at: number) => ticked.value.includes(props.steps[at]!.id);
const open = (at: number) => at === 0 || props.steps.slice(0, at).every((_, before) => done(before));
function tick(at: number): void {
  const { id } = props.steps[at]!;
  // What is taken back closes all that came after it.
  ticked.value = done(at) ? props.steps.slice(0, at).map((step) => step.id) : [...ticked.value, id];
  try {
    localStorage.setItem(key.value, JSON.stringify({ wiring: wiring.value, ticked: ticked.value }));
  } catch {
    // A browser with no room keeps them until the page is left.
  }
}
</script>

<template>
  <section v-if="steps.length" class="gate" aria-label="Before it is plugged in">
    <h2>Before it is plugged in</h2>
    <p>Low voltage and continuity first; the mains last. A step opens when the ones before it have been ticked. {{ LOCAL_CODE }}</p>
    <ol>
      <li v-for="(step, at) in steps" :key="step.id" :class="{ locked: !open(at) }">
        <label>
          <input type="checkbox" :checked="done(at)" :disabled="!open(at)" @change="tick(at)" />
          <span>
            {{ step.text }} <span class="expect">{{ step.expect }}</span>
          </span>
        </label>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.gate {
  border: 1px solid var(--caution);
  border-radius: 4px;
  padding: 10px 16px;
  margin-bottom: 18px;
  background: color-mix(in srgb, var(--caution) 7%, var(--sheet));
}
h2 {
  margin: 0;
}
p {
  margin: 4px 0 8px;
}
ol {
  margin: 0;
  padding-left: 24px;
  display: grid;
  gap: 3px;
}
label {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.expect {
  color: var(--iron);
}
.expect::before {
  content: '→ ';
}
.locked {
  color: var(--iron);
}
</style>
