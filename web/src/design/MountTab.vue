<script setup lang="ts">
/** Every place that the relay could be mounted at, fuse and wires chosen for each. */
import { shallowRef, watch } from 'vue';
import { formatQuantity, type MountPlace } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SeverityMark from '../ui/SeverityMark.vue';
import { useUnits } from '../ui/units.ts';

const project = useProject();
const { says } = useUnits();
const places = shallowRef<readonly MountPlace[] | null>(null);
watch(
  [() => project.analysis, () => project.job?.id],
  async ([analysis, job]) => {
    if (!job || !analysis) return;
    const fresh = await project.mountPlaces(job);
    if (project.analysis === analysis && project.job?.id === job) places.value = fresh;
  },
  { immediate: true },
);
const least = (of: (place: MountPlace) => number) =>
  Math.min(...(places.value ?? []).filter(({ why, dangers }) => !why && dangers === 0).map(of));
const move = (place: string) =>
  project.patch(`${project.job!.name}: place`, [{ path: ['jobs', project.jobIndex, 'device', 'place'], value: place }]);
</script>

<template>
  <p v-if="!places" role="status">Wiring it from every place…</p>
  <template v-else>
    <p>
      Thick and short between battery, relay and load; thin to the dash. Each place is wired, sized and checked as if this were the only
      job; the least of a column is bold.
    </p>
    <table class="sheet">
      <thead>
        <tr>
          <th scope="col">Place</th>
          <th scope="col">Wire</th>
          <th scope="col">Copper</th>
          <th scope="col">Wire’s cost</th>
          <th scope="col">Lost, of its budget</th>
          <th scope="col">Fuse</th>
          <th scope="col">Checks</th>
          <th scope="col"></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="place in places" :key="place.place">
          <th scope="row">{{ place.name }}</th>
          <td v-if="place.why" colspan="6">{{ place.why }}</td>
          <template v-else>
            <td class="number">{{ says(place.wireM, 'm') }}</td>
            <td class="number" :class="{ least: place.copperG === least((one) => one.copperG) }">{{ Math.round(place.copperG) }} g</td>
            <td class="number" :class="{ least: place.cost === least((one) => one.cost) }">{{ place.cost.toFixed(2) }}</td>
            <td class="number" :class="{ least: place.dropV === least((one) => one.dropV) }">
              {{ formatQuantity(place.dropV, 'V') }} of {{ formatQuantity(place.budgetV, 'V') }}
            </td>
            <td class="number">{{ place.fuseA > 0 ? formatQuantity(place.fuseA, 'A') : 'none' }}</td>
            <td>
              <SeverityMark :severity="place.dangers > 0 ? 'danger' : place.cautions > 0 ? 'caution' : 'hold'" />
              {{ place.dangers + place.cautions === 0 ? 'all hold' : `${place.dangers + place.cautions} to fix` }}
            </td>
          </template>
          <td>
            <b v-if="place.chosen">it is here</b>
            <button v-else class="plain-button" @click="move(place.place)">Mount it here</button>
          </td>
        </tr>
      </tbody>
    </table>
  </template>
</template>

<style scoped>
.least {
  font-weight: 700;
  color: var(--hold);
}
</style>
