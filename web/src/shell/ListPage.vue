<script setup lang="ts">
/** A page of its own with a list of things at its left. */
import type { RouteLocationRaw } from 'vue-router';
import TopBar from './TopBar.vue';

defineProps<{ title: string; entries: readonly { id: string; title: string; to: RouteLocationRaw }[]; current: string }>();
</script>

<template>
  <div class="page">
    <TopBar />
    <div class="body">
      <nav :aria-label="title">
        <h2 class="caps">{{ title }}</h2>
        <RouterLink
          v-for="entry in entries"
          :key="entry.id"
          class="entry"
          :class="{ current: entry.id === current }"
          :aria-current="entry.id === current ? 'page' : undefined"
          :to="entry.to"
          >{{ entry.title }}</RouterLink
        >
        <slot name="nav" />
      </nav>
      <main tabindex="0"><slot /></main>
    </div>
  </div>
</template>

<style scoped>
.page {
  height: 100%;
  display: flex;
  flex-direction: column;
}
.body {
  position: relative;
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 206px minmax(0, 1fr);
}
nav {
  background: var(--bench);
  border-right: 1px solid var(--line);
  padding: 16px 12px;
  overflow-y: auto;
}
h2.caps {
  padding: 0 8px 6px;
}
.entry {
  display: block;
  padding: 5px 8px;
  border-radius: 4px;
  color: var(--ink);
  text-decoration: none;
  font-weight: 500;
}
.entry:hover {
  background: color-mix(in srgb, var(--sheet) 60%, transparent);
}
.entry.current {
  background: var(--sheet);
  box-shadow: inset 3px 0 0 var(--copper);
}
main {
  padding: 22px 28px;
  overflow-y: auto;
}
main :slotted(h1) {
  font-size: 28px;
}
@media (max-width: 800px) {
  .body {
    display: block;
    overflow-y: auto;
  }
  nav {
    display: flex;
    flex-wrap: wrap;
    border-right: 0;
  }
}
</style>
