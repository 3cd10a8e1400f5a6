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
const pairs = computed(() => {
  const { places } = design.value;
  return places.flatMap((a, at) => places.slice(at + 1).map((b) => ({ a, b, at: distanceAt(a.id, b.id) })));
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
  <Modal v-model:open="open" title="Places and distances" :footer="null" width="880px">
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
    <div class="pairs">
      <div v-for="pair in pairs" :key="pair.a.id + pair.b.id" class="pair">
        <NumberField
          v-if="pair.at >= 0"
          :label="`${pair.a.name} to ${pair.b.name}`"
          unit="m"
          :most="500"
          :model-value="design.distances[pair.at]!.lengthM"
          @update:model-value="setDistance(pair.a, pair.b, { lengthM: $event })"
        />
        <NumberField
          v-if="pair.at >= 0"
          class="bundle"
          label="in bundle"
          whole
          :least="1"
          :most="9"
          :model-value="design.distances[pair.at]!.bundle"
          @update:model-value="setDistance(pair.a, pair.b, { bundle: $event })"
        />
        <div v-else class="field">
          <span>{{ pair.a.name }} to {{ pair.b.name }}</span>
          <button class="plain-button" @click="setDistance(pair.a, pair.b, {})">not measured: enter</button>
        </div>
        <button
          v-if="pair.at >= 0"
          class="bare"
          :aria-label="`Not measured: ${pair.a.name} to ${pair.b.name}`"
          title="Not measured"
          @click="clearDistance(pair.at)"
        >
          ×
        </button>
      </div>
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
.pairs {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px 14px;
}
.pair {
  display: flex;
  gap: 4px;
  align-items: end;
}
.pair > :first-child {
  flex: 1;
}
.pair > .bundle {
  flex: 0 0 66px;
}
h2.caps {
  margin: 18px 0 8px;
}
</style>
