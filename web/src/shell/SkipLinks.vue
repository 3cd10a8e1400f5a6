<script setup lang="ts">
/** The first stops of the keyboard: past the bar and the side panel to what one came for. They are seen when they have the focus. */
import { ref } from 'vue';

const TARGETS = [
  { words: 'To the page', selector: 'main' },
  { words: 'To the sentence', selector: 'section[aria-label="Sentence"]' },
  { words: 'To the findings', selector: 'section[aria-label="Findings"]' },
] as const;
/** Those that are on this page; the page itself always is. */
const there = ref<readonly (typeof TARGETS)[number][]>(TARGETS.slice(0, 1));
const look = () => (there.value = TARGETS.filter(({ selector }) => document.querySelector(selector) !== null));
function go(selector: string): void {
  const target = document.querySelector<HTMLElement>(selector);
  if (!target) return;
  if (!target.hasAttribute('tabindex')) target.tabIndex = -1;
  target.focus();
  target.scrollIntoView({ block: 'nearest' });
}
</script>

<template>
  <nav class="skip" aria-label="Skip to" @focusin="look">
    <button v-for="{ words, selector } in there" :key="selector" @click="go(selector)">{{ words }}</button>
  </nav>
</template>

<style scoped>
/* Out of the bar’s row: what is not seen takes no room. */
.skip {
  position: absolute;
}
button {
  position: fixed;
  left: 8px;
  top: -60px;
  z-index: 2000;
  padding: 10px 16px;
  border: 2px solid var(--control);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  font: 600 15px var(--text);
}
button:focus {
  top: 6px;
}
</style>
