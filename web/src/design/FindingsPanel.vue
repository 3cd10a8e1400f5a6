<script setup lang="ts">
import { computed, ref, shallowRef, watch, type VNode } from 'vue';
import { message } from 'ant-design-vue';
import { acceptFinding, takeBackAcceptance, type Finding, type MendingNudge, type NudgePlan } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { SEVERITY } from '../ui/severity.ts';
import SeverityMark from '../ui/SeverityMark.vue';
import WorkingModal from './WorkingModal.vue';

const project = useProject();
const working = ref<Finding | null>(null);
const peeking = ref('');
const accepted = computed(() => project.findings.filter(({ accepted: reason }) => reason !== null).length);
const open = computed(() => project.findings.filter(({ severity }) => severity !== 'hold').length - accepted.value);
/** Key of the finding that is about to be accepted, and why. */
const accepting = ref('');
const reasonText = ref('');
/** Findings of this job that a nudge mends. */
const mendable = computed(() => project.findings.filter(({ key, accepted: why }) => why === null && project.nudges.get(key)).length);
/** What all nudges together would do; shown before it is done. */
const plan = shallowRef<NudgePlan | null>(null);
// A plan is for the project as it stood.
watch([() => project.analysis, () => project.job?.id], () => (plan.value = null));
const holding = computed(() => project.findings.length - open.value - accepted.value);
// A danger that is accepted is a danger still, and is not called nothing.
const summary = computed(() => {
  const dangers = project.findings.filter(({ severity, accepted: why }) => severity === 'danger' && why !== null).length;
  const first = open.value > 0 || dangers > 0 ? `${open.value} to fix` : 'nothing to fix';
  const lived = accepted.value > 0 ? [`${accepted.value} accepted${dangers > 0 ? ', dangerous still' : ''}`] : [];
  return [first, ...lived, `${holding.value} hold`].join(', ');
});

function isSubject(finding: Finding): boolean {
  return project.selection !== null && finding.subject.id === project.selection.id;
}
function select(finding: Finding): void {
  const { kind, id } = finding.subject;
  const { wires = [], parts = [] } = project.analysis?.netlist ?? {};
  if (kind === 'wire' && wires.some((wire) => wire.id === id)) project.selection = { kind: 'wire', id };
  else if (parts.some((part) => part.id === id)) project.selection = { kind: 'part', id };
}
function askReason(finding: Finding): void {
  accepting.value = accepting.value === finding.key ? '' : finding.key;
  reasonText.value = '';
}
function accept(finding: Finding): void {
  const why = reasonText.value.trim();
  if (why === '') return;
  accepting.value = '';
  project.edit('accept a finding', (now) => acceptFinding(now, finding, why));
}
const takeBack = ({ key }: Finding) => project.edit('take an acceptance back', (now) => takeBackAcceptance(now, key));
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
function apply(nudge: MendingNudge): void {
  peeking.value = '';
  if (project.isStale) return;
  if (project.patch(nudge.label.toLowerCase(), nudge.patches)) void message.success('Nudged. Ctrl Z takes it back.', 3);
}
</script>

<template>
  <section aria-label="Findings" class="findings">
    <h2 class="caps">Findings · {{ summary }}</h2>
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
    <ul aria-live="polite">
      <li
        v-for="finding in project.findings"
        :key="finding.key"
        :class="[finding.severity, { selected: isSubject(finding), accepted: finding.accepted !== null }]"
        :data-rule="finding.rule"
        :data-severity="finding.severity"
      >
        <SeverityMark :severity="finding.severity" />
        <div class="text">
          <button class="bare title" :title="`${SEVERITY[finding.severity].word}: ${finding.rule}`" @click="select(finding)">
            {{ finding.title }}
          </button>
          <p>{{ finding.detail }}</p>
          <p v-if="finding.accepted !== null" class="why">Accepted: {{ finding.accepted }}</p>
          <div v-if="finding.severity !== 'hold'" class="row">
            <button
              v-if="project.nudges.get(finding.key)"
              class="plain-button strong"
              @click="apply(project.nudges.get(finding.key)!)"
              @mouseenter="peeking = finding.key"
              @focus="peeking = finding.key"
              @mouseleave="peeking = ''"
              @blur="peeking = ''"
            >
              {{ project.nudges.get(finding.key)!.label }}
            </button>
            <button class="plain-button" @click="working = finding">Working</button>
            <button v-if="finding.accepted !== null" class="plain-button" @click="takeBack(finding)">No longer accept</button>
            <button v-else class="plain-button" :aria-expanded="accepting === finding.key" @click="askReason(finding)">Accept…</button>
          </div>
          <form v-if="accepting === finding.key" class="field accept" @submit.prevent="accept(finding)">
            <label :for="`why-${finding.key}`">Why you live with it</label>
            <input
              :id="`why-${finding.key}`"
              v-model="reasonText"
              maxlength="300"
              autocomplete="off"
              @keydown.esc="accepting = ''"
              @vue:mounted="({ el }: VNode) => (el as HTMLInputElement).focus()"
            />
            <button class="plain-button" type="submit" :disabled="reasonText.trim() === ''">Accept it</button>
          </form>
          <ul v-if="peeking === finding.key && project.nudges.get(finding.key)" class="moves">
            <li v-if="project.nudges.get(finding.key)!.moves.length === 0">Nothing else moves.</li>
            <li v-for="move in project.nudges.get(finding.key)!.moves.slice(0, 5)" :key="move.title">
              <SeverityMark :severity="move.to ?? 'hold'" />{{ move.to ? move.title : `gone: ${move.title}` }}
            </li>
            <li v-if="project.nudges.get(finding.key)!.moves.length > 5">
              and {{ project.nudges.get(finding.key)!.moves.length - 5 }} more numbers
            </li>
          </ul>
        </div>
        <button
          v-if="finding.severity === 'hold'"
          class="bare sum"
          :aria-label="`Working: ${finding.title}`"
          title="Working"
          @click="working = finding"
        >
          Σ
        </button>
      </li>
    </ul>
    <WorkingModal v-model:finding="working" />
  </section>
</template>

<style scoped>
.findings {
  min-height: 0;
  display: flex;
  flex-direction: column;
}
h2.caps {
  padding-bottom: 7px;
  border-bottom: 1px solid var(--line);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.findings > ul {
  overflow-y: auto;
  position: relative;
  min-height: 0;
  flex: 1;
}
.findings > ul > li {
  display: flex;
  gap: 10px;
  padding: 7px 4px 7px 2px;
  border-bottom: 1px solid var(--line);
}
.selected {
  background: var(--control-fill);
}
.text {
  flex: 1;
  min-width: 0;
}
.text p {
  margin: 0;
  font-size: 12.5px;
  color: var(--iron);
  line-height: 1.3;
}
.title {
  line-height: 1.25;
}
.danger .title,
.caution .title {
  font-weight: 600;
}
.row {
  margin: 6px 0 3px;
  flex-wrap: wrap;
}
.mark {
  margin-top: 5px;
}
.sum {
  color: var(--iron);
  padding: 0 4px;
  align-self: start;
}
.accepted .title {
  font-weight: 500;
}
.text .why {
  color: var(--ink);
  font-style: italic;
}
.accept {
  justify-items: start;
  gap: 7px;
  margin: 6px 0;
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
.moves {
  margin: 6px 0 2px;
  border-left: 3px solid var(--line);
  padding-left: 8px;
  font-size: 12.5px;
  color: var(--iron);
}
.moves li {
  display: flex;
  gap: 6px;
}
.unwired {
  border-left: 3px solid var(--danger);
  padding: 4px 10px;
  margin: 8px 0;
}
.unwired p {
  margin: 0 0 4px;
}
</style>
