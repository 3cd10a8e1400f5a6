<script setup lang="ts">
/** One part on its path: leads, symbol, labels. Shapes after IEC 60617, drawn by us. */
import { computed } from 'vue';
import { formatQuantity, pinOf, type DeskReading, type DrawnSymbol } from '@iron-nudge/core';

const props = defineProps<{ symbol: DrawnSymbol; reading: DeskReading | null; words: string }>();
const HALF: Readonly<Record<DrawnSymbol['symbol'], number>> = {
  fuse: 17,
  breaker: 17,
  switch: 13,
  button: 13,
  'ground-switch': 13,
  threshold: 13,
  'voltage-sensor': 20,
  coil: 22,
  'coil-timer': 22,
  'coil-step': 22,
  'contact-closing': 14,
  'contact-resting': 14,
  'contact-changeover': 14,
  resistor: 20,
  battery: 12,
  diode: 9,
  heater: 24,
  filament: 15,
  led: 14,
  motor: 16,
  solenoid: 22,
  transistor: 17,
  'transistor-input': 10,
  'module-input': 20,
  'thermal-fuse': 17,
  'contact-solid': 14,
};
const half = computed(() => HALF[props.symbol.symbol]);
const x = computed(() => props.symbol.x);
const m = computed(() => props.symbol.middle);
const top = computed(() => m.value - half.value);
const bottom = computed(() => m.value + half.value);
const closed = computed(() => props.reading?.closed[props.symbol.branch] ?? false);
const amps = computed(() => Math.abs(props.reading?.amps[props.symbol.branch] ?? 0));
const isContact = computed(() => props.symbol.symbol.startsWith('contact'));
const isSwitch = computed(() => isContact.value || ['switch', 'button', 'ground-switch', 'threshold'].includes(props.symbol.symbol));
const isCoil = computed(() => props.symbol.symbol.startsWith('coil'));
const labelLeft = computed(() => isCoil.value);
const labelX = computed(() => (labelLeft.value ? x.value - 62 : x.value + 24));
const upperPin = computed(() => pinOf(props.symbol.upper));
const lowerPin = computed(() => pinOf(props.symbol.lower));
/** A contact that rests on 87a opens towards 87, and the other way about. */
const OTHER: Readonly<Record<string, string>> = {
  '87': '87a',
  '87a': '87',
  '14': '12',
  '12': '14',
  '24': '22',
  '22': '24',
  NO: 'NC',
  NC: 'NO',
};
const otherPin = computed(() => OTHER[lowerPin.value] ?? OTHER[upperPin.value] ?? '');
const labels = computed(() => (props.symbol.symbol === 'diode' || isContact.value ? [] : props.symbol.labels));
/** What flows is written beside coils and loads. */
const showsAmps = computed(
  () =>
    amps.value > 0.0005 && (labelLeft.value || (props.symbol.role === 'load' && labels.value.length > 1 && props.symbol.symbol !== 'fuse')),
);
const zig = computed(() => {
  const y = m.value - 12;
  return `M${x.value - 6} ${y} l12 5 l-12 5 l12 5 l-12 5 l12 5`;
});
</script>

<template>
  <g class="body" role="button" tabindex="0" :aria-label="words">
    <rect class="hit" :x="x - 24" :y="symbol.y1" width="48" :height="symbol.y2 - symbol.y1" />
    <line class="line" :x1="x" :x2="x" :y1="symbol.y1" :y2="top" />
    <line class="line" :x1="x" :x2="x" :y1="bottom" :y2="symbol.y2" />

    <template v-if="symbol.symbol === 'fuse'">
      <rect class="box" :x="x - 9" :y="top" width="18" :height="2 * half" />
      <line class="line" :x1="x" :x2="x" :y1="top" :y2="bottom" />
    </template>
    <template v-else-if="symbol.symbol === 'breaker'">
      <path class="mark" :d="`M${x} ${bottom} L${x - 9} ${top + 6}`" />
      <path class="mark" :d="`M${x - 5} ${top} l10 8 M${x + 5} ${top} l-10 8`" />
      <line class="line" :x1="x" :x2="x" :y1="top" :y2="bottom" />
    </template>
    <template v-else-if="symbol.symbol === 'thermal-fuse'">
      <rect class="box" :x="x - 9" :y="top" width="18" :height="2 * half" />
      <line class="line" :x1="x" :x2="x" :y1="top" :y2="bottom" />
      <text class="letter small" :x="x - 20" :y="m + 5">ϑ</text>
    </template>
    <template v-else-if="symbol.symbol === 'module-input'">
      <rect class="box" :x="x - 17" :y="top" width="34" :height="2 * half" />
      <path
        class="mark"
        :d="`M${x - 8} ${m - 7} h16 l-8 13 z M${x - 8} ${m + 6} h16 M${x + 11} ${m - 6} l8 -6 M${x + 11} ${m + 1} l8 -6`"
      />
    </template>
    <template v-else-if="isSwitch">
      <line class="line" :x1="x" :y1="bottom" :x2="closed ? x : x - 12" :y2="closed ? top : top + 1" />
      <circle class="pin" :cx="x" :cy="top" r="3.6" />
      <circle class="pin" :cx="x" :cy="bottom" r="3.6" />
      <rect v-if="symbol.symbol === 'contact-solid'" class="solid-box" :x="x - 20" :y="top - 6" width="32" :height="2 * half + 12" />
      <circle v-if="symbol.symbol === 'contact-changeover'" class="pin" :cx="x - 15" :cy="top" r="3" />
      <g v-if="symbol.symbol === 'ground-switch'" class="ground">
        <line :x1="x - 12" :x2="x - 20" :y1="m" :y2="m" />
        <line :x1="x - 20" :x2="x - 20" :y1="m - 5" :y2="m + 5" />
      </g>
      <g v-if="symbol.symbol === 'button'" class="ground">
        <line :x1="x - (closed ? 3 : 8)" :x2="x - 18" :y1="m" :y2="m" />
        <path class="lever" fill="none" :d="`M${x - 14} ${m - 7} h-5 v14 h5`" />
      </g>
      <text v-if="symbol.symbol === 'threshold'" class="letter small" :x="x - 22" :y="m + 5">±</text>
      <line v-if="symbol.symbol === 'switch'" class="lever" :x1="x - (closed ? 3 : 8)" :x2="x - 18" :y1="m" :y2="m" />
    </template>
    <template v-else-if="isCoil">
      <rect class="box coil" :x="x - 26" :y="top" width="52" :height="2 * half" />
      <line class="slash" :x1="x - 26" :y1="bottom" :x2="x + 26" :y2="top" />
      <path
        v-if="symbol.symbol === 'coil-timer'"
        class="mark"
        :d="`M${x - 26} ${top} h12 v${2 * half} h-12 M${x - 26} ${top} l12 ${2 * half} M${x - 14} ${top} l-12 ${2 * half}`"
      />
      <path v-if="symbol.symbol === 'coil-step'" class="mark" :d="`M${x - 22} ${bottom - 6} h8 v-10 h8 v-10 h8`" />
    </template>
    <template v-else-if="symbol.symbol === 'resistor'">
      <rect class="box" :x="x - 9" :y="top" width="18" :height="2 * half" />
    </template>
    <template v-else-if="symbol.symbol === 'voltage-sensor'">
      <rect class="box" :x="x - 17" :y="top" width="34" :height="2 * half" />
      <text class="letter" :x="x" :y="m + 5">V</text>
    </template>
    <template v-else-if="symbol.symbol === 'battery'">
      <path class="bar" :d="`M${x - 16} ${top} h32 M${x - 9} ${top + 8} h18 M${x - 16} ${top + 16} h32 M${x - 9} ${bottom} h18`" />
    </template>
    <template v-else-if="symbol.symbol === 'diode'">
      <path class="solid" :d="`M${x - 9} ${bottom} h18 l-9 ${-2 * half} z`" />
      <line class="bar" :x1="x - 9" :x2="x + 9" :y1="top" :y2="top" />
    </template>
    <template v-else-if="symbol.symbol === 'transistor'">
      <circle class="box" :cx="x" :cy="m" :r="half" />
      <path class="bar" :d="`M${x - 8} ${m - 9} v18`" />
      <path class="mark" :d="`M${x} ${top} L${x - 8} ${m - 4} M${x - 8} ${m + 4} L${x} ${bottom} M${x - 17} ${m} h9`" />
    </template>
    <template v-else-if="symbol.symbol === 'transistor-input'">
      <line class="bar" :x1="x - 12" :x2="x + 12" :y1="m" :y2="m" />
      <path class="mark" :d="`M${x} ${top} V${m} M${x} ${m} V${bottom}`" />
    </template>
    <template v-else-if="symbol.symbol === 'heater'">
      <rect class="box" :x="x - 14" :y="top" width="28" :height="2 * half" />
      <path class="mark" :d="zig" />
    </template>
    <template v-else-if="symbol.symbol === 'filament'">
      <circle class="box" :cx="x" :cy="m" :r="half" />
      <path class="mark" :d="`M${x - 10.6} ${m - 10.6} l21.2 21.2 M${x + 10.6} ${m - 10.6} l-21.2 21.2`" />
    </template>
    <template v-else-if="symbol.symbol === 'led'">
      <path class="box" :d="`M${x - 12} ${top} h24 l-12 ${2 * half} z`" />
      <line class="mark" :x1="x - 12" :x2="x + 12" :y1="bottom" :y2="bottom" />
      <path class="mark" :d="`M${x + 12} ${m - 2} l8 -6 M${x + 12} ${m + 6} l8 -6`" />
    </template>
    <circle v-else-if="symbol.symbol === 'motor'" class="box" :cx="x" :cy="m" :r="half" />
    <template v-else>
      <rect class="box" :x="x - 13" :y="top" width="26" :height="2 * half" />
      <path class="mark" :d="`M${x} ${top + 5} q12 4 0 9 q12 4 0 9 q12 4 0 9`" />
    </template>
  </g>
  <g class="texts" aria-hidden="true">
    <template v-if="isContact">
      <text class="pin-name" :x="x + 9" :y="top - 3">{{ upperPin }}</text>
      <text class="pin-name" :x="x + 9" :y="bottom + 12">{{ lowerPin }}</text>
      <text v-if="symbol.symbol === 'contact-changeover'" class="faint" :x="x - 22" :y="top + 4" text-anchor="end">{{ otherPin }}</text>
    </template>
    <template v-else-if="isCoil">
      <text class="pin-name" :x="x - 6" :y="top - 4" text-anchor="end">{{ upperPin }}</text>
      <text class="pin-name" :x="x - 6" :y="bottom + 12" text-anchor="end">{{ lowerPin }}</text>
    </template>
    <text v-else-if="symbol.symbol === 'diode'" class="faint" :x="x + 13" :y="m - 8">{{ symbol.labels[0] }}</text>
    <text v-else-if="symbol.symbol === 'motor'" class="letter" :x="x" :y="m + 5">M</text>
    <text
      v-for="(label, at) in labels"
      :key="at"
      :x="labelX"
      :y="m - 4 + 14 * at"
      :text-anchor="labelLeft ? 'end' : 'start'"
      :class="at === 0 ? 'name' : 'faint'"
    >
      {{ label }}
    </text>
    <text
      v-if="showsAmps"
      class="amps"
      :class="symbol.role"
      :x="labelX"
      :y="m - 4 + 14 * Math.max(2, labels.length)"
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
.hit {
  fill: transparent;
}
.body {
  outline: none;
}
.line {
  stroke: var(--dead);
  stroke-width: 1.8;
}
.box {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.7;
}
.coil {
  fill: var(--sheet);
}
.slash,
.mark {
  fill: none;
  stroke: var(--iron);
  stroke-width: 1.7;
}
.lever,
.ground line {
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
[data-flag='danger'] .box {
  stroke: var(--danger);
  stroke-width: 2.6;
}
[data-flag='caution'] .box {
  stroke: var(--caution);
  stroke-width: 2.4;
}
.body:focus-visible .box,
.symbol:hover .box,
.symbol.selected .box {
  stroke-width: 2.8;
}
.body:focus-visible .hit,
.symbol.selected .hit {
  fill: color-mix(in srgb, var(--control) 14%, transparent);
}
</style>
