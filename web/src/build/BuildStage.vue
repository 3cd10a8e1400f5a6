<script setup lang="ts">
import { computed, ref } from 'vue';
import { WIRE_COLOURS, figures, partsListCsv, wireListCsv } from '@iron-nudge/core';
import MainsGate from './MainsGate.vue';
import { useProject } from '../stores/project.ts';
import { download, fileName } from '../ui/download.ts';

const project = useProject();
const job = ref('');
const wires = computed(() => {
  const rows = project.analysis?.wires ?? [];
  const name = project.design?.jobs.find(({ id }) => id === job.value)?.name;
  return name === undefined ? rows : rows.filter((row) => row.job === name);
});
const parts = computed(() => project.analysis?.parts ?? []);
const copper = computed(() => project.analysis?.copper ?? []);
const unwired = computed(() => project.analysis?.jobs.filter((view) => view.unwired.length > 0) ?? []);
const dangers = computed(() => project.analysis?.findings.filter(({ severity }) => severity === 'danger').length ?? 0);
const batteries = computed(() => project.design?.supplies.some(({ kind }) => kind === 'battery') ?? false);
const nameOf = (id: string) => project.design?.jobs.find((candidate) => candidate.id === id)?.name ?? id;
const swatch = (colour: string) => WIRE_COLOURS[colour.slice(0, 2) as keyof typeof WIRE_COLOURS].css;

function saveWires(): void {
  download(fileName(`${project.design!.name} wires`, 'csv'), 'text/csv', wireListCsv(wires.value));
}
function saveParts(): void {
  download(fileName(`${project.design!.name} parts`, 'csv'), 'text/csv', partsListCsv(parts.value, copper.value));
}
</script>

<template>
  <main class="build">
    <p v-if="dangers > 0" class="stop" role="alert">
      <span aria-hidden="true">■</span> {{ dangers }} {{ dangers === 1 ? 'finding says' : 'findings say' }} danger: mend them in Design
      before you cut a wire.
    </p>
    <p v-for="view in unwired" :key="view.id" class="stop">
      {{ nameOf(view.id) }} is not wired, so its wires and parts are not in these lists.
    </p>
    <p class="caution">
      {{ batteries ? 'Disconnect the battery before you work. Put the supply fuses in last.' : 'Everything unplugged before you work.' }}
      Lengths hold a tenth of slack; measure before you cut.
    </p>
    <MainsGate />
    <section>
      <div class="head">
        <h2>
          Wires <span class="count mono">{{ wires.length }}</span>
        </h2>
        <label class="row">
          <span class="visually-hidden">Job</span>
          <select v-model="job" class="select">
            <option value="">all jobs</option>
            <option v-for="entry in project.design?.jobs ?? []" :key="entry.id" :value="entry.id">{{ entry.name }}</option>
          </select>
        </label>
        <button class="plain-button" :disabled="wires.length === 0" @click="saveWires">Wires as CSV</button>
      </div>
      <div v-if="wires.length" class="scroll" tabindex="0" aria-label="Wire list">
        <table class="sheet">
          <thead>
            <tr>
              <th scope="col">Wire</th>
              <th scope="col">From</th>
              <th scope="col">To</th>
              <th scope="col">Colour</th>
              <th scope="col">Size</th>
              <th scope="col">Cut</th>
              <th scope="col">Ends</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="row in wires"
              :key="row.id"
              :class="{ selected: project.selection?.id === row.id }"
              @click="project.selection = { kind: 'wire', id: row.id }"
            >
              <td class="mono">{{ row.tag }}</td>
              <td>
                {{ row.from }} <span class="place">{{ row.fromPlace }}</span>
              </td>
              <td>
                {{ row.to }} <span class="place">{{ row.toPlace }}</span>
              </td>
              <td>
                <span class="swatch" :style="{ background: swatch(row.colour) }" aria-hidden="true" />{{ row.colour }}
                <span class="place">{{ row.colourName }}</span>
              </td>
              <td class="number">{{ row.sizeMm2 }} mm² · ≈{{ row.awg }}</td>
              <td class="number">{{ row.lengthM.toFixed(2) }} m</td>
              <td class="place">{{ row.fromTerminal }} · {{ row.toTerminal }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-else class="empty">No wires yet: a job that is wired puts its wires here.</p>
    </section>
    <section>
      <div class="head">
        <h2>
          Parts <span class="count mono">{{ parts.length }}</span>
        </h2>
        <button class="plain-button" :disabled="parts.length === 0" @click="saveParts">Parts as CSV</button>
      </div>
      <table v-if="parts.length" class="sheet">
        <thead>
          <tr>
            <th scope="col">Count</th>
            <th scope="col">Part</th>
            <th scope="col">Tags</th>
            <th scope="col">Places</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in parts" :key="row.description">
            <td class="number">{{ row.count }}</td>
            <td>{{ row.description }}</td>
            <td class="mono">{{ row.tags }}</td>
            <td>{{ row.places }}</td>
          </tr>
          <tr v-for="row in copper" :key="`${row.sizeMm2}${row.colour}`">
            <td class="number">{{ figures(Math.ceil(row.lengthM * 10) / 10) }} m</td>
            <td>Wire {{ row.sizeMm2 }} mm² (≈{{ row.awg }}), 105 °C, {{ row.colourName }}</td>
            <td class="mono">{{ row.pieces }} {{ row.pieces === 1 ? 'piece' : 'pieces' }}</td>
            <td></td>
          </tr>
        </tbody>
      </table>
      <p v-else class="empty">No parts yet.</p>
    </section>
  </main>
</template>

<style scoped>
.build {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 18px 24px 40px;
}
section {
  margin-bottom: 26px;
}
.head {
  display: flex;
  align-items: center;
  gap: 14px;
  margin-bottom: 8px;
}
.head h2 {
  font-size: 22px;
  margin-right: auto;
}
.count {
  color: var(--iron);
  font-size: 14px;
}
.head .select {
  width: 200px;
}
.scroll {
  max-height: 52vh;
  overflow: auto;
  border: 1px solid var(--line);
}
.scroll th {
  position: sticky;
  top: 0;
}
tbody tr:hover {
  background: var(--control-fill);
}
.selected {
  background: var(--control-fill);
}
.place {
  color: var(--iron);
  font-size: 12px;
}
.swatch {
  display: inline-block;
  width: 14px;
  height: 10px;
  border: 1px solid var(--line);
  margin-right: 6px;
}
.stop {
  color: var(--danger);
  font-weight: 600;
  margin: 0 0 6px;
}
.caution {
  color: var(--iron);
  margin: 0 0 18px;
}
.empty {
  color: var(--iron);
}
@media (max-width: 800px) {
  .build {
    padding: 12px;
  }
  section {
    overflow-x: auto;
  }
}
</style>
