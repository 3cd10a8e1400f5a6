<script setup lang="ts">
/** What a sensor of two levels watches, as a slider with both of its levels marked. */
import { computed, ref } from 'vue';
import { levelsOf, stateWord, thresholdState, type Signal } from '@iron-nudge/core';
import SlideField from '../ui/SlideField.vue';
import { useProject } from '../stores/project.ts';
import { useUnits } from '../ui/units.ts';

const props = defineProps<{ signal: Signal }>();
const project = useProject();
const { says } = useUnits();
const own = computed(() => levelsOf(props.signal)!);
const unit = computed(() => own.value.unit);
const supply = computed(() => project.design?.supplies.find(({ id }) => id === own.value.supply) ?? null);
const levels = computed(() => [Math.min(own.value.closesAt, own.value.opensAt), Math.max(own.value.closesAt, own.value.opensAt)] as const);
const least = computed(() => supply.value?.lowestV ?? own.value.least);
const most = computed(() => supply.value?.highestV ?? own.value.most);
/** A voltage is seen in the circuit; all else begins where the signal stands. */
const isOn = computed(() => (project.reading ? project.reading.on : project.deskOn).includes(props.signal.id));
const room = (own.value.most - own.value.least) / 8;
const outside = ref(isOn.value === own.value.closesAt > own.value.opensAt ? levels.value[1] + room : levels.value[0] - room);
const value = computed(() => (supply.value ? (project.deskVolts[supply.value.id] ?? supply.value.restV) : outside.value));

function put(level: number): void {
  if (supply.value) return project.setVolts(supply.value.id, level);
  outside.value = level;
  project.setSignal(props.signal.id, thresholdState(own.value, level, project.deskOn.includes(props.signal.id)));
}
</script>

<template>
  <div class="level" :class="{ on: isOn }">
    <span class="name"
      >{{ signal.name }} <b>{{ stateWord(signal, isOn).replace('is ', '') }}</b></span
    >
    <SlideField
      :label="signal.name"
      :model-value="value"
      :least="least"
      :most="most"
      :step="own.step"
      :marks="levels"
      :words="(level) => `${says(level, unit)}, ${stateWord(signal, isOn)}`"
      @update:model-value="put"
    />
    <span class="mono">{{ says(value, unit) }}</span>
    <span class="marks mono" aria-hidden="true">closes {{ says(own.closesAt, unit) }} · opens {{ says(own.opensAt, unit) }}</span>
  </div>
</template>

<style scoped>
.level {
  display: grid;
  grid-template-columns: auto 120px auto;
  gap: 0 8px;
  align-items: center;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-bottom-width: 3px;
  border-radius: 4px;
  padding: 2px 9px;
  font-size: 13px;
}
.level.on {
  border-color: var(--control);
  background: var(--control-fill);
}
.name {
  font-weight: 500;
}
.name b {
  color: var(--control);
}
.marks {
  grid-column: 1 / -1;
  font-size: 10.5px;
  color: var(--iron);
}
</style>
