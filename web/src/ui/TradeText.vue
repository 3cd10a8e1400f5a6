<script setup lang="ts">
/** Text in which a word of the trade says under the pointer what it means. */
import { computed } from 'vue';
import { tradeWords } from '@iron-nudge/core';

const props = defineProps<{ text: string }>();
const pieces = computed(() => tradeWords(props.text));
</script>

<template>
  <template v-for="({ text: words, meaning }, at) in pieces" :key="at"
    ><abbr v-if="meaning" :title="meaning">{{ words }}</abbr
    ><template v-else>{{ words }}</template></template
  >
</template>

<style scoped>
abbr {
  text-decoration: underline dotted 1px;
  text-underline-offset: 2px;
  cursor: help;
}
</style>
