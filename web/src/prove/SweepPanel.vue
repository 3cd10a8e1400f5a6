<script setup lang="ts">
/** Every combination of many signals over all jobs at once, in the worker, with its progress and a way to stop it. */
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue';
import { thingsOf, type SweepRow } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SeverityMark from '../ui/SeverityMark.vue';

const MOST = 18;
const project = useProject();
const signals = computed(() => (project.design ? thingsOf(project.design) : []));
const vary = ref<readonly string[]>(signals.value.slice(0, 12).map(({ id }) => id));
type Run = { kind: 'idle' } | { kind: 'running' | 'done' | 'stopped'; done: number; total: number; differing: number; seconds: number };
const run = ref<Run>({ kind: 'idle' });
const rows = shallowRef<readonly SweepRow[]>([]);
const nameOf = (id: string) => signals.value.find((signal) => signal.id === id)?.name ?? id;

function toggle(id: string): void {
  vary.value = vary.value.includes(id) ? vary.value.filter((other) => other !== id) : [...vary.value, id];
}
async function start(): Promise<void> {
  rows.value = [];
  const begun = performance.now();
  const at = { done: 0, total: 2 ** vary.value.length, differing: 0, seconds: 0 };
  run.value = { kind: 'running', ...at };
  const whole = await project.sweep(vary.value, project.deskOn, ({ done, total, differing, rows: fresh }) => {
    Object.assign(at, { done, total, differing, seconds: (performance.now() - begun) / 1000 });
    run.value = { kind: 'running', ...at };
    if (fresh.length > 0) rows.value = [...rows.value, ...fresh];
  });
  run.value = { kind: whole ? 'done' : 'stopped', ...at };
}
const stop = () => project.stopSweep();
onBeforeUnmount(() => void stop());
</script>

<template>
  <section aria-label="Sweep" class="sweep">
    <h2>Every combination, all jobs at once</h2>
    <p class="hint">
      Choose the signals to go through; the others stay as they are on the desk. Jobs that remember are proved each on its own page.
    </p>
    <div class="chips">
      <button v-for="signal in signals" :key="signal.id" class="chip" :aria-pressed="vary.includes(signal.id)" @click="toggle(signal.id)">
        {{ signal.name }}
      </button>
    </div>
    <div class="row">
      <button class="plain-button strong" :disabled="vary.length === 0 || vary.length > MOST || run.kind === 'running'" @click="start">
        Solve {{ (2 ** vary.length).toLocaleString('en') }} states
      </button>
      <button v-if="run.kind === 'running'" class="plain-button" @click="stop">Stop</button>
      <span v-if="vary.length > MOST">At most {{ MOST }} signals at once.</span>
      <progress v-if="run.kind === 'running'" :value="run.done" :max="run.total" aria-label="Progress" />
      <span v-if="run.kind !== 'idle'" role="status">
        {{ run.done.toLocaleString('en') }} of {{ run.total.toLocaleString('en') }} solved{{
          run.kind === 'stopped' ? ', then stopped' : ''
        }}, {{ run.differing.toLocaleString('en') }} differ · {{ Math.max(0.1, run.seconds).toFixed(1) }} s
      </span>
    </div>
    <p v-if="run.kind === 'done' && run.differing === 0" class="good">
      <SeverityMark severity="hold" /> Every one of them does what was said.
    </p>
    <div v-if="rows.length" class="scroll" tabindex="0" aria-label="States that differ">
      <table class="sheet">
        <thead>
          <tr>
            <th scope="col">On</th>
            <th scope="col">Differs</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, at) in rows" :key="at">
            <td>{{ row.on.map(nameOf).join(', ') || 'nothing' }}</td>
            <td>{{ row.differs.join('; ') }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.sweep {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
h2 {
  font-size: 22px;
}
.hint {
  color: var(--iron);
  margin: 2px 0 8px;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 10px;
}
.chip {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 2px 9px;
  cursor: pointer;
  font-size: 13px;
}
.chip[aria-pressed='true'] {
  border-color: var(--control);
  background: var(--control-fill);
}
.good {
  display: flex;
  gap: 8px;
  align-items: center;
}
.scroll {
  overflow: auto;
  min-height: 0;
  border: 1px solid var(--line);
  margin-top: 10px;
}
</style>
