<script setup lang="ts">
/** The places as they stand to each other, with the ways that were measured: a plan to see a wrong number on. */
import { computed } from 'vue';
import { mapOfPlaces, type Design } from '@iron-nudge/core';
import { useUnits } from '../ui/units.ts';

const props = defineProps<{ design: Design }>();
const { says } = useUnits();
const WIDE = 560;
const MARGIN = { x: 70, y: 30 };
const MOST_TALL = 230;
const map = computed(() => {
  const places = mapOfPlaces(props.design);
  const [farX, farY] = [Math.max(0.1, ...places.map(({ x }) => x)), Math.max(0.1, ...places.map(({ y }) => y))];
  const scale = Math.min((WIDE - 2 * MARGIN.x) / farX, (MOST_TALL - 2 * MARGIN.y) / farY);
  const left = (WIDE - farX * scale) / 2;
  const at = new Map(places.map(({ place, x, y }) => [place, { x: left + x * scale, y: MARGIN.y + y * scale }]));
  return { at, height: Math.max(90, farY * scale + 2 * MARGIN.y) };
});
const ways = computed(() =>
  props.design.distances.flatMap(({ a, b, lengthM, assumed }) => {
    const [from, to] = [map.value.at.get(a), map.value.at.get(b)];
    return from && to && a !== b ? [{ key: `${a}|${b}`, from, to, lengthM, assumed: assumed === true }] : [];
  }),
);
const words = computed(
  () =>
    `Plan of the places: ${ways.value.length === 1 ? 'one way is' : `${ways.value.length} ways are`} drawn; the table beside it has them all.`,
);
</script>

<template>
  <svg class="map" :viewBox="`0 0 ${WIDE} ${map.height}`" role="img" :aria-label="words">
    <g v-for="way in ways" :key="way.key" :class="{ assumed: way.assumed }">
      <line :x1="way.from.x" :y1="way.from.y" :x2="way.to.x" :y2="way.to.y" />
      <text class="length" :x="(way.from.x + way.to.x) / 2" :y="(way.from.y + way.to.y) / 2 - 4">{{ says(way.lengthM, 'm') }}</text>
    </g>
    <g v-for="place in design.places" :key="place.id">
      <circle :cx="map.at.get(place.id)!.x" :cy="map.at.get(place.id)!.y" r="7" />
      <text :x="map.at.get(place.id)!.x" :y="map.at.get(place.id)!.y - 12">{{ place.name }}</text>
    </g>
  </svg>
</template>

<style scoped>
.map {
  display: block;
  width: 100%;
  max-width: 620px;
  margin-top: 12px;
  background: var(--bench);
  border: 1px solid var(--line);
  border-radius: 6px;
}
line {
  stroke: var(--iron);
  stroke-width: 2.5;
}
.assumed line {
  stroke-dasharray: 7 5;
}
circle {
  fill: var(--ink);
}
text {
  fill: var(--ink);
  font: 500 13px var(--text);
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--bench);
  stroke-width: 3.5px;
}
.length {
  font: 12px var(--mono);
  fill: var(--iron);
}
</style>
