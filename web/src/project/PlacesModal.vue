<script setup lang="ts">
import { Modal } from 'ant-design-vue';
import { computed } from 'vue';
import {
  assumptionsOf,
  boxRoom,
  boxSurfaceM2,
  boxesOf,
  groundOhmAt,
  hasCable,
  isOnVehicle,
  linesOf,
  loadedWays,
  mintId,
  ofOwnBox,
  type Design,
  type Place,
} from '@iron-nudge/core';
import PlaceMap from './PlaceMap.vue';
import { useOwnShelf } from './own-shelf.ts';
import { useProject } from '../stores/project.ts';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TickField from '../ui/TickField.vue';
import TextField from '../ui/TextField.vue';
import { useUnits } from '../ui/units.ts';

const open = defineModel<boolean>('open', { required: true });
const project = useProject();
const { named, units } = useUnits();
const design = computed<Design>(() => project.design!);
/** A way as measured that is shorter by other ways: said where it is entered, once for all jobs. */
const contradictions = computed(() => {
  const found = (project.analysis?.findings ?? []).filter(({ rule, severity }) => rule === 'distance-contradicted' && severity !== 'hold');
  return found.filter(({ title }, at) => found.findIndex((one) => one.title === title) === at);
});

const BOXES: readonly { value: Place['box']; text: string }[] = [
  { value: 'open', text: 'no' },
  { value: 'plastic', text: 'plastic' },
  { value: 'metal', text: 'metal' },
];
/** Those, and the boxes that a person typed. */
const shelf = useOwnShelf();
const ownBoxes = computed(() => [...boxesOf(design.value), ...shelf.boxes.value]);
const boxes = computed(() => [...BOXES, ...ownBoxes.value.map(({ id, name }) => ({ value: id, text: name }))]);
function setBox(at: number, { ownBox: _, boxCm3: __, ...place }: Place, value: string): void {
  const own = ownBoxes.value.find(({ id }) => id === value);
  const closed = own ? { ...place, ...ofOwnBox(own) } : { ...place, box: value as Place['box'] };
  void project.patch(place.name, [...shelf.taking(value), { path: ['places', at], value: closed }]);
}
const TICKS = [
  {
    key: 'divided',
    head: 'Divided',
    says: 'partition between mains and low voltage',
    title: 'Mains and low voltage have a compartment each',
  },
  {
    key: 'oneCord',
    head: 'One cord',
    says: 'one cord of the mains in',
    title: 'Mains comes in by one cord: neutral and earth go over terminals in it, each load has a cord of its own',
  },
  { key: 'wet', head: 'Wet', says: 'wet or outdoors', title: 'Wet, outdoors, or where one stands on earth with wet hands' },
  { key: 'strip', head: 'Strip', says: 'terminal strip', title: 'What leaves it goes over a numbered terminal strip' },
] as const;
/** Current comes back through metal: by studs, whose ohms can be measured. */
const byMetal = computed(() => design.value.settings.returnPath === 'chassis' && design.value.supplies.some(isOnVehicle));
const GROUND = 'Ground, mΩ';
const assumed = computed(() => new Set(assumptionsOf(design.value).map(({ path }) => path)));
const isAssumed = (at: number, end: 'coldestC' | 'hottestC') => assumed.value.has(`places[${at}].${end}`);
/** Circuits of this project that go a way. */
const ways = computed(() => project.analysis && loadedWays(design.value, project.analysis.netlist));
const own = (a: string, b: string) => ways.value?.between(a, b) ?? 0;

function ownWords(a: string, b: string): string {
  const count = own(a, b);
  return count === 0 ? 'yours: 0' : `${count > design.value.distances[distanceAt(a, b)]!.bundle ? '▲ ' : ''}yours: ${count}`;
}
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
/** Marked as a cable, and nothing that lies in one: said where it is marked. */
const noCable = (at: number): boolean => {
  const { cable, a, b } = design.value.distances[at]!;
  return cable === true && project.analysis !== null && !hasCable(project.analysis.netlist, { a, b });
};
/** What is there comes back by a wire of its own, or by metal again. */
function toggleMetal(at: number): void {
  const { noMetal, ...place } = design.value.places[at]!;
  void setPlace(at, noMetal ? place : { ...place, noMetal: true });
}
/** Wires of low voltage that go straight this way become cores of one cable, or wires by themselves again. */
function toggleCable(at: number): void {
  const { cable, ...way } = design.value.distances[at]!;
  void project.patch(cable ? 'wires by themselves' : 'one cable', [
    { path: ['distances', at], value: cable ? way : { ...way, cable: true } },
  ]);
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
  <Modal v-model:open="open" title="Places and distances" :footer="null" width="min(1240px, 97vw)" style="top: 20px">
    <p class="lead">
      Measured once, along the way that the wires will go. A way not measured goes by the shortest chain of measured ones; every wire gets a
      tenth more. What is hatched is assumed until you type it: numbers that stand on it say so.
    </p>
    <div class="sides">
      <section>
        <h2 class="caps">Places</h2>
        <div class="scroll">
          <table class="places">
            <thead>
              <tr>
                <th scope="col">Place</th>
                <th scope="col">Coldest, hottest air, {{ named('°C') }}</th>
                <th scope="col">Closed in</th>
                <th v-for="{ key, head, title } in TICKS" :key="key" scope="col" :title="title">{{ head }}</th>
                <th v-if="byMetal" scope="col" title="Stud and metal from there to the battery’s minus, as measured">{{ GROUND }}</th>
                <th scope="col"><span class="visually-hidden">Delete</span></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(place, at) in design.places" :key="place.id">
                <td>
                  <TextField
                    label="Place"
                    quiet
                    :model-value="place.name"
                    @update:model-value="setPlace(at, { ...place, name: $event }, 'name')"
                  />
                </td>
                <td :data-title="`Air, ${named('°C')}`">
                  <div class="air">
                    <NumberField
                      :class="{ assumed: isAssumed(at, 'coldestC') }"
                      :label="`Coldest at ${place.name}`"
                      quiet
                      unit="°C"
                      :least="-60"
                      :most="place.hottestC"
                      :model-value="place.coldestC"
                      @update:model-value="setPlace(at, { ...place, coldestC: $event }, 'cold')"
                    />
                    <span aria-hidden="true">…</span>
                    <NumberField
                      :class="{ assumed: isAssumed(at, 'hottestC') }"
                      :label="`Hottest at ${place.name}`"
                      quiet
                      unit="°C"
                      :least="place.coldestC"
                      :most="400"
                      :model-value="place.hottestC"
                      @update:model-value="setPlace(at, { ...place, hottestC: $event }, 'hot')"
                    />
                  </div>
                </td>
                <td data-title="Closed in">
                  <div class="air closed">
                    <SelectField
                      :label="`${place.name} is closed in`"
                      quiet
                      :model-value="place.ownBox ?? place.box"
                      :options="boxes"
                      @update:model-value="setBox(at, place, $event)"
                    />
                    <template v-if="place.box !== 'open' && place.ownBox === undefined">
                      <NumberField
                        class="m2"
                        :class="{ assumed: place.boxM2 === undefined }"
                        :label="`Outside of the box at ${place.name}`"
                        quiet
                        unit="m²"
                        :most="20"
                        :model-value="boxSurfaceM2(place)"
                        @update:model-value="setPlace(at, { ...place, boxM2: $event }, 'box')"
                      />
                      <span aria-hidden="true">{{ named('m²') }}</span>
                    </template>
                  </div>
                  <div v-if="place.box !== 'open'" class="air room">
                    <NumberField
                      class="m2"
                      :class="{ assumed: place.boxCm3 === undefined }"
                      :label="`Room in the box at ${place.name}, extension ring counted in`"
                      quiet
                      unit="cm³"
                      :least="10"
                      :most="1_000_000"
                      :model-value="boxRoom(design, place)"
                      @update:model-value="setPlace(at, { ...place, boxCm3: $event }, 'room')"
                    />
                    <span aria-hidden="true">{{ named('cm³') }}</span>
                  </div>
                </td>
                <td v-for="{ key, head, says } in TICKS" :key="key" class="tick" :data-title="head">
                  <TickField
                    :label="`${place.name}: ${says}`"
                    quiet
                    :model-value="place[key] ?? false"
                    @update:model-value="setPlace(at, { ...place, [key]: $event })"
                  />
                </td>
                <td v-if="byMetal" class="ground" :data-title="GROUND">
                  <NumberField
                    v-if="!place.noMetal"
                    :class="{ assumed: place.groundOhm === undefined }"
                    :label="`Ground stud at ${place.name}, mΩ`"
                    quiet
                    :least="0.1"
                    :most="100_000"
                    :model-value="Number((1000 * groundOhmAt(place)).toPrecision(4))"
                    @update:model-value="setPlace(at, { ...place, groundOhm: $event / 1000 }, 'ground')"
                  />
                  <button
                    class="bare cable"
                    :aria-label="`No metal at ${place.name}`"
                    :aria-pressed="place.noMetal ?? false"
                    title="No metal that current comes back through (plastic, glass fibre, wood): what is there comes back by a wire of its own, to the battery"
                    @click="toggleMetal(at)"
                  >
                    no metal
                  </button>
                </td>
                <td>
                  <button
                    class="bare out"
                    :disabled="inUse(place.id)"
                    :title="inUse(place.id) ? 'In use' : 'Delete'"
                    :aria-label="`Delete ${place.name}`"
                    @click="remove(place.id)"
                  >
                    ⌫
                  </button>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <button class="plain-button" @click="add">Add a place</button>
      </section>
      <section>
        <h2 class="caps">{{ units.lengthUnit === 'ft' ? 'Feet' : 'Metres' }} between them × loaded circuits side by side</h2>
        <p>
          In a bundle, count every circuit that carries load current there, yours and the vehicle’s; 1 lies loose, nine is the most that the
          table has. Those of this project are counted below each way.
        </p>
        <p v-for="finding in contradictions" :key="finding.key" class="contradiction">▲ {{ finding.title }}: {{ finding.detail }}</p>
        <div class="far">
          <table :aria-label="`${units.lengthUnit === 'ft' ? 'Feet' : 'Metres'} between places, and loaded circuits side by side`">
            <tbody>
              <tr v-for="(b, row) in design.places.slice(1)" :key="b.id">
                <th scope="row">{{ b.name }}</th>
                <td
                  v-for="a in design.places.slice(0, row + 1)"
                  :key="a.id"
                  :data-title="`to ${a.name}`"
                  :class="{ assumed: design.distances[distanceAt(a.id, b.id)]?.assumed, none: distanceAt(a.id, b.id) < 0 }"
                  :title="design.distances[distanceAt(a.id, b.id)]?.assumed ? 'assumed: nobody has measured it' : undefined"
                >
                  <div v-if="distanceAt(a.id, b.id) >= 0" class="cell">
                    <NumberField
                      quiet
                      :label="`${a.name} to ${b.name}`"
                      unit="m"
                      :most="500"
                      :model-value="design.distances[distanceAt(a.id, b.id)]!.lengthM"
                      @update:model-value="setDistance(a, b, { lengthM: $event })"
                    />
                    <span aria-hidden="true">×</span>
                    <NumberField
                      class="bundle"
                      quiet
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
                  <div v-if="distanceAt(a.id, b.id) >= 0" class="under">
                    <button
                      class="bare cable"
                      :class="{ none: noCable(distanceAt(a.id, b.id)) }"
                      :aria-label="`One cable from ${a.name} to ${b.name}`"
                      :aria-pressed="design.distances[distanceAt(a.id, b.id)]!.cable === true"
                      :title="
                        noCable(distanceAt(a.id, b.id))
                          ? 'No cable: of low voltage fewer than two wires go straight this way, more than thirteen, or some are of sizes that somebody chose'
                          : 'One cable: what goes straight this way of low voltage are its cores'
                      "
                      @click="toggleCable(distanceAt(a.id, b.id))"
                    >
                      {{ noCable(distanceAt(a.id, b.id)) ? '▲ no cable' : 'cable' }}
                    </button>
                    <small class="own" :class="{ over: own(a.id, b.id) > design.distances[distanceAt(a.id, b.id)]!.bundle }">
                      {{ ownWords(a.id, b.id) }}
                    </small>
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
        <PlaceMap :design="design" />
      </section>
    </div>
  </Modal>
</template>

<style scoped>
.sides {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 10px 28px;
}
@media (max-width: 1100px) {
  .sides {
    grid-template-columns: minmax(0, 1fr);
  }
}
section > p,
.lead {
  margin: 0 0 8px;
}
.scroll,
.far {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
}
.places {
  width: 100%;
  margin-bottom: 8px;
}
.places th {
  font: 500 12.5px/1.2 var(--condensed);
  letter-spacing: 0.04em;
  text-align: left;
  color: var(--iron);
  padding: 2px 4px 4px;
  border-bottom: 1px solid var(--line);
}
.places td {
  padding: 4px 3px;
  border-bottom: 1px solid var(--line);
}
.places td.ground {
  width: 62px;
}
.ground .cable {
  white-space: nowrap;
}
.places td.tick {
  padding: 4px 0;
}
.places td:first-child {
  min-width: 96px;
}
.air {
  display: flex;
  gap: 4px;
  align-items: center;
}
.air :deep(input) {
  min-width: 46px;
  padding: 2px 5px;
  text-align: right;
}
.closed {
  min-width: 104px;
}
.closed:has(.m2) {
  min-width: 176px;
}
.closed > :deep(.field) {
  flex: 1 1 86px;
  min-width: 86px;
}
.closed :deep(.ant-select) {
  width: 100%;
}
.room {
  justify-content: flex-end;
  margin-top: 4px;
}
.closed > .m2,
.room > .m2 {
  flex: 0 0 auto;
  min-width: 0;
}
.air .m2 :deep(input) {
  min-width: 50px;
  width: 50px;
}
.tick {
  text-align: center;
}
.out {
  color: var(--danger);
  padding: 4px 6px;
}
.out:disabled {
  opacity: 0.35;
}
.far th {
  font-weight: 600;
  text-align: right;
  padding: 2px 8px 2px 0;
}
.far th[scope='col'] {
  text-align: center;
  font-weight: 400;
  color: var(--iron);
  max-width: 130px;
}
.far td {
  border: 1px solid var(--line);
  padding: 3px 6px;
  background: var(--sheet);
  min-width: 108px;
}
.far tr:last-child td {
  border: 0;
  background: none;
  min-width: 0;
}
/* Nobody has measured it. */
td.assumed,
.assumed :deep(input) {
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
.cell :deep(input) {
  padding: 2px 4px;
  text-align: right;
  min-width: 0;
}
.cell .bundle {
  flex: 0 0 28px;
}
.under {
  display: flex;
  gap: 4px;
  align-items: center;
  color: var(--iron);
}
.cable {
  padding: 0 5px;
  border: 1px solid transparent;
  border-radius: 3px;
  font-size: 12px;
  text-decoration: underline dotted;
}
.cable[aria-pressed='true'] {
  border-color: var(--control);
  color: var(--control);
  font-weight: 600;
  text-decoration: none;
}
.cable.none[aria-pressed='true'] {
  border-color: var(--caution);
  color: var(--caution);
}
.own {
  flex: 1;
  white-space: nowrap;
  color: var(--iron);
  text-align: right;
}
.own.over {
  color: var(--caution);
  font-weight: 600;
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
  margin: 6px 0 8px;
}
/* On a phone a place, and a way between two, is a line or two of its own. */
@media (max-width: 800px) {
  .places,
  .far table {
    display: block;
  }
  :is(.places, .far) :is(tbody, tr) {
    display: block;
  }
  .places thead,
  .far tr:last-child {
    display: none;
  }
  .places tr {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
  }
  .places td {
    display: flex;
    align-items: center;
    gap: 6px;
    padding: 0;
    border: 0;
  }
  .places td:first-child {
    flex: 1 0 100%;
  }
  .places td:first-child > * {
    width: 100%;
  }
  :is(.places, .far) td[data-title]::before {
    content: attr(data-title);
    white-space: nowrap;
    color: var(--iron);
    font-size: 12.5px;
  }
  .far tr {
    margin-bottom: 10px;
  }
  .far th[scope='row'] {
    display: block;
    text-align: left;
  }
  .far td {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 150px;
    align-items: center;
    min-height: 40px;
  }
  .far td > .under {
    grid-column: 2;
  }
}
</style>
