<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { computed } from 'vue';
import { formatQuantity, stateWord, type Signal } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';

const project = useProject();
const own = computed(() => new Set(project.jobView?.signals));
/** The job's own signals first; they get the first keys. */
const signals = computed<Signal[]>(() => {
  const all = project.design?.signals ?? [];
  return [...all.filter(({ id }) => own.value.has(id)), ...all.filter(({ id }) => !own.value.has(id))];
});
const supply = computed(() => project.design?.supplies.find(({ id }) => id === project.job?.supply) ?? null);
const volts = computed(() => (supply.value ? (project.deskVolts[supply.value.id] ?? supply.value.restV) : 0));

useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.ctrlKey || event.metaKey || event.altKey || !/^[1-9]$/.test(event.key)) return;
  if (event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName)) return;
  const signal = signals.value[Number(event.key) - 1];
  if (signal) project.toggle(signal.id);
});
const summary = computed(() => {
  const view = project.jobView;
  if (!view || view.combinations === 0) return '';
  const settled = project.reading?.outcome === 'settled' ? '' : ' · the relays do not come to rest';
  return `${view.matching} of ${view.combinations} states match the sentence${settled}`;
});
</script>

<template>
  <section class="desk" aria-label="Signal desk">
    <h2 class="caps">Signal desk</h2>
    <div class="signals">
      <button
        v-for="(signal, at) in signals"
        :key="signal.id"
        class="signal"
        :class="{ other: !own.has(signal.id) }"
        :aria-pressed="project.deskOn.includes(signal.id)"
        :title="`${signal.name} ${stateWord(signal, project.deskOn.includes(signal.id))}`"
        @click="project.toggle(signal.id)"
      >
        {{ signal.name }} <kbd v-if="at < 9">{{ at + 1 }}</kbd>
      </button>
      <p v-if="signals.length === 0">No signals yet: add one on the left.</p>
    </div>
    <div class="row foot">
      <label v-if="supply" class="row slider">
        <span>{{ supply.name }}</span>
        <input
          type="range"
          :min="supply.lowestV"
          :max="supply.highestV"
          step="0.1"
          :value="volts"
          :aria-valuetext="formatQuantity(volts, 'V')"
          @input="project.setVolts(supply.id, Number(($event.target as HTMLInputElement).value))"
        />
        <span class="mono">{{ formatQuantity(volts, 'V') }}</span>
      </label>
      <span class="summary">{{ summary }}</span>
    </div>
  </section>
</template>

<style scoped>
.desk {
  padding: 10px 6px 8px 18px;
  display: flex;
  flex-direction: column;
  gap: 7px;
  min-width: 0;
}
.signals {
  display: flex;
  flex-wrap: wrap;
  gap: 7px;
}
.signal {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-bottom-width: 3px;
  border-radius: 4px;
  padding: 3px 9px;
  font-weight: 500;
  font-size: 13px;
  cursor: pointer;
}
.signal[aria-pressed='true'] {
  border-color: var(--control);
  background: var(--control-fill);
}
.signal.other {
  opacity: 0.72;
}
.foot {
  flex-wrap: wrap;
  gap: 4px 18px;
  font-size: 13px;
  color: var(--iron);
  margin-top: auto;
}
.slider input {
  width: 130px;
  accent-color: var(--copper);
}
</style>
