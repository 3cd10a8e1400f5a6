<script setup lang="ts">
/** The voltage of one supply on the desk: by its slider, or as it stands when it is flat, at rest, charging. */
import { computed } from 'vue';
import { formatQuantity, supplyFacets, type Supply } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SlideField from '../ui/SlideField.vue';

const props = defineProps<{ supply: Supply }>();
const project = useProject();
const volts = computed(() => project.deskVolts[props.supply.id] ?? props.supply.restV);
const states = computed(() => supplyFacets(props.supply).states(props.supply));
</script>

<template>
  <div class="row slider" role="group" :aria-label="`Voltage of ${supply.name}`">
    <span class="name" :title="supply.name">{{ supply.name }}</span>
    <SlideField
      class="way"
      :label="supply.name"
      :model-value="volts"
      :least="states[0]!.volts"
      :most="states.at(-1)!.volts"
      :step="0.1"
      :marks="states.map(({ volts: level }) => level)"
      :words="(level) => formatQuantity(level, 'V')"
      @update:model-value="project.setVolts(supply.id, $event)"
    />
    <span class="mono">{{ formatQuantity(volts, 'V') }}</span>
    <span class="states">
      <button
        v-for="state in states"
        :key="state.words"
        class="bare"
        :aria-pressed="volts === state.volts"
        @click="project.setVolts(supply.id, state.volts)"
      >
        {{ state.words }}
      </button>
    </span>
  </div>
</template>

<style scoped>
.slider {
  flex: 1 0 100%;
  gap: 4px 8px;
  min-width: 0;
}
.name {
  flex: none;
  overflow: hidden;
  max-width: 120px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.way {
  flex: 0 1 130px;
  min-width: 40px;
}
.mono {
  white-space: nowrap;
}
.states {
  display: flex;
  gap: 2px 8px;
  font-size: 12.5px;
  white-space: nowrap;
}
.states button {
  color: var(--iron);
  text-decoration: underline dotted;
}
.states [aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
  text-decoration: none;
}
@media (max-width: 1100px) {
  .slider,
  .states {
    flex-wrap: wrap;
  }
}
</style>
