<script setup lang="ts">
/** Where a number comes from, as a way to it: the field, the part or the table. */
import { sourceText, type Source } from '@iron-nudge/core';

defineProps<{ source: Source }>();
const emit = defineEmits<{ follow: [path: string] }>();
</script>

<template>
  <button v-if="source.kind === 'entered' && /[.[]/.test(source.path)" class="bare link" @click="emit('follow', source.path)">
    {{ source.assumed ? 'assumed ›' : 'entered ›' }}
  </button>
  <RouterLink v-else-if="source.kind === 'part'" class="link" :to="{ name: 'parts', query: { part: source.part } }">{{
    sourceText(source)
  }}</RouterLink>
  <RouterLink v-else-if="'table' in source && source.table" class="link" :to="{ name: 'tables', params: { table: source.table } }">{{
    sourceText(source)
  }}</RouterLink>
  <template v-else>{{ sourceText(source) }}</template>
</template>

<style scoped>
.link {
  color: var(--control);
  text-decoration: underline;
}
</style>
