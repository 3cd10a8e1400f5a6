<script setup lang="ts">
/** What can hurt in the job on the screen; nothing where nothing of it is on the mains. */
import { computed, ref } from 'vue';
import { cautionsFor } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';

const project = useProject();
const said = computed(() =>
  project.checked && project.checkedJob && project.analysis
    ? cautionsFor(project.checked, project.checkedJob, project.analysis.netlist)
    : [],
);
const all = ref(false);
</script>

<template>
  <div v-if="said.length" class="strip" role="note" aria-label="Cautions">
    <span aria-hidden="true" class="mark">▲</span>
    <p v-if="!all">{{ said[0] }}</p>
    <ul v-else>
      <li v-for="words in said" :key="words">{{ words }}</li>
    </ul>
    <button v-if="said.length > 1" class="bare more" :aria-expanded="all" @click="all = !all">
      {{ all ? 'less' : `and ${said.length - 1} more` }}
    </button>
  </div>
</template>

<style scoped>
.strip {
  display: flex;
  align-items: baseline;
  gap: 9px;
  padding: 5px 18px;
  background: color-mix(in srgb, var(--caution) 12%, var(--paper));
  border-bottom: 1px solid var(--line);
  font-size: 13px;
}
.mark {
  color: var(--caution);
}
p,
ul {
  margin: 0;
  flex: 1;
}
ul {
  padding-left: 16px;
}
.more {
  color: var(--control);
  white-space: nowrap;
}
</style>
