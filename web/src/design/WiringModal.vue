<script setup lang="ts">
/** The ways in which a job could be wired, side by side. */
import { Modal } from 'ant-design-vue';
import { ref, watch } from 'vue';
import { formatQuantity, type WiringView } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SeverityMark from '../ui/SeverityMark.vue';
import { useUnits } from '../ui/units.ts';

const open = defineModel<boolean>('open', { required: true });
const project = useProject();
const { says } = useUnits();
const views = ref<readonly WiringView[] | null>(null);

watch(
  [open, () => project.analysis, () => project.job?.id],
  async ([now, analysis, job]) => {
    if (!now || !job) return;
    const fresh = await project.wirings(job);
    if (project.analysis === analysis && project.job?.id === job) views.value = fresh;
  },
  { immediate: true },
);
const pick = (id: string) => project.patch('way of wiring', [{ path: ['jobs', project.jobIndex, 'way'], value: id }]);
const ROWS: readonly { label: string; of: (view: WiringView) => string }[] = [
  { label: 'Relays', of: ({ relays }) => String(relays) },
  { label: 'Fuses · diodes', of: ({ fuses, diodes }) => `${fuses} · ${diodes}` },
  { label: 'Wire', of: ({ wireM, copperG }) => `${says(wireM, 'm')}, ${Math.round(copperG)} g copper` },
  { label: 'Coils while on', of: ({ coilOnA }) => formatQuantity(coilOnA, 'A') },
  { label: 'Coils while off', of: ({ coilOffA }) => formatQuantity(coilOffA, 'A') },
  { label: 'States as meant', of: ({ matching, states }) => `${matching} of ${states}` },
  { label: 'Something lost', of: ({ lost }) => lost },
];
</script>

<template>
  <Modal v-model:open="open" title="Ways of wiring it" :footer="null" :width="views && views.length > 2 ? '940px' : '700px'">
    <p v-if="!views" role="status">Wiring and solving each…</p>
    <p v-else-if="views.length === 0">No way of wiring does what the sentence says; the sentence says why.</p>
    <div v-else class="scroll" tabindex="0" aria-label="Ways of wiring, side by side">
      <table class="sheet">
        <thead>
          <tr>
            <td></td>
            <th v-for="view in views" :key="view.id" scope="col" class="way">
              <SeverityMark :severity="view.dangers > 0 ? 'danger' : view.cautions > 0 ? 'caution' : 'hold'" />
              {{ view.title }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in ROWS" :key="row.label">
            <th scope="row">{{ row.label }}</th>
            <td v-for="view in views" :key="view.id">{{ row.of(view) }}</td>
          </tr>
          <tr>
            <th scope="row"></th>
            <td v-for="view in views" :key="view.id">
              <b v-if="view.chosen">this one is drawn</b>
              <button v-else class="plain-button" @click="pick(view.id)">Wire it so</button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="row foot">
      <span>Left to the app, the first that the project’s settings prefer is taken.</span>
      <button v-if="project.job?.way !== 'auto'" class="plain-button" @click="pick('auto')">Leave it to the app</button>
    </div>
  </Modal>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
table.sheet th.way {
  white-space: normal;
  text-transform: none;
  letter-spacing: 0;
  font-size: 15px;
  color: var(--ink);
  min-width: 180px;
  vertical-align: top;
}
.foot {
  margin-top: 12px;
  color: var(--iron);
  flex-wrap: wrap;
}
</style>
