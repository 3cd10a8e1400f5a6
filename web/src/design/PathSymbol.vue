<script setup lang="ts">
/** One part on its path: leads, symbol, labels. Shapes after IEC 60617, drawn by us. */
import { computed } from 'vue';
import {
  EARTH_DOWN,
  EARTH_LINE,
  EARTH_X,
  SHAPES,
  firstLine,
  formatQuantity,
  otherThrow,
  pinOf,
  shapeHalf,
  writesAmps,
  type DeskReading,
  type DrawnSymbol,
} from '@iron-nudge/core';

const props = defineProps<{
  symbol: DrawnSymbol;
  reading: DeskReading | null;
  words: string;
  /** Where its coil or its contacts are. */
  reference?: string | undefined;
  /** Of a load that is off and live all the same, V to earth. */
  touchV?: number | undefined;
}>();
const half = computed(() => shapeHalf(props.symbol.symbol));
const x = computed(() => props.symbol.x);
const m = computed(() => props.symbol.middle);
const top = computed(() => m.value - half.value);
const bottom = computed(() => m.value + half.value);
const closed = computed(() => props.reading?.closed[props.symbol.branch] ?? false);
const amps = computed(() => Math.abs(props.reading?.amps[props.symbol.branch] ?? 0));
const isContact = computed(() => SHAPES[props.symbol.symbol].is === 'contact');
const isCoil = computed(() => SHAPES[props.symbol.symbol].is === 'coil');
const labelLeft = computed(() => isCoil.value);
const labelX = computed(() => (labelLeft.value ? x.value - 62 : x.value + 24));
const upperPin = computed(() => pinOf(props.symbol.upper));
const lowerPin = computed(() => pinOf(props.symbol.lower));
const otherPin = computed(() => otherThrow(lowerPin.value, upperPin.value));
const shapes = computed(() => SHAPES[props.symbol.symbol].shapes(half.value, closed.value));
const labels = computed(() => (props.symbol.symbol === 'diode' || isContact.value ? [] : props.symbol.labels));
/** What bites stands in the place of the rating: there is room for as much in every layout. */
const lines = computed(() => {
  const { touchV } = props;
  const [name, ...rest] = labels.value.map((text, at) => ({ text, as: at === 0 ? 'name' : 'faint' }));
  if (!name || touchV === undefined) return [...(name ? [name] : []), ...rest];
  return [name, { text: `■ live: ${formatQuantity(touchV, 'V')}`, as: 'touch' }, ...rest.slice(1)];
});
/** What flows is written beside coils and loads. */
const showsAmps = computed(() => amps.value > 0.0005 && writesAmps(props.symbol));
const first = computed(() => firstLine(props.symbol));
</script>

<template>
  <g class="body" role="button" tabindex="0" :aria-label="words">
    <rect class="hit" :x="x - 24" :y="symbol.y1" width="48" :height="symbol.y2 - symbol.y1" />
    <line class="line" :x1="x" :x2="x" :y1="symbol.y1" :y2="top" />
    <line class="line" :x1="x" :x2="x" :y1="bottom" :y2="symbol.y2" />

    <g :transform="`translate(${x} ${m})`">
      <path v-if="symbol.earths.length > 0" class="earth" :d="EARTH_LINE" />
      <template v-for="(shape, at) in shapes" :key="at">
        <path v-if="shape.kind === 'path'" :class="shape.as" :d="shape.d" />
        <circle v-else-if="shape.kind === 'circle'" :class="shape.as" :cx="shape.x" :cy="shape.y" :r="shape.r" />
        <text v-else class="letter" :class="{ small: shape.small }" :x="shape.x" :y="shape.y">{{ shape.text }}</text>
      </template>
    </g>
  </g>
  <g class="texts" aria-hidden="true">
    <text v-if="symbol.earths.length > 0" class="faint" :x="x + EARTH_X" :y="m + EARTH_DOWN" text-anchor="middle">
      {{ symbol.earths.join(' ') }}
    </text>
    <template v-if="isContact">
      <text class="pin-name" :x="x + 9" :y="top + 1">{{ upperPin }}</text>
      <text class="pin-name" :x="x + 9" :y="bottom + 8">{{ lowerPin }}</text>
      <text v-if="symbol.symbol === 'contact-changeover'" class="faint" :x="x - 22" :y="top + 4" text-anchor="end">{{ otherPin }}</text>
    </template>
    <template v-else-if="isCoil">
      <text class="pin-name" :x="x - 6" :y="top - 4" text-anchor="end">{{ upperPin }}</text>
      <text class="pin-name" :x="x - 6" :y="bottom + 12" text-anchor="end">{{ lowerPin }}</text>
    </template>
    <text v-else-if="symbol.symbol === 'diode'" class="faint" :x="x + 13" :y="m - 8">{{ symbol.labels[0] }}</text>
    <text v-if="reference" class="faint" :x="isCoil ? x - 62 : x + 12" :y="isCoil ? m + 38 : m + 4" :text-anchor="isCoil ? 'end' : 'start'">
      {{ reference }}
    </text>
    <text
      v-for="({ text, as }, at) in lines"
      :key="at"
      :x="labelX"
      :y="m + first + 14 * at"
      :text-anchor="labelLeft ? 'end' : 'start'"
      :class="as"
    >
      {{ text }}
    </text>
    <text
      v-if="showsAmps"
      class="amps"
      :class="symbol.role"
      :x="labelX"
      :y="m + first + 14 * Math.max(2, labels.length)"
      :text-anchor="labelLeft ? 'end' : 'start'"
    >
      {{ formatQuantity(amps, 'A') }}
    </text>
  </g>
</template>

<style scoped>
.solid-box {
  fill: none;
  stroke: var(--iron);
  stroke-dasharray: 4 3;
}
.earth {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.hit {
  fill: transparent;
}
.body {
  outline: none;
}
.line {
  fill: none;
  stroke: var(--dead);
  stroke-width: 1.8;
}
.box,
.coil {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.7;
}
.slash,
.mark {
  fill: none;
  stroke: var(--iron);
  stroke-width: 1.7;
}
.lever {
  fill: none;
  stroke: var(--iron);
  stroke-width: 1.6;
}
.pin {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.solid {
  fill: var(--ink);
}
.bar {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.letter.small {
  font-size: 13px;
}
.letter {
  font: 600 15px var(--condensed);
  text-anchor: middle;
  fill: var(--ink);
}
text {
  fill: var(--ink);
}
.faint,
.pin-name {
  fill: var(--iron);
}
.name {
  font-weight: 500;
}
.touch {
  font-weight: 700;
  fill: var(--danger);
}
.amps {
  fill: var(--control);
}
.amps.load {
  fill: var(--copper-text);
}
[data-role='load'] .line {
  stroke-width: 3.4;
}
[data-role='load'][data-live='live'] .line {
  stroke: var(--copper-idle);
}
[data-role='load'][data-live='flowing'] .line {
  stroke: var(--copper);
  stroke-width: 4.6;
}
[data-role='load'][data-live='flowing'] .mark {
  stroke: var(--copper);
}
[data-role='control'][data-live='live'] .line {
  stroke: var(--control-idle);
}
[data-role='control'][data-live='flowing'] .line {
  stroke: var(--control);
  stroke-width: 2.4;
}
[data-live='flowing'] .coil {
  fill: var(--control-fill);
  stroke: var(--control);
}
[data-live='flowing'] .slash {
  stroke: var(--control);
}
[data-flag='danger'] :is(.box, .coil) {
  stroke: var(--danger);
  stroke-width: 2.6;
}
[data-flag='caution'] :is(.box, .coil) {
  stroke: var(--caution);
  stroke-width: 2.4;
}
.body:focus-visible :is(.box, .coil),
.symbol:hover :is(.box, .coil),
.symbol.selected :is(.box, .coil) {
  stroke-width: 2.8;
}
.body:focus-visible .hit,
.symbol.selected .hit {
  fill: color-mix(in srgb, var(--control) 14%, transparent);
}
.texts text {
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  stroke-linejoin: round;
}
</style>
