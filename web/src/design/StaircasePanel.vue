<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { formatQuantity } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { late } from '../ui/late.ts';

const SizingModal = late(() => import('./SizingModal.vue'));

const project = useProject();
const sizing = ref(false);
watch(
  () => project.following,
  (path) => {
    if (path === 'sizes') sizing.value = true;
  },
);
const steps = computed(() => project.jobView?.steps ?? []);
const failing = computed(() => steps.value.filter(({ holds }) => !holds).map(({ label }) => label));
const most = computed(() => Math.max(1, ...steps.value.map(({ ampere }) => ampere)));

function select(subject: string): void {
  const wire = project.analysis?.netlist.wires.some(({ id }) => id === subject);
  const part = project.analysis?.netlist.parts.some(({ id }) => id === subject);
  if (wire) project.selection = { kind: 'wire', id: subject };
  else if (part) project.selection = { kind: 'part', id: subject };
}
</script>

<template>
  <section aria-label="Current staircase" data-tour="staircase">
    <h2 class="caps">Current staircase<button class="bare link" @click="sizing = true">candidates</button></h2>
    <ol>
      <li v-for="step in steps" :key="step.id" :class="{ fails: !step.holds }">
        <button class="bare" :title="step.note" @click="select(step.subject)">
          <span class="label">{{ step.label }}</span>
          <span class="track" aria-hidden="true"
            ><span class="fill" :class="step.id" :style="{ width: `${(100 * step.ampere) / most}%` }"
          /></span>
          <span class="value mono">{{ step.ampere === 0 ? 'none' : formatQuantity(step.ampere, 'A') }}</span>
          <span v-if="!step.holds" class="visually-hidden">too low</span>
        </button>
      </li>
    </ol>
    <p v-if="failing.length > 0" class="foot">
      The fuse must stand above the load, and all below above the fuse. Wrong here: {{ failing.join(', ') }}.
    </p>
    <p v-else-if="steps.length > 0" class="foot">The fuse stands above the load; all below stand above the fuse.</p>
    <SizingModal v-model:open="sizing" />
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 8px 0 6px;
  padding: 0;
}
button {
  position: relative;
  display: grid;
  grid-template-columns: 92px 1fr 64px;
  gap: 8px;
  align-items: center;
  width: 100%;
  padding: 3px 0;
}
.caps {
  display: flex;
  white-space: nowrap;
}
section h2 .link {
  display: inline;
  width: auto;
  padding: 0;
  margin-left: auto;
  color: var(--control);
  text-decoration: underline;
  font: 400 13px var(--text);
  letter-spacing: 0;
  text-transform: none;
}
.track {
  height: 15px;
  background: var(--bench);
  border-radius: 3px;
  overflow: hidden;
}
.fill {
  display: block;
  height: 100%;
  background: var(--step);
  border-radius: 3px;
}
.fill.load,
.fill.shared {
  background: var(--copper);
}
.fails .fill {
  background: var(--danger);
}
.fails .value,
.fails .label {
  color: var(--danger);
}
.value {
  text-align: right;
  font-weight: 500;
}
.foot {
  margin: 0;
  font-size: 12.5px;
  color: var(--iron);
}
</style>
