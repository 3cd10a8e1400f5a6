<script setup lang="ts">
/** Ready circuits in families, each to begin a project from. */
import { computed, ref } from 'vue';
import type { Family } from '@iron-nudge/core';
import shown from 'virtual:gallery';
import SketchView from '../ui/SketchView.vue';

const emit = defineEmits<{ chosen: [id: string] }>();
const families = [...new Set(shown.map(({ family }) => family))];
const NAMES: Readonly<Record<Family, string>> = { vehicle: 'vehicle', board: 'controller board', mains: 'mains', heat: 'heat' };
const family = ref<Family>(families[0]!);
const of = computed(() => shown.filter((ready) => ready.family === family.value));
</script>

<template>
  <section class="gallery" aria-labelledby="gallery-title">
    <div class="row">
      <h2 id="gallery-title" class="caps">Ready circuits to begin from</h2>
      <button v-for="one in families" :key="one" class="bare family" :aria-pressed="family === one" @click="family = one">
        {{ NAMES[one] }}
      </button>
    </div>
    <ul>
      <li v-for="ready in of" :key="ready.id">
        <button class="bare" :title="ready.words" @click="emit('chosen', ready.id)">
          <span class="picture"><SketchView v-if="ready.sketch" :sketch="ready.sketch" /></span>
          <b>{{ ready.title }}</b>
          <span class="words">{{ ready.words }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.gallery {
  margin-top: 26px;
}
.family {
  padding: 2px 4px;
  color: var(--iron);
}
.family[aria-pressed='true'] {
  color: var(--copper-text);
  font-weight: 600;
  box-shadow: 0 2px 0 var(--copper);
}
ul {
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 12px;
}
li > button {
  display: grid;
  grid-template-rows: auto auto 1fr;
  gap: 4px;
  width: 100%;
  height: 100%;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 8px;
}
li > button:hover {
  border-color: var(--copper);
}
.picture {
  height: 84px;
  background: var(--paper);
  padding: 4px;
}
b {
  font-weight: 600;
}
.words {
  color: var(--iron);
  font-size: 12.5px;
  line-height: 1.3;
}
</style>
