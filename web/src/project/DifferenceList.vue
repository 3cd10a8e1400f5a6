<script setup lang="ts">
/** What differs between two designs: what was typed, and what that does to parts and wires. */
import { computed } from 'vue';
import { compareDesigns, differencesOf, type Design } from '@iron-nudge/core';
import ChangeList from '../ui/ChangeList.vue';

const { before, after } = defineProps<{ before: Design; after: Design; beforeName: string; afterName: string }>();
const typed = computed(() => differencesOf(before, after));
const built = computed(() => {
  try {
    return compareDesigns(before, after).changes;
  } catch {
    // A circuit that cannot be compiled is said where it is checked; what was typed stands here all the same.
    return [];
  }
});
</script>

<template>
  <div class="scroll">
    <p v-if="typed.length === 0">They say the same.</p>
    <table v-else class="sheet">
      <thead>
        <tr>
          <th>What</th>
          <th>{{ beforeName }}</th>
          <th>{{ afterName }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in typed" :key="one.where">
          <td>{{ one.where }}</td>
          <td class="mono">{{ one.before || '–' }}</td>
          <td class="mono">{{ one.after || '–' }}</td>
        </tr>
      </tbody>
    </table>
    <template v-if="built.length > 0">
      <h3>In parts and wires</h3>
      <ChangeList :changes="built" />
    </template>
  </div>
</template>

<style scoped>
.scroll {
  max-height: 52vh;
  overflow-y: auto;
}
td {
  overflow-wrap: anywhere;
}
</style>
