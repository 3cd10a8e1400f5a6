<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { message } from 'ant-design-vue';
import { assumptionsOf, type Finding, type NudgePlan } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import FindingRow from './FindingRow.vue';
import WhatWasAsked from './WhatWasAsked.vue';
import { late } from '../ui/late.ts';

const WorkingModal = late(() => import('./WorkingModal.vue'), 'finding');

const project = useProject();
const working = ref<Finding | null>(null);
const assumed = computed(() => (project.design ? assumptionsOf(project.design).length : 0));
const failing = computed(() => project.findings.filter(({ severity }) => severity !== 'hold'));
const accepted = computed(() => failing.value.filter(({ accepted: reason }) => reason !== null).length);
const open = computed(() => failing.value.length - accepted.value);
/** Findings of this job that a nudge mends. */
const mendable = computed(() => failing.value.filter(({ key, accepted: why }) => why === null && project.nudges.get(key)).length);
/** What all nudges together would do; shown before it is done. */
const plan = shallowRef<NudgePlan | null>(null);
// A plan is for the project as it stood.
watch([() => project.analysis, () => project.job?.id], () => (plan.value = null));
// A danger that is accepted is a danger still, and is not called nothing.
const summary = computed(() => {
  const dangers = project.findings.filter(({ severity, accepted: why }) => severity === 'danger' && why !== null).length;
  const first = open.value > 0 || dangers > 0 ? `${open.value} to fix` : 'nothing to fix';
  const lived = accepted.value > 0 ? [`${accepted.value} accepted${dangers > 0 ? ', dangerous still' : ''}`] : [];
  return [first, ...lived].join(', ');
});
async function propose(): Promise<void> {
  const [of, before] = [project.job!.id, project.analysis];
  const made = await project.nudgeAll(of);
  if (project.job?.id === of && project.analysis === before) plan.value = made;
}
function applyPlan({ steps, patches }: NudgePlan): void {
  // Made for a document that is not the newest any more.
  if (project.isStale) return;
  if (project.patch(`${steps.length} nudges`, patches)) void message.success(`${steps.length} nudges. Ctrl Z takes all of them back.`, 3);
}
</script>

<template>
  <section aria-label="Findings" class="findings" data-tour="findings">
    <div class="head">
      <h2 class="caps">Findings · {{ summary }}</h2>
      <button v-if="assumed > 0" class="bare assumed" title="Values that nobody entered" @click="project.follow('assumed')">
        {{ assumed }} assumed ›
      </button>
    </div>
    <div v-if="project.jobView?.unwired.length" class="unwired" role="alert">
      <p v-for="reason in project.jobView.unwired" :key="reason">{{ reason }}</p>
    </div>
    <button v-if="mendable > 1 && !plan" class="plain-button all" :disabled="project.isStale" @click="propose">
      Nudge all {{ mendable }}…
    </button>
    <div v-if="plan" class="plan" role="group" aria-label="All nudges">
      <ol>
        <li v-for="step in plan.steps" :key="step.label">{{ step.label }}</li>
      </ol>
      <p v-for="title in plan.left" :key="title" class="left">Left to you: {{ title }}</p>
      <p v-if="plan.moves.length > 0" class="also">{{ plan.moves.length }} other findings move, none for the worse.</p>
      <div class="row">
        <button class="plain-button strong" @click="applyPlan(plan)">Do all of it</button>
        <button class="plain-button" @click="plan = null">Leave it</button>
      </div>
    </div>
    <div class="scroll">
      <ul aria-live="polite">
        <FindingRow v-for="finding in failing" :key="finding.key" :finding="finding" @working="working = finding" />
      </ul>
      <WhatWasAsked @working="working = $event" />
    </div>
    <WorkingModal v-model:finding="working" />
  </section>
</template>

<style scoped>
.findings {
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.head {
  padding-bottom: 7px;
  border-bottom: 1px solid var(--line);
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.head h2 {
  margin: 0;
}
.assumed {
  font-weight: 600;
  font-size: 12.5px;
  margin-left: auto;
  color: var(--control);
  letter-spacing: 0;
  text-transform: none;
  white-space: nowrap;
}
.scroll {
  overflow-y: auto;
  position: relative;
  min-height: 0;
  flex: 1;
}
.all {
  margin: 8px 0 4px;
  align-self: start;
}
.plan {
  border-left: 3px solid var(--copper);
  background: var(--bench);
  padding: 8px 12px;
  margin: 8px 0;
}
.plan ol {
  margin: 0;
  padding-left: 18px;
}
.plan p {
  margin: 4px 0 0;
  font-size: 12.5px;
  color: var(--iron);
}
.unwired {
  border-left: 3px solid var(--danger);
  padding: 4px 10px;
  margin: 8px 0;
}
.unwired p {
  margin: 0 0 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
