<script setup lang="ts">
import { Modal } from 'ant-design-vue';
import { ref, watch } from 'vue';
import { type Finding, type Given } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SeverityMark from '../ui/SeverityMark.vue';
import SourceLink from '../ui/SourceLink.vue';
import { useUnits } from '../ui/units.ts';

const finding = defineModel<Finding | null>('finding', { required: true });
const project = useProject();
const { says } = useUnits();
/** What the solved numbers come from, asked for when a working is opened. */
const trail = ref<readonly Given[]>([]);
watch(
  finding,
  async (now) => {
    trail.value = [];
    if (!now) return;
    const fresh = await project.trail(now.key);
    if (finding.value?.key === now.key) trail.value = fresh;
  },
  { immediate: true },
);
function follow(path: string): void {
  finding.value = null;
  void project.follow(path);
}
</script>

<template>
  <Modal :open="finding !== null" title="Working" :footer="null" width="720px" :style="{ top: '40px' }" @cancel="finding = null">
    <template v-if="finding">
      <p class="title"><SeverityMark :severity="finding.severity" /> {{ finding.title }}</p>
      <p class="formula mono">{{ finding.working.formula }}</p>
      <table class="sheet">
        <thead>
          <tr>
            <th scope="col">Symbol</th>
            <th scope="col">What it is</th>
            <th scope="col">Value</th>
            <th scope="col">From</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(given, at) in finding.working.given" :key="at">
            <td class="mono">{{ given.symbol }}</td>
            <td>{{ given.meaning }}</td>
            <td class="number">{{ says(given.value, given.unit) }}</td>
            <td><SourceLink :source="given.source" @follow="follow" /></td>
          </tr>
          <tr class="result">
            <td class="mono">{{ finding.working.result.symbol }}</td>
            <td>{{ finding.working.result.meaning }}</td>
            <td class="number">{{ says(finding.working.result.value, finding.working.result.unit) }}</td>
            <td><SourceLink :source="finding.working.result.source" @follow="follow" /></td>
          </tr>
          <tr class="result">
            <td class="mono">{{ finding.sense === 'at most' ? '≤' : '≥' }} {{ finding.working.limit.symbol }}</td>
            <td>{{ finding.working.limit.meaning }}</td>
            <td class="number">{{ says(finding.working.limit.value, finding.working.limit.unit) }}</td>
            <td><SourceLink :source="finding.working.limit.source" @follow="follow" /></td>
          </tr>
        </tbody>
      </table>
      <details v-if="trail.length > 0" class="trail">
        <summary>Down to the plate: what was solved, by hand</summary>
        <table class="sheet">
          <tbody>
            <tr v-for="(given, at) in trail" :key="at">
              <td class="mono">{{ given.symbol }}</td>
              <td>{{ given.meaning }}</td>
              <td class="number">{{ says(given.value, given.unit) }}</td>
              <td><SourceLink :source="given.source" @follow="follow" /></td>
            </tr>
          </tbody>
        </table>
      </details>
      <p class="rule">
        Rule <span class="mono">{{ finding.rule }}</span>
      </p>
    </template>
  </Modal>
</template>

<style scoped>
.title {
  font-weight: 600;
  margin: 4px 0;
}
.formula {
  background: var(--bench);
  border-left: 3px solid var(--copper);
  padding: 7px 12px;
}
.result td {
  font-weight: 600;
}
.trail {
  margin-top: 10px;
}
.trail summary {
  cursor: pointer;
  color: var(--control);
  font-weight: 500;
  padding: 4px 0;
}
.trail table {
  display: block;
  max-height: 300px;
  overflow-y: auto;
}
.trail td:nth-child(2) {
  width: 100%;
}
.rule {
  color: var(--iron);
  font-size: 12.5px;
  margin: 8px 0 0;
}
</style>
