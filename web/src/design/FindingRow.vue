<script setup lang="ts">
/** One finding: what was found, what mends it, its working, and why one lives with it. */
import { message } from 'ant-design-vue';
import { computed, ref, type VNode } from 'vue';
import { acceptFinding, assumptionsOf, takeBackAcceptance, type Finding } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { SEVERITY } from '../ui/severity.ts';
import SeverityMark from '../ui/SeverityMark.vue';
import TradeText from '../ui/TradeText.vue';
import { useUnits } from '../ui/units.ts';

const props = defineProps<{ finding: Finding }>();
const emit = defineEmits<{ working: [] }>();
const project = useProject();
const { says } = useUnits();
const peeking = ref(false);
/** Whether it is about to be accepted, and why. */
const accepting = ref(false);
const reasonText = ref('');
const nudge = computed(() => project.nudges.get(props.finding.key) ?? null);
/** What nobody entered and the number stands on, in a few words. */
const standsOn = computed(() => {
  const { assumed, severity } = props.finding;
  if (assumed.length === 0 || severity === 'hold') return '';
  const own = assumptionsOf(project.design!).filter(({ key }) => assumed.includes(key));
  const named = own.slice(0, 2).map(({ label, value, unit }) => `${label} ${says(value, unit)}`);
  return [...named, ...(own.length > 2 ? [`${own.length - 2} more`] : [])].join(', ');
});
const isSubject = computed(() => project.selection !== null && props.finding.subject.id === project.selection.id);

function select(): void {
  const { kind, id } = props.finding.subject;
  const { wires = [], parts = [] } = project.analysis?.netlist ?? {};
  if (kind === 'wire' && wires.some((wire) => wire.id === id)) project.selection = { kind: 'wire', id };
  else if (parts.some((part) => part.id === id)) project.selection = { kind: 'part', id };
}
function askReason(): void {
  accepting.value = !accepting.value;
  reasonText.value = '';
}
function accept(): void {
  const why = reasonText.value.trim();
  if (why === '') return;
  accepting.value = false;
  project.edit('accept a finding', (now) => acceptFinding(now, props.finding, why));
}
const takeBack = () => project.edit('take an acceptance back', (now) => takeBackAcceptance(now, props.finding.key));
function apply(): void {
  peeking.value = false;
  // Made for a document that is not the newest any more.
  if (!nudge.value || project.isStale) return;
  if (project.patch(nudge.value.label.toLowerCase(), nudge.value.patches)) void message.success('Nudged. Ctrl Z takes it back.', 3);
}
</script>

<template>
  <li
    :class="[finding.severity, { selected: isSubject, accepted: finding.accepted !== null }]"
    :data-rule="finding.rule"
    :data-severity="finding.severity"
  >
    <SeverityMark :severity="finding.severity" />
    <div class="text">
      <button class="bare title" :title="`${SEVERITY[finding.severity].word}: ${finding.rule}`" @click="select">
        {{ finding.title }}
      </button>
      <p><TradeText :text="finding.detail" /></p>
      <p v-if="standsOn !== ''" class="stands">Assumed for it: {{ standsOn }}</p>
      <p v-if="finding.accepted !== null" class="why">Accepted: {{ finding.accepted }}</p>
      <div v-if="finding.severity !== 'hold'" class="row">
        <button
          v-if="nudge"
          class="plain-button strong"
          @click="apply"
          @mouseenter="peeking = true"
          @focus="peeking = true"
          @mouseleave="peeking = false"
          @blur="peeking = false"
        >
          {{ nudge.label }}
        </button>
        <button class="plain-button" @click="emit('working')">Working</button>
        <button v-if="finding.accepted !== null" class="plain-button" @click="takeBack">No longer accept</button>
        <button v-else class="plain-button" :aria-expanded="accepting" @click="askReason">Accept…</button>
      </div>
      <form v-if="accepting" class="field accept" @submit.prevent="accept">
        <label :for="`why-${finding.key}`">Why you live with it</label>
        <input
          :id="`why-${finding.key}`"
          v-model="reasonText"
          maxlength="300"
          autocomplete="off"
          @keydown.esc="accepting = false"
          @vue:mounted="({ el }: VNode) => (el as HTMLInputElement).focus()"
        />
        <button class="plain-button" type="submit" :disabled="reasonText.trim() === ''">Accept it</button>
      </form>
      <ul v-if="peeking && nudge" class="moves">
        <li v-if="nudge.moves.length === 0">Nothing else moves.</li>
        <li v-for="move in nudge.moves.slice(0, 5)" :key="move.title">
          <SeverityMark :severity="move.to ?? 'hold'" />{{ move.to ? move.title : `gone: ${move.title}` }}
        </li>
        <li v-if="nudge.moves.length > 5">and {{ nudge.moves.length - 5 }} more numbers</li>
      </ul>
    </div>
    <button
      v-if="finding.severity === 'hold'"
      class="bare sum"
      :aria-label="`Working: ${finding.title}`"
      title="Working"
      @click="emit('working')"
    >
      Σ
    </button>
  </li>
</template>

<style scoped>
li {
  display: flex;
  gap: 10px;
  padding: 7px 4px 7px 2px;
  border-bottom: 1px solid var(--line);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
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
.text .stands {
  color: var(--caution-text);
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
</style>
