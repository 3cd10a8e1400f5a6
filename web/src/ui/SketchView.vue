<script setup lang="ts">
/** A drawing without words, for a card. */
import type { Sketch, Stroke } from '@iron-nudge/core';

defineProps<{ sketch: Sketch }>();
/** Thickest last: what carries the load lies on top. */
const ORDER: readonly Stroke[] = ['link', 'control', 'return', 'supply', 'load', 'symbol'];
</script>

<template>
  <svg class="sketch" :viewBox="`0 0 ${sketch.width} ${sketch.height}`" aria-hidden="true">
    <path v-for="stroke in ORDER" :key="stroke" :class="stroke" :d="sketch.strokes[stroke]" />
  </svg>
</template>

<style scoped>
.sketch {
  display: block;
  width: 100%;
  height: 100%;
}
path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.1;
  vector-effect: non-scaling-stroke;
}
.load,
.supply {
  stroke: var(--copper);
  stroke-width: 2;
}
.control {
  stroke: var(--control);
}
.return {
  stroke-width: 2;
}
.link {
  stroke-dasharray: 3 3;
  stroke: var(--iron);
}
.symbol {
  fill: var(--sheet);
}
</style>
