<script setup lang="ts">
/** What a threshold watches, as a slider with both of its levels marked. */
import { computed, ref } from 'vue';
import { formatQuantity, stateWord, thresholdState, type Signal } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';

const props = defineProps<{ signal: Extract<Signal, { nature: 'threshold' }> }>();
const project = useProject();
const voltage = computed(() => props.signal.watches.quantity === 'voltage');
const unit = computed(() => (voltage.value ? 'V' : '°C'));
const supply = computed(() => {
  const { watches } = props.signal;
  return watches.quantity === 'voltage' ? (project.design?.supplies.find(({ id }) => id === watches.supply) ?? null) : null;
});
const levels = computed(
  () => [Math.min(props.signal.closesAt, props.signal.opensAt), Math.max(props.signal.closesAt, props.signal.opensAt)] as const,
);
const room = computed(() => Math.max(voltage.value ? 1 : 10, levels.value[1] - levels.value[0]));
const least = computed(() => supply.value?.lowestV ?? Math.floor(levels.value[0] - room.value));
const most = computed(() => supply.value?.highestV ?? Math.ceil(levels.value[1] + room.value));
/** A voltage is seen in the circuit; a temperature begins where the signal stands. */
const isOn = computed(() => (project.reading ? project.reading.on : project.deskOn).includes(props.signal.id));
const celsius = ref(
  isOn.value === props.signal.closesAt > props.signal.opensAt ? levels.value[1] + room.value / 2 : levels.value[0] - room.value / 2,
);
const value = computed(() => (supply.value ? (project.deskVolts[supply.value.id] ?? supply.value.restV) : celsius.value));
const share = (level: number) => `${(100 * (level - least.value)) / (most.value - least.value)}%`;

function put(event: Event): void {
  const level = Number((event.target as HTMLInputElement).value);
  if (supply.value) return project.setVolts(supply.value.id, level);
  celsius.value = level;
  project.setSignal(props.signal.id, thresholdState(props.signal, level, project.deskOn.includes(props.signal.id)));
}
</script>

<template>
  <label class="level" :class="{ on: isOn }">
    <span class="name"
      >{{ signal.name }} <b>{{ stateWord(signal, isOn).replace('is ', '') }}</b></span
    >
    <span class="track">
      <input
        type="range"
        :min="least"
        :max="most"
        :step="voltage ? 0.1 : 1"
        :value="value"
        :aria-valuetext="`${formatQuantity(value, unit)}, ${stateWord(signal, isOn)}`"
        @input="put"
      />
      <i v-for="level in levels" :key="level" :style="{ left: share(level) }" aria-hidden="true" />
    </span>
    <span class="mono">{{ formatQuantity(value, unit) }}</span>
    <span class="marks mono" aria-hidden="true">closes {{ signal.closesAt }} · opens {{ signal.opensAt }}</span>
  </label>
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
.track {
  position: relative;
  display: block;
}
.track input {
  width: 100%;
  accent-color: var(--control);
  display: block;
}
.track i {
  position: absolute;
  top: 1px;
  height: 14px;
  border-left: 2px solid var(--copper);
  pointer-events: none;
}
.marks {
  grid-column: 1 / -1;
  font-size: 10.5px;
  color: var(--iron);
}
</style>
