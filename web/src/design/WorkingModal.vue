<script setup lang="ts">
import { Modal } from 'ant-design-vue';
import { formatQuantity, sourceText, type Finding } from '@iron-nudge/core';
import SeverityMark from '../ui/SeverityMark.vue';

const finding = defineModel<Finding | null>('finding', { required: true });
</script>

<template>
  <Modal :open="finding !== null" title="Working" :footer="null" width="640px" @cancel="finding = null">
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
            <td class="number">{{ formatQuantity(given.value, given.unit) }}</td>
            <td>{{ sourceText(given.source) }}</td>
          </tr>
          <tr class="result">
            <td class="mono">{{ finding.working.result.symbol }}</td>
            <td>{{ finding.working.result.meaning }}</td>
            <td class="number">{{ formatQuantity(finding.working.result.value, finding.working.result.unit) }}</td>
            <td>{{ sourceText(finding.working.result.source) }}</td>
          </tr>
          <tr class="result">
            <td class="mono">{{ finding.sense === 'at most' ? '≤' : '≥' }} {{ finding.working.limit.symbol }}</td>
            <td>{{ finding.working.limit.meaning }}</td>
            <td class="number">{{ formatQuantity(finding.working.limit.value, finding.working.limit.unit) }}</td>
            <td>{{ sourceText(finding.working.limit.source) }}</td>
          </tr>
        </tbody>
      </table>
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
.rule {
  color: var(--iron);
  font-size: 12.5px;
  margin: 8px 0 0;
}
</style>
