<script setup lang="ts">
import { Modal } from 'ant-design-vue';
import { computed } from 'vue';
import { boxSurfaceM2, linesOf, mintId, type Design, type Place } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';

const open = defineModel<boolean>('open', { required: true });
const project = useProject();
const design = computed<Design>(() => project.design!);
/** A way as measured that is shorter by other ways: said where it is entered, once for all jobs. */
const contradictions = computed(() => {
  const found = (project.analysis?.findings ?? []).filter(({ rule, severity }) => rule === 'distance-contradicted' && severity !== 'hold');
  return found.filter(({ title }, at) => found.findIndex((one) => one.title === title) === at);
});

function distanceAt(a: string, b: string): number {
  return design.value.distances.findIndex((row) => (row.a === a && row.b === b) || (row.a === b && row.b === a));
}
const setPlace = (at: number, place: Place, typed: string | null = null) =>
  project.patch(place.name, [{ path: ['places', at], value: place }], typed && `${place.id}-${typed}`);
function setDistance(a: Place, b: Place, changes: Partial<Design['distances'][0]>): void {
  const at = distanceAt(a.id, b.id);
  // What a person changes, they have measured; a metre that the app fills in, nobody has.
  const { assumed, ...present } = at < 0 ? { lengthM: 1, bundle: 1, assumed: true as const } : design.value.distances[at]!;
  const left = assumed && changes.lengthM === undefined ? { assumed } : {};
  void project.patch(
    `${a.name} to ${b.name}`,
    [{ path: ['distances', at < 0 ? design.value.distances.length : at], value: { ...present, ...left, a: a.id, b: b.id, ...changes } }],
    `distance-${a.id}-${b.id}`,
  );
}
function clearDistance(at: number): void {
  void project.edit('clear a distance', (now) => ({ ...now, distances: now.distances.filter((_, index) => index !== at) }));
}
function add(): void {
  void project.edit('add a place', (now) => {
    const first = now.places[0]!;
    return { ...now, places: [...now.places, { ...first, id: mintId('place', now.places), name: `place ${now.places.length + 1}` }] };
  });
}
function inUse(id: string): boolean {
  const { supplies, signals, jobs, controllers } = design.value;
  return (
    design.value.places.length === 1 ||
    [...supplies, ...signals, ...controllers].some(({ place }) => place === id) ||
    jobs.some((job) => job.device.place === id || linesOf(job).some(({ place }) => place === id))
  );
}
function remove(id: string): void {
  void project.edit('delete a place', (now) => ({
    ...now,
    places: now.places.filter((place) => place.id !== id),
    distances: now.distances.filter((row) => row.a !== id && row.b !== id),
  }));
}
</script>

<template>
  <Modal v-model:open="open" title="Places and distances" :footer="null" width="980px">
    <p>
      Measured once, along the way that the wires will go. A way not measured goes by the shortest chain of measured ones; every wire gets a
      tenth more.
    </p>
    <div class="grid">
      <template v-for="(place, at) in design.places" :key="place.id">
        <TextField label="Place" :model-value="place.name" @update:model-value="setPlace(at, { ...place, name: $event }, 'name')" />
        <NumberField
          label="Coldest"
          unit="°C"
          :least="-60"
          :most="place.hottestC"
          :model-value="place.coldestC"
          @update:model-value="setPlace(at, { ...place, coldestC: $event }, 'cold')"
        />
        <NumberField
          label="Hottest"
          unit="°C"
          :least="place.coldestC"
          :most="400"
          :model-value="place.hottestC"
          @update:model-value="setPlace(at, { ...place, hottestC: $event }, 'hot')"
        />
        <div class="box">
          <SelectField
            label="Closed in"
            :model-value="place.box"
            :options="[
              { value: 'open', text: 'no' },
              { value: 'plastic', text: 'plastic box' },
              { value: 'metal', text: 'metal box' },
            ]"
            @update:model-value="setPlace(at, { ...place, box: $event })"
          />
          <NumberField
            v-if="place.box !== 'open'"
            label="Its outside"
            unit="m²"
            :most="20"
            :model-value="boxSurfaceM2(place)"
            @update:model-value="setPlace(at, { ...place, boxM2: $event }, 'box')"
          />
        </div>
        <div class="ticks">
          <label class="row"
            ><input type="checkbox" :checked="place.divided" @change="setPlace(at, { ...place, divided: !place.divided })" /> partition
            mains / low voltage</label
          >
          <label class="row"
            ><input type="checkbox" :checked="place.wet" @change="setPlace(at, { ...place, wet: !place.wet })" /> wet or outdoors</label
          >
          <label class="row"
            ><input type="checkbox" :checked="place.strip" @change="setPlace(at, { ...place, strip: !place.strip })" /> terminal
            strip</label
          >
        </div>
        <button
          class="plain-button danger"
          :disabled="inUse(place.id)"
          :title="inUse(place.id) ? 'In use' : ''"
          :aria-label="`Delete ${place.name}`"
          @click="remove(place.id)"
        >
          Delete
        </button>
      </template>
    </div>
    <button class="plain-button" @click="add">Add a place</button>
    <h2 class="caps">Distances</h2>
    <p>
      In a bundle, count every circuit that carries load current there, yours and the vehicle’s; 1 is a wire that lies loose. Nine is the
      most that the table has.
    </p>
    <p v-for="finding in contradictions" :key="finding.key" class="contradiction">▲ {{ finding.title }}: {{ finding.detail }}</p>
    <div class="far">
      <table aria-label="Metres between places, and loaded circuits side by side">
        <tbody>
          <tr v-for="(b, row) in design.places.slice(1)" :key="b.id">
            <th scope="row">{{ b.name }}</th>
            <td
              v-for="a in design.places.slice(0, row + 1)"
              :key="a.id"
              :class="{ assumed: design.distances[distanceAt(a.id, b.id)]?.assumed, none: distanceAt(a.id, b.id) < 0 }"
              :title="design.distances[distanceAt(a.id, b.id)]?.assumed ? 'assumed: nobody has measured it' : undefined"
            >
              <div v-if="distanceAt(a.id, b.id) >= 0" class="cell">
                <NumberField
                  :label="`${a.name} to ${b.name}`"
                  unit="m"
                  :most="500"
                  :model-value="design.distances[distanceAt(a.id, b.id)]!.lengthM"
                  @update:model-value="setDistance(a, b, { lengthM: $event })"
                />
                <span aria-hidden="true">×</span>
                <NumberField
                  class="bundle"
                  :label="`Loaded circuits from ${a.name} to ${b.name}`"
                  whole
                  :least="1"
                  :most="9"
                  :model-value="design.distances[distanceAt(a.id, b.id)]!.bundle"
                  @update:model-value="setDistance(a, b, { bundle: $event })"
                />
                <button
                  class="bare"
                  :aria-label="`Not measured: ${a.name} to ${b.name}`"
                  title="Not measured: by way of other places"
                  @click="clearDistance(distanceAt(a.id, b.id))"
                >
                  ⌫
                </button>
              </div>
              <button v-else class="bare enter" :aria-label="`Enter ${a.name} to ${b.name}`" @click="setDistance(a, b, {})">+</button>
            </td>
          </tr>
          <tr>
            <td></td>
            <th v-for="a in design.places.slice(0, -1)" :key="a.id" scope="col">{{ a.name }}</th>
          </tr>
        </tbody>
      </table>
    </div>
  </Modal>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: 1fr 88px 88px 112px 210px auto;
  gap: 8px;
  align-items: start;
  margin: 12px 0 10px;
}
.ticks {
  font-size: 12.5px;
}
.box {
  display: grid;
  gap: 6px;
}
.grid > .danger {
  margin-top: 26px;
}
.far {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
}
th {
  font-weight: 600;
  text-align: right;
  padding: 2px 8px 2px 0;
}
th[scope='col'] {
  text-align: center;
  font-weight: 400;
  color: var(--iron);
  max-width: 130px;
}
td {
  border: 1px solid var(--line);
  padding: 3px 6px;
  background: var(--sheet);
  min-width: 128px;
}
tr:last-child td {
  border: 0;
  background: none;
  min-width: 0;
}
/* Nobody has measured it. */
td.assumed {
  background: repeating-linear-gradient(45deg, color-mix(in srgb, var(--caution) 16%, var(--sheet)) 0 5px, var(--sheet) 5px 11px);
}
.cell {
  display: flex;
  gap: 4px;
  align-items: center;
}
.cell :deep(.field) {
  flex: 1;
  min-width: 0;
}
.cell :deep(label) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.cell :deep(input) {
  padding: 2px 4px;
  text-align: right;
  min-width: 0;
}
.cell .bundle {
  flex: 0 0 34px;
}
.enter {
  display: block;
  width: 100%;
  min-height: 30px;
  text-align: center;
  color: var(--control);
}
.contradiction {
  border-left: 4px solid var(--caution);
  background: color-mix(in srgb, var(--caution) 10%, var(--sheet));
  padding: 6px 10px;
}
h2.caps {
  margin: 18px 0 8px;
}
</style>
