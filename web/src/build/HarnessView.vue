<script setup lang="ts">
/** What is made at the bench as one thing and carried in: its wires from end to end, and what hangs in them. */
import { computed } from 'vue';
import { harnessesOf, sizeName } from '@iron-nudge/core';
import { swatch } from '../ui/swatch.ts';
import { useProject } from '../stores/project.ts';
import { useUnits } from '../ui/units.ts';

const project = useProject();
const { says } = useUnits();
const harnesses = computed(() =>
  project.analysis && project.checked ? harnessesOf(project.checked, project.analysis.netlist, project.analysis.wires) : [],
);
const titleOf = ({ loom, from, to }: { loom: string; from: string; to: string }) =>
  loom === '' ? (from === to ? `Inside ${from}` : `${from} to ${to}`) : `Harness ${loom}, ${from} to ${to}`;
</script>

<template>
  <section aria-label="Harnesses">
    <p v-if="harnesses.length === 0" class="empty">
      Nothing to make as one: no two wires of low voltage run the same way. The mains goes in cords, which are bought whole.
    </p>
    <p v-else class="empty">
      Lay the wires out at the bench, fit what hangs in them, tape or sleeve them, tug each end: then carry them in as one. Lengths are
      those of the cut list.
    </p>
    <article v-for="harness in harnesses" :key="`${harness.from} ${harness.to}`">
      <h2>
        {{ titleOf(harness) }}
        <span class="mono count">{{ harness.wires.length }} wires, the longest {{ says(harness.lengthM, 'm') }}</span>
      </h2>
      <div class="scroll" tabindex="0" :aria-label="titleOf(harness)">
        <table class="sheet laid">
          <thead>
            <tr>
              <th scope="col" class="wire">Wire</th>
              <th scope="col">{{ harness.from === harness.to ? 'From' : `At ${harness.from}` }}</th>
              <th scope="col">{{ harness.from === harness.to ? 'To' : `At ${harness.to}` }}</th>
              <th scope="col" class="cut">Cut</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in harness.wires" :key="row.id" @click="project.selection = { kind: 'wire', id: row.wire }">
              <td>
                <span class="swatch" :style="{ background: swatch(row.colour) }" aria-hidden="true" />{{ row.tag }} {{ row.colour }}
                {{ sizeName(row.sizeMm2) }}
              </td>
              <td>
                {{ row.from }} <span class="place">{{ row.fromTerminal }}</span>
              </td>
              <td>
                {{ row.to }} <span class="place">{{ row.toTerminal }}</span>
              </td>
              <td class="number">{{ says(row.lengthM, 'm') }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <table v-if="harness.parts.length > 0" class="sheet hangs">
        <caption>
          Hangs in it
        </caption>
        <tbody>
          <tr v-for="{ part, what, place, sits } in harness.parts" :key="part.id">
            <th scope="row" class="mono">{{ part.tag }}</th>
            <td>{{ what }}</td>
            <td>
              {{ sits }} <span v-if="harness.from !== harness.to" class="place">{{ place }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </article>
  </section>
</template>

<style scoped>
article {
  margin-bottom: 22px;
  max-width: 1060px;
}
.scroll {
  overflow-x: auto;
}
.count,
.place,
.empty {
  color: var(--iron);
  font-size: 12.5px;
}
.laid {
  width: 100%;
  min-width: 620px;
  table-layout: fixed;
}
.wire {
  width: 230px;
}
.cut {
  width: 90px;
  text-align: right;
}
.hangs {
  margin-top: 8px;
}
caption {
  text-align: left;
  padding: 4px 0;
  font-weight: 600;
}
.swatch {
  display: inline-block;
  width: 14px;
  height: 10px;
  border: 1px solid var(--line);
  margin-right: 5px;
}
</style>
