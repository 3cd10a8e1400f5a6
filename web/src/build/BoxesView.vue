<script setup lang="ts">
/** Each closed box as one opens it: its parts on their side of the wall, what lands on each terminal, what crosses the outside. */
import { computed } from 'vue';
import { boxViews, sizeName, type BoxSide, type BoxView, type BoxWire, type Crossing } from '@iron-nudge/core';
import { swatch } from '../ui/swatch.ts';
import { useProject } from '../stores/project.ts';

const project = useProject();
const boxes = computed(() => (project.analysis && project.checked ? boxViews(project.checked, project.analysis.netlist) : []));
const placeName = (id: string) => project.checked!.places.find((place) => place.id === id)?.name ?? id;

const SIDES: readonly { side: BoxSide; title: string }[] = [
  { side: 'mains', title: 'Mains' },
  { side: 'both', title: 'Both, apart in one housing' },
  { side: 'low', title: 'Low voltage' },
];
const columns = (box: BoxView) =>
  SIDES.map(({ side, title }) => ({ side, title, things: box.things.filter((thing) => thing.side === side) })).filter(
    ({ things }) => things.length > 0,
  );
const walls = (box: BoxView) => [
  { at: 'left', title: 'Mains through its wall', crossings: box.crossings.filter(({ mains }) => mains) },
  { at: 'right', title: 'Low voltage through its wall', crossings: box.crossings.filter(({ mains }) => !mains) },
];
const sizes = (wires: readonly BoxWire[]) => [...new Set(wires.map(({ sizeMm2 }) => sizeName(sizeMm2)))].join(', ');
const holds = ({ cord, wires, by, mains }: Crossing) =>
  `${cord ? `${mains ? 'cord' : 'cable'} of ${wires.length} ×` : wires.length === 1 ? '1 wire of' : `${wires.length} wires of`} ${sizes(wires)}, ${by}`;
const pick = (id: string) => (project.selection = { kind: 'wire', id });
const isPicked = (id: string) => project.selection?.id === id;
</script>

<template>
  <section aria-label="Boxes">
    <p v-if="boxes.length === 0" class="note">
      No place of the project is a closed box with something in it. Places, in Design, say what is one.
    </p>
    <article v-for="box in boxes" :key="box.place" :aria-label="`Box ${box.tag}`">
      <h2>
        <span class="mono">{{ box.tag }}</span> {{ placeName(box.place) }}
      </h2>
      <p class="note">{{ box.words }}</p>
      <div class="box" :class="walls(box).map(({ at, crossings }) => (crossings.length > 0 ? `has-${at}` : ''))">
        <ul v-for="{ at, title, crossings } in walls(box)" :key="at" :class="at" :aria-label="title">
          <li v-for="crossing in crossings" :key="crossing.cord + crossing.to" class="crossing" :class="{ mains: crossing.mains }">
            <b>{{ crossing.words }}</b>
            <span class="note">{{ holds(crossing) }}</span>
            <span class="cores">
              <button
                v-for="wire in crossing.wires"
                :key="wire.id"
                class="core mono"
                :class="{ picked: isPicked(wire.id) }"
                @click="pick(wire.id)"
              >
                <span class="swatch" :style="{ background: swatch(wire.colour) }" aria-hidden="true" />{{ wire.tag }} {{ wire.colour }}
              </button>
            </span>
          </li>
        </ul>
        <div class="inside" :class="box.material">
          <section v-for="{ side, title, things } in columns(box)" :key="side" :class="side" :aria-label="title">
            <h3>{{ title }}</h3>
            <div class="things">
              <table v-for="thing in things" :key="thing.id" class="thing">
                <caption>
                  <b class="mono">{{ thing.tag }}</b>
                  {{
                    thing.what
                  }}
                </caption>
                <tbody>
                  <tr v-for="land in thing.lands" :key="land.pin" :class="{ mains: land.mains }">
                    <th v-if="land.pin" scope="row" class="mono">{{ land.pin }}</th>
                    <td :colspan="land.pin ? 1 : 2">
                      <button
                        v-for="wire in land.wires"
                        :key="wire.id"
                        class="core"
                        :class="{ picked: isPicked(wire.id) }"
                        @click="pick(wire.id)"
                      >
                        <span class="swatch" :style="{ background: swatch(wire.colour) }" aria-hidden="true" /><span class="mono"
                          >{{ wire.tag }} {{ wire.colour }}</span
                        >
                        {{ wire.words }}
                      </button>
                    </td>
                  </tr>
                </tbody>
              </table>
            </div>
          </section>
        </div>
      </div>
    </article>
  </section>
</template>

<style scoped>
article {
  margin-bottom: 22px;
}
.note {
  color: var(--iron);
  font-size: 12.5px;
  font-weight: 400;
}
p.note {
  margin: 2px 0 8px;
}
.box {
  display: grid;
  grid-template-columns: 0 minmax(0, 1fr) 0;
  grid-template-areas: 'left inside right';
}
.box.has-left {
  grid-template-columns: 210px minmax(0, 1fr) 0;
}
.box.has-right {
  grid-template-columns: 0 minmax(0, 1fr) 210px;
}
.box.has-left.has-right {
  grid-template-columns: 210px minmax(0, 1fr) 210px;
}
.left {
  grid-area: left;
}
.right {
  grid-area: right;
}
ul {
  list-style: none;
  margin: 0;
  padding: 14px 0;
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.crossing {
  display: flex;
  flex-direction: column;
  gap: 2px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-left: 4px solid var(--control);
  padding: 6px 8px;
  position: relative;
  z-index: 1;
}
.crossing.mains {
  border-left-color: var(--mains);
}
/* Each of them stands in the wall: half outside, half in. */
.left .crossing {
  margin-right: -14px;
}
.right .crossing {
  margin-left: -14px;
}
.inside {
  grid-area: inside;
  border: 3px solid var(--ink);
  border-radius: 6px;
  background: var(--bench);
  padding: 10px 26px;
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  gap: 0;
  min-height: 120px;
}
.inside.plastic {
  border-color: var(--iron);
  border-style: double;
  border-width: 5px;
}
.inside > section {
  padding: 0 12px;
}
.inside > section + section {
  border-left: 2px dashed var(--iron);
}
.things {
  columns: 210px;
  column-gap: 12px;
}
h3 {
  margin: 0 0 6px;
  font-size: 13px;
  color: var(--iron);
}
.thing {
  width: 100%;
  margin-bottom: 10px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-collapse: collapse;
  break-inside: avoid;
}
caption {
  text-align: left;
  padding: 3px 0;
  font-size: 12.5px;
}
th {
  width: 1%;
  min-width: 36px;
  white-space: nowrap;
  text-align: left;
  vertical-align: top;
  padding: 3px 6px;
  border-right: 1px solid var(--line);
  font-size: 12px;
}
td {
  padding: 2px 4px;
}
tr + tr > * {
  border-top: 1px solid var(--line);
}
tr.mains th {
  color: var(--mains);
}
.cores {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
}
.core {
  display: block;
  background: none;
  border: 0;
  padding: 1px 2px;
  font-size: 12px;
  color: var(--ink);
  text-align: left;
  cursor: pointer;
}
.core.picked {
  background: color-mix(in srgb, var(--control) 18%, transparent);
}
.core:focus-visible {
  outline: 2px solid var(--control);
}
.swatch {
  display: inline-block;
  width: 14px;
  height: 9px;
  border: 1px solid var(--line);
  margin-right: 5px;
}
@media (max-width: 900px) {
  .box,
  .box.has-left,
  .box.has-right,
  .box.has-left.has-right {
    grid-template-columns: minmax(0, 1fr);
    grid-template-areas: 'left' 'inside' 'right';
  }
  .left .crossing,
  .right .crossing {
    margin: 0;
  }
  .inside {
    grid-auto-flow: row;
    padding: 10px;
  }
  .inside > section + section {
    border-left: 0;
    border-top: 2px dashed var(--iron);
    padding-top: 8px;
  }
}
</style>
