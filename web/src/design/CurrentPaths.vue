<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import {
  EARTH_MARK,
  formatQuantity,
  cutLength,
  sizeName,
  wireBranch,
  type Drawing,
  type DrawnRail,
  type DrawnSymbol,
  type DrawnWire,
  type Wire,
} from '@iron-nudge/core';
import { useMeter } from '../stores/meter.ts';
import { swatch } from '../ui/swatch.ts';
import { useProject } from '../stores/project.ts';
import { across, liveness } from './live.ts';
import PathSymbol from './PathSymbol.vue';

const props = defineProps<{
  drawing: Drawing;
  job: string;
  /** Numbers to stand on parts and wires, by id. */
  ranks?: ReadonlyMap<string, number>;
  /** Where coils and contacts of a part are, by `part:key`. */
  references?: ReadonlyMap<string, string> | undefined;
  /** Where a meter's leads go. */
  probes?: { readonly red: string; readonly black: string } | null;
  /** As small as its room asks for, where it is zoomed by other means; else no smaller than can be read. */
  fits?: boolean;
}>();
const project = useProject();
const meter = useMeter();

const wires = computed(() => new Map(project.analysis?.netlist.wires.map((wire) => [wire.id, wire])));
const reading = computed(() => project.reading);

const points = (list: readonly (readonly [number, number])[]) => list.map(([x, y]) => `${x},${y}`).join(' ');
const wireOf = (drawn: DrawnWire): Wire | undefined => wires.value.get(drawn.wire);
const stateOf = (wire: Wire | undefined) => (wire ? liveness(reading.value, wire.from, wireBranch(wire.id), wire.section.side) : 'dead');
const drop = (wire: Wire) => across(reading.value, wire.from, wire.to);

const flagged = computed(() => {
  const marks = new Map<string, string>();
  for (const { subject, severity } of project.findings)
    if (severity !== 'hold' && marks.get(subject.id) !== 'danger') marks.set(subject.id, severity);
  return marks;
});

/** Begins with what is written beside the wire, so that it can be called by what one sees. */
function wireWords(wire: Wire): string {
  return `${headOf(wire)}${dropText(wire)} ${sizeName(wire.sizeMm2)}: wire`;
}
function symbolWords(symbol: DrawnSymbol): string {
  const volts = across(reading.value, symbol.upper, symbol.lower);
  const amps = Math.abs(reading.value?.amps[symbol.branch] ?? 0);
  const touchV = liveOff.value.get(symbol.part);
  const bites = touchV === undefined ? '' : `; off, and ${formatQuantity(touchV, 'V')} to earth`;
  return `${symbol.labels.join(', ')}: ${volts === null ? 'floating' : formatQuantity(Math.abs(volts), 'V')}, ${formatQuantity(amps, 'A')}${bites}`;
}
const sneaking = computed(
  () => new Set((reading.value?.sneaks ?? []).flatMap(({ part, wires: list, through }) => [part, ...list, ...through])),
);
/** Off and still live: on the drawing beside the load. */
const liveOff = computed(() => new Map((reading.value?.live ?? []).map(({ part, volts }) => [part, volts])));
const selected = (id: string) => project.selection?.id === id;

function dropText(wire: Wire): string {
  const volts = drop(wire);
  if (volts === null || Math.abs(volts) < 0.0005) return '';
  const size = Math.abs(volts);
  return size < 0.1 ? ` −${Math.round(size * 1000)} mV` : ` −${size.toFixed(2)} V`;
}
const headOf = (wire: Wire) => `${wire.tag} ${wire.colour} ${cutLength(wire.lengthM, project.design!.settings)}`;
/** The monospaced face is 0.6 em wide at 12 px. */
const labelWidth = (wire: Wire) => Math.max(headOf(wire).length + dropText(wire).length, sizeName(wire.sizeMm2).length) * 7.25 + 22;
const railVolts = (at: string) => {
  const volts = reading.value?.volts[at];
  // What leaks through open contacts is no voltage that anybody looks for.
  return volts === null || volts === undefined ? 'floats' : formatQuantity(Math.abs(volts) < 0.0005 ? 0 : volts, 'V');
};
/** A conductor that current comes back on and that bites: the second hot one. */
const isLive = (at: string) => Math.abs(reading.value?.volts[at] ?? 0) > 25;
/** What the look of a rail, and of its name, goes by. */
const railMarks = ({ side, terminal, mains }: DrawnRail) => ({
  'data-side': side,
  'data-live': side === 'return' && !isLive(terminal) ? 'return' : liveness(reading.value, terminal, null),
  'data-mains': mains,
});
/** Middle of what is drawn of a wire or a part. */
const marks = computed(() =>
  [...(props.ranks ?? [])].flatMap(([id, rank]) => {
    const wire = props.drawing.wires.find((one) => one.wire === id);
    const symbol = props.drawing.symbols.find(({ part }) => part === id);
    const at = wire ? ([wire.labelX - 22, wire.labelY] as const) : symbol ? ([symbol.x - 22, symbol.middle - 16] as const) : null;
    return at ? [{ rank, x: at[0], y: at[1] }] : [];
  }),
);
/** A terminal is drawn where a symbol or a wire ends on it, or on its rail. */
function pointOf(terminal: string): readonly [number, number] | null {
  for (const { x, y1, y2, upper, lower } of props.drawing.symbols)
    if (upper === terminal || lower === terminal) return [x, upper === terminal ? y1 : y2];
  for (const drawn of props.drawing.wires) {
    const wire = wireOf(drawn);
    const flipped = wire?.to === terminal;
    if (wire?.from === terminal || flipped) return drawn.points[flipped ? drawn.points.length - 1 : 0] ?? null;
  }
  const rail = props.drawing.rails.find((one) => one.terminal === terminal);
  return rail ? [rail.x1 + 60, rail.y] : null;
}
const leads = computed(() =>
  (['red', 'black'] as const).flatMap((lead) => {
    const at = props.probes ? pointOf(props.probes[lead]) : null;
    return at ? [{ lead, x: at[0], y: at[1] }] : [];
  }),
);
const sheet = ref<HTMLElement | null>(null);
/** The meter's leads are in sight wherever they go. */
watch(
  leads,
  async () => {
    await nextTick();
    const box = sheet.value;
    const found = [...(box?.querySelectorAll('.lead') ?? [])].map((lead) => lead.getBoundingClientRect());
    if (!box || found.length === 0) return;
    const frame = box.getBoundingClientRect();
    const middle = (low: number, high: number) => (low + high) / 2;
    box.scrollTo({
      left:
        box.scrollLeft +
        middle(Math.min(...found.map(({ left }) => left)), Math.max(...found.map(({ right }) => right))) -
        middle(frame.left, frame.right),
      top:
        box.scrollTop +
        middle(Math.min(...found.map(({ top }) => top)), Math.max(...found.map(({ bottom }) => bottom))) -
        middle(frame.top, frame.bottom),
    });
  },
  { immediate: true },
);
</script>

<template>
  <section ref="sheet" class="drawing" aria-label="Current paths" data-tour="drawing" tabindex="-1">
    <svg
      :viewBox="`0 0 ${drawing.width} ${drawing.height}`"
      :style="fits ? {} : { minWidth: `${drawing.width}px`, minHeight: `${drawing.height}px` }"
      preserveAspectRatio="xMidYMid meet"
      role="group"
      aria-label="Current paths, a table of the same follows"
    >
      <g v-for="rail in drawing.rails" :key="rail.part + rail.terminal" class="rail" v-bind="railMarks(rail)">
        <line v-for="[x1, x2] in rail.pieces" :key="x1" :x1="x1" :x2="x2" :y1="rail.y" :y2="rail.y" />
      </g>
      <polyline v-for="(link, at) in drawing.links" :key="at" class="link" :points="points(link.points)" />
      <g
        v-for="(line, at) in drawing.lines"
        :key="`line${at}`"
        class="metal"
        :data-role="line.role"
        :data-live="liveness(reading, line.terminal, line.branch, line.role)"
      >
        <polyline :points="points(line.points)" />
      </g>
      <g
        v-for="wire in drawing.wires"
        :key="wire.wire"
        class="wire"
        :class="{ selected: selected(wire.wire), sneak: sneaking.has(wire.wire) }"
        :data-role="wire.role"
        :data-live="stateOf(wireOf(wire))"
        :data-wire="wireOf(wire)?.tag"
        :data-flag="flagged.get(wire.wire)"
        tabindex="0"
        role="button"
        :aria-label="wireOf(wire) ? wireWords(wireOf(wire)!) : ''"
        @mouseenter="meter.point({ kind: 'wire', id: wire.wire })"
        @mouseleave="meter.leave()"
        @focus="meter.point({ kind: 'wire', id: wire.wire })"
        @blur="meter.leave()"
        @click="project.selection = { kind: 'wire', id: wire.wire }"
        @keydown.enter.space.prevent="project.selection = { kind: 'wire', id: wire.wire }"
      >
        <polyline class="hit" :points="points(wire.points)" />
        <polyline class="line" :points="points(wire.points)" />
        <g v-if="wire.labelled && wireOf(wire)" class="label" aria-hidden="true" :transform="`translate(${wire.labelX} ${wire.labelY})`">
          <rect x="-4" y="-15" :width="labelWidth(wireOf(wire)!)" height="30" rx="3" />
          <rect class="swatch" x="0" y="-12" width="5" height="23" :fill="swatch(wireOf(wire)!.colour)" />
          <text x="11" y="-3">
            {{ headOf(wireOf(wire)!) }}
            <tspan class="drop">{{ dropText(wireOf(wire)!) }}</tspan>
          </text>
          {{ ' ' }}
          <text x="11" y="11" class="faint">{{ sizeName(wireOf(wire)!.sizeMm2) }}</text>
        </g>
      </g>
      <g
        v-for="symbol in drawing.symbols"
        :key="symbol.part + symbol.key"
        class="symbol"
        :class="{ selected: selected(symbol.part), sneak: sneaking.has(symbol.part) }"
        :data-role="symbol.role"
        :data-live="liveness(reading, symbol.upper, symbol.branch, symbol.role)"
        :data-flag="flagged.get(symbol.part)"
        :data-part="symbol.part"
        @mouseenter="meter.point({ kind: 'symbol', part: symbol.part, key: symbol.key })"
        @mouseleave="meter.leave()"
        @focusin="meter.point({ kind: 'symbol', part: symbol.part, key: symbol.key })"
        @focusout="meter.leave()"
        @click="project.selection = { kind: 'part', id: symbol.part }"
        @keydown.enter.space.prevent="project.selection = { kind: 'part', id: symbol.part }"
      >
        <PathSymbol
          :symbol="symbol"
          :touch-v="liveOff.get(symbol.part)"
          :words="symbolWords(symbol)"
          :reading="reading"
          :reference="references?.get(`${symbol.part}:${symbol.key}`)"
        />
      </g>
      <circle v-for="([x, y], at) in drawing.dots" :key="`dot${at}`" class="dot" :cx="x" :cy="y" r="3.2" />
      <g v-for="{ x, y, words } in drawing.terminals" :key="words" class="terminal">
        <circle :cx="x" :cy="y" r="4" />
        <text :x="x - 9" :y="y + 4">{{ words }}</text>
      </g>
      <g v-for="{ rank, x, y } in marks" :key="`rank${rank}`" class="rank">
        <circle :cx="x" :cy="y" r="10" />
        <text :x="x" :y="y + 4">{{ rank }}</text>
      </g>
      <g v-for="{ lead, x, y } in leads" :key="lead" class="lead" :data-lead="lead">
        <circle :cx="x" :cy="y" r="9" />
        <text :x="x" :y="y + 4">{{ lead === 'red' ? 'R' : 'B' }}</text>
      </g>
      <g v-for="{ x, y, words } in drawing.bonds" :key="words" class="bond">
        <path :d="`M${x} ${y - 10} V${y} ${EARTH_MARK}`" />
        <text :x="x + 14" :y="y">{{ words }}</text>
      </g>
      <!-- Over the wires: one that has no way around the name of a rail ends before it and goes on behind. -->
      <g v-for="rail in drawing.rails" :key="`name ${rail.part}${rail.terminal}`" class="rail" v-bind="railMarks(rail)">
        <text :x="rail.nameX" :y="rail.side === 'return' ? rail.y + 16 : rail.y - 8">
          {{ rail.label }} · {{ rail.name }}
          <template v-if="rail.side !== 'return' || isLive(rail.terminal)">· {{ railVolts(rail.terminal) }}</template>
        </text>
      </g>
      <g class="numbers">
        <text v-for="path in drawing.paths" :key="path.number" :x="path.x" :y="drawing.foot - 6">{{ path.number }}</text>
      </g>
    </svg>
    <div class="visually-hidden">
      <table>
        <caption>
          Current paths
        </caption>
        <tbody>
          <tr v-for="symbol in drawing.symbols" :key="symbol.part + symbol.key">
            <td>{{ symbolWords(symbol) }}</td>
          </tr>
          <tr v-for="wire in drawing.wires" :key="wire.wire">
            <td>{{ wireOf(wire) ? wireWords(wireOf(wire)!) : '' }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.drawing {
  background: var(--paper);
  min-height: 0;
  position: relative;
  padding: 2px 10px;
  overflow: auto;
}
svg {
  width: 100%;
  height: 100%;
  display: block;
  font: 12px var(--mono);
}
@media (max-width: 800px) {
  svg {
    height: 420px;
  }
}
/* Where a dashed link has no way around words it ends before them and goes on behind. */
text {
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  stroke-linejoin: round;
}
.faint {
  fill: var(--iron);
}
.rail line {
  stroke-width: 5;
  stroke: var(--dead);
}
.rail[data-side='feed'] line {
  stroke-width: 2.5;
}
.rail[data-side='supply'][data-live='live'] line {
  stroke: var(--copper);
}
.rail[data-mains='true'] line {
  stroke-width: 7;
}
.rail[data-mains='true'][data-live='live'] line,
.rail[data-mains='true'][data-live='return'] line {
  stroke: var(--mains);
}
.rail[data-mains='true'] text {
  fill: var(--mains);
}
.rail[data-side='feed'][data-live='live'] line {
  stroke: var(--control);
}
.rail[data-side='feed'][data-live='live'] text {
  fill: var(--control);
}
.rail[data-live='return'] line {
  stroke: var(--ink);
}
.rail text {
  font-weight: 500;
}
.link {
  fill: none;
  stroke: var(--iron);
  stroke-width: 1.2;
  stroke-dasharray: 7 5;
}
.wire,
.symbol {
  cursor: pointer;
  outline: none;
}
.line,
.metal polyline {
  fill: none;
  stroke: var(--dead);
  stroke-width: 1.8;
}
.hit {
  fill: none;
  stroke: transparent;
  stroke-width: 14;
}
[data-role='load'] > .line,
.metal[data-role='load'] polyline {
  stroke-width: 3.4;
}
[data-role='load'][data-live='live'] > .line,
.metal[data-role='load'][data-live='live'] polyline {
  stroke: var(--copper-idle);
}
[data-role='load'][data-live='flowing'] > .line,
.metal[data-role='load'][data-live='flowing'] polyline {
  stroke: var(--copper);
  stroke-width: 4.6;
}
[data-role='control'][data-live='live'] > .line,
.metal[data-role='control'][data-live='live'] polyline {
  stroke: var(--control-idle);
}
[data-role='control'][data-live='flowing'] > .line,
.metal[data-role='control'][data-live='flowing'] polyline {
  stroke: var(--control);
  stroke-width: 2.4;
}
.label rect:first-child {
  fill: var(--paper);
  stroke: none;
}
[data-role='load'] .label rect:first-child {
  fill: var(--sheet);
  stroke: var(--line);
}
.wire[data-flag='caution'] .label rect:first-child {
  stroke: var(--caution);
  fill: color-mix(in srgb, var(--caution) 12%, var(--sheet));
}
.wire[data-flag='danger'] .label rect:first-child {
  stroke: var(--danger);
  fill: color-mix(in srgb, var(--danger) 12%, var(--sheet));
}
.swatch {
  stroke: var(--line);
  stroke-width: 0.7;
}
.wire:hover .label rect:first-child,
.wire:focus-visible .label rect:first-child,
.wire.selected .label rect:first-child {
  stroke: var(--ink);
  stroke-width: 1.4;
}
.wire:focus-visible .line,
.wire.selected .line {
  filter: drop-shadow(0 0 3px var(--control));
}
@keyframes sneak {
  to {
    stroke-dashoffset: -24;
  }
}
.sneak > .line,
[data-role].sneak > .line {
  stroke: var(--caution);
  stroke-dasharray: 7 5;
  animation: sneak 1s linear infinite;
}
.symbol.sneak :deep(.box) {
  stroke: var(--caution);
  stroke-width: 3;
}
.drop {
  fill: var(--copper-text);
}
.dot {
  fill: var(--ink);
  pointer-events: none;
}
.terminal {
  pointer-events: none;
}
.terminal circle {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.4;
}
.terminal text {
  text-anchor: end;
}

.bond path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.rank,
.lead {
  pointer-events: none;
}
.rank circle {
  fill: var(--sheet);
  stroke: var(--danger);
  stroke-width: 2;
}
.rank text {
  fill: var(--danger);
  font-weight: 700;
  text-anchor: middle;
}
.lead circle {
  fill: var(--danger);
}
.lead[data-lead='black'] circle {
  fill: #1e262b;
  stroke: #f5f2ea;
}
.lead text {
  fill: #fffdf8;
  font-weight: 700;
  text-anchor: middle;
}
.numbers line {
  stroke: var(--line);
}
.numbers text {
  text-anchor: middle;
  font-size: 13px;
}
.lead text,
.rank text {
  stroke: none;
}
</style>
