<script setup lang="ts">
/** Jobs that are ready to take: with them comes all that reads sentences, so that it is fetched when somebody looks. */
import { GALLERY, type Design } from '@iron-nudge/core';

defineEmits<{ pick: [title: string, add: (design: Design) => Design] }>();
</script>

<template>
  <button v-for="ready in GALLERY" :key="ready.id" class="bare ready" @click="$emit('pick', ready.title, ready.add)">
    <b>{{ ready.title }}</b>
    <span>{{ ready.words }}</span>
  </button>
</template>

<style scoped>
.ready {
  display: grid;
  padding: 6px 8px;
  border: 1px solid var(--line);
  border-radius: 4px;
}
.ready:hover {
  border-color: var(--control);
}
.ready span {
  color: var(--iron);
  font-size: 12.5px;
}
</style>
