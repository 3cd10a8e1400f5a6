<script setup lang="ts">
/** Terminal strips, front and back, and what goes into each receptacle of each socket. */
import { computed } from 'vue';
import { screwBlocks, sizeName, socketsOf, stripsCsv, type Terminal, terminalName } from '@iron-nudge/core';
import { swatch } from '../ui/swatch.ts';
import { useProject } from '../stores/project.ts';
import { download, fileName } from '../ui/download.ts';
import TickField from '../ui/TickField.vue';

const project = useProject();
const strips = computed(() => project.analysis?.strips ?? []);
const netlist = computed(() => project.analysis!.netlist);
const at = (terminal: Terminal) => terminalName(netlist.value, terminal);
const placeName = (id: string) => project.checked!.places.find((place) => place.id === id)!.name;
const toggle = (id: string) =>
  project.edit('terminal strip', (now) => ({
    ...now,
    places: now.places.map((place) => (place.id === id ? { ...place, strip: !place.strip } : place)),
  }));
const blocks = computed(() => screwBlocks(project.checked!, netlist.value));
const sockets = computed(() => socketsOf(netlist.value));
const save = () => download(fileName(`${project.design!.name} strips`, 'csv'), 'text/csv', stripsCsv(strips.value));
</script>

<template>
  <section aria-label="Terminal strips">
    <div class="row head">
      <span>A strip at</span>
      <TickField
        v-for="place in project.design!.places"
        :key="place.id"
        :label="place.name"
        :model-value="place.strip"
        @update:model-value="toggle(place.id)"
      />
      <button class="plain-button" :disabled="strips.length === 0" @click="save">Strips as CSV</button>
    </div>
    <p v-if="strips.length === 0" class="empty">
      No place has a strip. With one, all that leaves the place is numbered in front and behind, and can be taken off and tested there.
    </p>
    <article v-for="strip in strips" :key="strip.place">
      <h2>
        {{ strip.name }}, {{ placeName(strip.place) }} <span class="mono count">{{ strip.ways }} ways</span>
      </h2>
      <p v-if="strip.ways === 0" class="empty">Nothing leaves this place that fits under it.</p>
      <div v-else class="scroll" tabindex="0" :aria-label="`Strip ${strip.name}`">
        <table class="sheet strip">
          <thead>
            <tr>
              <th scope="col">Goes to</th>
              <th scope="col">Wire, outside</th>
              <th scope="col">Back</th>
              <th scope="col">Front</th>
              <th scope="col">Inside</th>
              <th scope="col">Carries</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="position in strip.positions" :key="position.front" @click="project.selection = { kind: 'wire', id: position.wire }">
              <td>
                {{ at(position.outside) }} <span class="place">{{ position.toPlace }}</span>
              </td>
              <td>
                <span class="swatch" :style="{ background: swatch(position.colour) }" aria-hidden="true" />{{ position.tag }}
                {{ position.colour }} {{ sizeName(position.sizeMm2) }}
              </td>
              <td class="screw mono">{{ position.back }}</td>
              <td class="screw mono">{{ position.front }}</td>
              <td>{{ at(position.inside) }}</td>
              <td class="number">{{ position.ratedA }} A</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-for="common in strip.commons" :key="common.name" class="common">
        <b class="mono">{{ common.positions.join(' · ') }}</b> {{ common.name
        }}{{
          common.isolated
            ? ', isolated: no jumper to any other ground'
            : common.positions.length > 1
              ? ', one metal: a jumper may join them'
              : ''
        }}
      </p>
      <p v-for="clash in strip.clashes" :key="clash.colour" class="clash">▲ {{ clash.words }}</p>
      <p v-if="strip.beside.length" class="place">Beside it, too thick or mains: {{ strip.beside.join(', ') }}</p>
    </article>
    <article v-for="block in blocks" :key="block.place">
      <h2>
        Screws of the mains, {{ placeName(block.place) }} <span class="mono count">{{ block.screws.length }} in a row</span>
      </h2>
      <div class="scroll" tabindex="0" :aria-label="`Screws of the mains in ${placeName(block.place)}`">
        <table class="sheet strip">
          <thead>
            <tr>
              <th scope="col">Screw</th>
              <th scope="col">Terminal</th>
              <th scope="col">Wire</th>
              <th scope="col">Cord</th>
              <th scope="col">From or to</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="screw in block.screws" :key="screw.number" @click="project.selection = { kind: 'wire', id: screw.wire.id }">
              <td class="screw mono">{{ screw.number }}</td>
              <td class="mono">{{ screw.terminal }}</td>
              <td>
                <span class="swatch" :style="{ background: swatch(screw.wire.colour) }" aria-hidden="true" />{{ screw.wire.tag }}
                {{ screw.wire.colour }} {{ sizeName(screw.wire.sizeMm2) }}
              </td>
              <td class="mono">{{ screw.cord }}</td>
              <td>
                {{ screw.words }} <span class="place">{{ screw.toPlace }}</span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="common">Screws of one terminal are one piece of metal. Mains has no strip in common with low voltage.</p>
    </article>
    <h2>Sockets, seen from the wire side</h2>
    <p class="empty">
      Go by the numbers moulded beside each receptacle: seen from the wires they stand mirrored to the pins under the relay.
    </p>
    <div class="sockets">
      <table v-for="{ part, relay, socket, pins } in sockets" :key="part.id" class="sheet">
        <caption>
          <b>{{ part.tag }}</b>
          {{
            relay
          }}{{
            socket ? `, ${socket}` : ''
          }},
          {{
            placeName(part.place)
          }}
        </caption>
        <tbody>
          <tr v-for="row in pins" :key="row.pin">
            <th scope="row" class="mono">{{ row.pin }}</th>
            <td class="place">{{ row.what }}</td>
            <td>
              <span v-if="row.wires.length === 0" class="place">empty</span>
              <span v-for="{ wire, to } in row.wires" :key="wire.id" class="wire">
                <span class="swatch" :style="{ background: swatch(wire.colour) }" aria-hidden="true" />{{ wire.tag }} {{ wire.colour }} to
                {{ to }}
              </span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.head {
  flex-wrap: wrap;
  gap: 4px 16px;
  margin-bottom: 10px;
}
article {
  margin-bottom: 18px;
  max-width: 980px;
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
.strip .screw {
  text-align: center;
  font-weight: 700;
  background: var(--bench);
  border-left: 2px solid var(--iron);
  border-right: 2px solid var(--iron);
}
.swatch {
  display: inline-block;
  width: 14px;
  height: 10px;
  border: 1px solid var(--line);
  margin-right: 5px;
}
.common {
  margin: 5px 0 0;
}
.clash {
  color: var(--caution-text);
  margin: 5px 0 0;
}
.sockets {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 14px;
  align-items: start;
}
caption {
  text-align: left;
  padding: 4px 0;
}
.wire {
  display: block;
}
</style>
