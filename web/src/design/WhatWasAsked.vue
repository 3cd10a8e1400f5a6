<script setup lang="ts">
/** Every question of the book with its answer for the job on the screen, by group; what holds is folded. */
import { computed, shallowRef, watch } from 'vue';
import { GROUPS, type Answer, type Finding, type Group } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SeverityMark from '../ui/SeverityMark.vue';
import TradeText from '../ui/TradeText.vue';
import FindingRow from './FindingRow.vue';

const emit = defineEmits<{ working: [finding: Finding] }>();
const project = useProject();
const answers = shallowRef<readonly Answer[]>([]);
watch(
  [() => project.analysis, () => project.job?.id],
  async ([analysis, job]) => {
    const fresh = analysis && job ? await project.answers(job) : [];
    if (project.analysis === analysis && project.job?.id === job) answers.value = fresh;
  },
  { immediate: true },
);
const WORDS: Readonly<Record<Group, string>> = {
  fire: 'fire: what may burn',
  shock: 'shock: what may hurt whoever touches it',
  works: 'works: what may not do what it should',
  wears: 'wears: what may not last',
};
const groups = computed(() =>
  GROUPS.map((group) => {
    const own = answers.value.filter((answer) => answer.group === group);
    const rules = new Set(own.map(({ rule }) => rule));
    const holding = project.findings.filter(({ rule, severity }) => severity === 'hold' && rules.has(rule));
    const failing = own.filter(({ answer }) => answer === 'danger' || answer === 'caution');
    const silent = own.filter(({ answer }) => answer === 'not asked');
    const holds = own.length - failing.length - silent.length;
    const words = [
      ...(failing.length > 0 ? [`${failing.length} ${failing.length === 1 ? 'does' : 'do'} not`] : []),
      ...(holds > 0 ? [`${holds} ${holds === 1 ? 'holds' : 'hold'}`] : []),
      ...(silent.length > 0 ? [`${silent.length} not asked`] : []),
    ].join(', ');
    return { group, holding, failing, silent, words };
  }),
);
</script>

<template>
  <section class="asked" aria-label="What was asked">
    <h2 class="caps">What was asked · {{ answers.length }} questions</h2>
    <details v-for="{ group, holding, failing, silent, words } in groups" :key="group" :data-group="group">
      <summary>
        <b>{{ WORDS[group] }}</b> <span>{{ words }}</span>
      </summary>
      <p v-for="answer in failing" :key="answer.rule" class="line">
        <SeverityMark :severity="answer.answer === 'danger' ? 'danger' : 'caution'" /> <TradeText :text="answer.asks" />
      </p>
      <ul>
        <FindingRow v-for="finding in holding" :key="finding.key" :finding="finding" @working="emit('working', finding)" />
      </ul>
      <p v-for="answer in silent" :key="answer.rule" class="line silent" :data-asked="answer.rule">
        <i aria-hidden="true">○</i>
        <span
          ><TradeText :text="answer.asks" /> <em>Not asked: {{ answer.because }}.</em></span
        >
      </p>
    </details>
  </section>
</template>

<style scoped>
.asked {
  margin-top: 14px;
}
h2.caps {
  padding-bottom: 7px;
  border-bottom: 1px solid var(--line);
}
summary {
  padding: 7px 2px;
  cursor: pointer;
  border-bottom: 1px solid var(--line);
}
summary b {
  font-weight: 600;
}
summary span {
  color: var(--iron);
  font-size: 12.5px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.line {
  display: flex;
  gap: 10px;
  margin: 0;
  padding: 5px 4px 5px 2px;
  line-height: 1.3;
}
.silent {
  color: var(--iron);
  font-size: 12.5px;
}
.silent i {
  font-style: normal;
  width: 10px;
}
</style>
