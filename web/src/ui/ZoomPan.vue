<script setup lang="ts">
/** What is inside it can be zoomed and moved: wheel, drag, two fingers, buttons, and the keys + − 0. */
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent } from 'd3-zoom';
import { onMounted, ref } from 'vue';

const box = ref<HTMLDivElement | null>(null);
const transform = ref('none');
const behaviour = zoom<HTMLDivElement, unknown>()
  .scaleExtent([0.5, 12])
  .on('zoom', ({ transform: now }: D3ZoomEvent<HTMLDivElement, unknown>) => {
    transform.value = `translate(${now.x}px, ${now.y}px) scale(${now.k})`;
  });
onMounted(() => select(box.value!).call(behaviour).on('dblclick.zoom', null));
const by = (factor: number) => select(box.value!).call(behaviour.scaleBy, factor);
const fit = () => select(box.value!).call(behaviour.transform, zoomIdentity);
function key(event: KeyboardEvent): void {
  if (event.key === '+' || event.key === '=') by(1.4);
  else if (event.key === '-') by(1 / 1.4);
  else if (event.key === '0') fit();
  else return;
  event.preventDefault();
}
</script>

<template>
  <div class="frame" @keydown="key">
    <div ref="box" class="window" tabindex="0" aria-label="Zoom with + and −, all of it with 0, move by dragging">
      <div class="inside" :style="{ transform }"><slot /></div>
    </div>
    <div class="tools">
      <button class="plain-button" aria-label="Larger" @click="by(1.4)">+</button>
      <button class="plain-button" aria-label="Smaller" @click="by(1 / 1.4)">−</button>
      <button class="plain-button" @click="fit">All of it</button>
    </div>
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  min-height: 0;
  height: 100%;
}
.window {
  height: 100%;
  overflow: hidden;
  cursor: grab;
  touch-action: none;
}
.inside {
  height: 100%;
  transform-origin: 0 0;
}
.tools {
  position: absolute;
  right: 10px;
  bottom: 10px;
  display: flex;
  gap: 6px;
}
</style>
