<script setup lang="ts">
import { computed } from 'vue';
import {
  CONNECTOR_MOST_V,
  WIRE_SERIES,
  LOADS,
  WIRE_COLOURS,
  connectorsOf,
  formatQuantity,
  handEditsOf,
  partOf,
  plays,
  editWords,
  sizeName,
  soldName,
  supplyIdOf,
  terminal,
  wireBranch,
  type Edit,
  type Job,
  type Patch,
  type Terminal,
  type Wire,
} from '@iron-nudge/core';
import { useMeter, type Probe } from '../stores/meter.ts';
import { useOwnShelf } from '../project/own-shelf.ts';
import { useProject } from '../stores/project.ts';
import { across } from './live.ts';
import SelectField from '../ui/SelectField.vue';
import { each, named } from '../ui/options.ts';

const project = useProject();
const meter = useMeter();
const shelf = useOwnShelf();

const wires = computed(() => project.analysis?.netlist.wires ?? []);
/** Sizes as this project buys wire, and the one that is there where it is another. */
const sizesFor = ({ sizeMm2 }: Wire) => {
  const series = WIRE_SERIES[project.design!.settings.wireSeries];
  return series.includes(sizeMm2) ? series : [...series, sizeMm2].sort((a, b) => a - b);
};
const isOwnSize = ({ leg, sizeChosen }: Wire) => sizeChosen && project.job?.wires[leg]?.sizeMm2 !== undefined;
const autoText = (wire: Wire) =>
  isOwnSize(wire) ? 'auto: as its job has it' : `${wire.sizeChosen ? 'as its job has it' : 'auto'}: ${sizeName(wire.sizeMm2)}`;
const wireAt = (id: string) => wires.value.find((wire) => wire.id === id);

/** What lies under the pointer, else what is selected, else the job's first load. */
const probe = computed<Probe | null>(() => {
  if (meter.probe) return meter.probe;
  const selection = project.selection;
  if (selection?.kind === 'wire') return { kind: 'wire', id: selection.id };
  const symbols = project.drawing?.symbols ?? [];
  const symbol = symbols.find(({ part }) => part === selection?.id) ?? symbols.find(({ symbol: kind }) => kind in LOADS);
  return symbol ? { kind: 'symbol', part: symbol.part, key: symbol.key } : null;
});

const shown = computed(() => {
  const at = probe.value;
  const reading = project.reading;
  if (!at || !reading) return null;
  if (at.kind === 'wire') {
    const wire = wireAt(at.id);
    if (!wire) return null;
    return {
      title: `along ${wire.tag}, ${wire.colour}`,
      volts: across(reading, wire.from, wire.to),
      amps: Math.abs(reading.amps[wireBranch(wire.id)] ?? 0),
      lost: null,
    };
  }
  const symbol = project.drawing?.symbols.find(({ part, key }) => part === at.part && key === at.key);
  if (!symbol) return null;
  const volts = across(reading, symbol.upper, symbol.lower);
  const battery = `bat-${project.design && project.job ? supplyIdOf(project.design, project.job) : ''}`;
  const supply = across(reading, terminal(battery, '+'), terminal(battery, '-'));
  const part = partAt(symbol.part);
  const state = part && plays(part, 'load') ? reading.loads[`${part.job}/${part.spec.line}`] : undefined;
  const lost =
    state === 'on' && volts !== null && supply !== null ? { volts: supply - volts, share: (100 * (supply - volts)) / supply } : null;
  return {
    title: `across ${symbol.labels.slice(0, state ? 1 : 2).join(', ')}`,
    volts,
    amps: Math.abs(reading.amps[symbol.branch] ?? 0),
    lost,
  };
});

const partAt = (id: string) => project.analysis?.netlist.parts.find((part) => part.id === id);
const chosenPart = computed(() => (project.selection?.kind === 'part' ? (partAt(project.selection.id) ?? null) : null));
const edits = computed(() => project.job?.edits ?? []);
/** Things that a hand may do otherwise to what is selected. */
const hands = computed<{ text: string; edit: Edit }[]>(() => {
  const part = chosenPart.value;
  if (chosenWire.value) return [{ text: 'Leave it off', edit: { kind: 'no-wire', wire: chosenWire.value.id } }];
  if (!part || !project.job || !part.jobs.includes(project.job.id)) return [];
  return handEditsOf(part).map(({ text, ...hand }) => ({
    text,
    edit: hand.does === 'swap' ? { kind: 'swap', part: part.id, a: hand.a, b: hand.b } : { kind: hand.does, part: part.id },
  }));
});
function change(edit: Edit): void {
  void project.patch('wired otherwise', [{ path: ['jobs', project.jobIndex, 'edits'], value: [...edits.value, edit] }]);
}
function takeBack(at: number): void {
  void project.patch('as the app wires it', [{ path: ['jobs', project.jobIndex, 'edits', at], value: undefined }]);
}

const chosenWire = computed<Wire | null>(() => (project.selection?.kind === 'wire' ? (wireAt(project.selection.id) ?? null) : null));
type LegChoice = Job['wires'][string];
/** Changes what a person chose for a leg; what is undefined is the app's choice again. */
function choose(what: string, leg: string, changes: { [K in keyof LegChoice]: LegChoice[K] | undefined }, taken: Patch[] = []): void {
  const entries = Object.entries({ ...project.job!.wires[leg], ...changes }).filter(([, value]) => value !== undefined);
  void project.patch(what, [
    ...taken,
    { path: ['jobs', project.jobIndex, 'wires', leg], value: entries.length > 0 ? Object.fromEntries(entries) : undefined },
  ]);
}
const sizeOrNone = (value: number | string) => (typeof value === 'number' ? value : undefined);
const connectorOf = (wire: Wire) => project.job!.wires[wire.wholeLeg]?.connector;
/** Where a wire's connector may sit: at one of its ends, nearest the load where nobody says otherwise. */
const endsOf = (wire: Wire) => {
  const whole = wires.value.filter(({ wholeLeg, job }) => wholeLeg === wire.wholeLeg && job === wire.job);
  const [first, last] = [whole[0]!, whole.at(-1)!];
  const place = (at: Terminal) => project.design!.places.find(({ id }) => id === partAt(partOf(at))?.place)?.name ?? '';
  return { from: place(first.from), to: place(last.to) };
};
/** What may part a wire: of what is pulled apart nothing on the mains. */
const connectorsFor = (wire: Wire) =>
  connectorsOf({ parts: [...project.design!.parts, ...shelf.connectors.value] }).filter(
    ({ id, mostV }) => !wire.mains || mostV > CONNECTOR_MOST_V || id === connectorOf(wire)?.type,
  );
function setConnector(wire: Wire, type: string, end?: string): void {
  const usual = wire.role === 'return' ? 'from' : 'to';
  const there = end === 'from' || end === 'to' ? end : (connectorOf(wire)?.end ?? usual);
  choose(`connector in ${wire.tag}`, wire.wholeLeg, { connector: type === '' ? undefined : { type, end: there } }, shelf.taking(type));
}
const colours = computed(() => [...new Set([chosenWire.value?.colour ?? 'RD', ...Object.keys(WIRE_COLOURS)])]);
</script>

<template>
  <section class="meter" aria-label="Meter">
    <div v-if="shown" class="reading">
      <p class="what">{{ shown.title }}</p>
      <p class="volts">{{ shown.volts === null ? 'floats' : formatQuantity(Math.abs(shown.volts), 'V') }}</p>
      <p class="more">
        {{ formatQuantity(shown.amps, 'A') }} through it<template v-if="shown.lost"
          ><br />{{ formatQuantity(shown.lost.volts, 'V') }} lost on the way · {{ shown.lost.share.toFixed(1) }} %</template
        >
      </p>
    </div>
    <p v-else class="what">Nothing under the probes.</p>
    <div v-if="chosenWire || hands.length || edits.length" class="changes">
      <div v-if="chosenWire && chosenWire.job === project.job?.id" class="row wire">
        <SelectField
          :label="`Size of ${chosenWire.tag}`"
          quiet
          :model-value="isOwnSize(chosenWire) ? chosenWire.sizeMm2 : 'auto'"
          :options="[{ value: 'auto', text: autoText(chosenWire) }, ...each(sizesFor(chosenWire), sizeName)]"
          @update:model-value="choose(`size of ${chosenWire.tag}`, chosenWire.leg, { sizeMm2: sizeOrNone($event) })"
        />
        <SelectField
          class="colour"
          :label="`Colour of ${chosenWire.tag}`"
          quiet
          :model-value="chosenWire.colour"
          :options="each(colours)"
          @update:model-value="choose(`colour of ${chosenWire.tag}`, chosenWire.leg, { colour: String($event) })"
        />
        <SelectField
          v-if="!chosenWire.id.endsWith('~2')"
          :label="`Second wire beside ${chosenWire.tag}`"
          quiet
          :model-value="project.job.wires[chosenWire.leg]?.secondMm2 ?? ''"
          :options="[{ value: '', text: 'one wire' }, ...each(sizesFor(chosenWire), (size) => `and ${soldName(size)}`)]"
          @update:model-value="choose(`wire beside ${chosenWire.tag}`, chosenWire.leg, { secondMm2: sizeOrNone($event) })"
        />
        <SelectField
          :label="`Connector in ${chosenWire.tag}`"
          quiet
          :model-value="connectorOf(chosenWire)?.type ?? ''"
          :options="[{ value: '', text: 'no connector' }, ...named(connectorsFor(chosenWire))]"
          @update:model-value="setConnector(chosenWire, String($event))"
        />
        <SelectField
          v-if="connectorOf(chosenWire)"
          :label="`Where its connector is`"
          quiet
          :model-value="connectorOf(chosenWire)!.end"
          :options="[
            { value: 'from', text: `where it begins: ${endsOf(chosenWire).from}` },
            { value: 'to', text: `where it ends: ${endsOf(chosenWire).to}` },
          ]"
          @update:model-value="setConnector(chosenWire, connectorOf(chosenWire)!.type, String($event))"
        />
      </div>
      <div v-if="hands.length || edits.length" class="row hands">
        <button v-for="hand in hands" :key="hand.text" class="plain-button" @click="change(hand.edit)">{{ hand.text }}</button>
        <button
          v-for="(edit, at) in edits"
          :key="at"
          class="plain-button back"
          :title="'Wired otherwise by hand: take it back'"
          @click="takeBack(at)"
        >
          {{ editWords(edit) }} ↶
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
.meter {
  background: var(--bar);
  color: #f5f2ea;
  margin: 10px;
  border-radius: 5px;
  padding: 10px 12px;
  min-width: 212px;
  display: flex;
  gap: 8px 16px;
}
.reading {
  min-width: 150px;
}
/* Beside the reading: below it they would push the foot of the drawing out of sight. */
.changes {
  width: 232px;
  display: grid;
  gap: 6px;
  align-content: start;
}
p {
  margin: 0;
}
.what {
  font-size: 12.5px;
  color: #d6d2c7;
}
.volts {
  font: 26px/1.25 var(--mono);
}
.more {
  font-size: 12.5px;
  color: #d6d2c7;
}

.wire {
  flex-wrap: wrap;
  gap: 4px;
}
.wire .field {
  flex: 1 1 100px;
  min-width: 0;
}
.colour {
  max-width: 74px;
}
.hands {
  flex-wrap: wrap;
  gap: 4px;
}
.hands .plain-button {
  font-size: 12px;
  padding: 1px 7px;
  background: transparent;
  color: inherit;
  border-color: #6d787e;
}
.hands .back {
  border-color: #ffb38a;
  color: #ffb38a;
}
@media (max-width: 1100px) {
  .meter {
    min-width: 0;
    flex-direction: column;
  }
  .changes {
    width: auto;
  }
}
</style>
