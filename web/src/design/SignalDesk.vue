<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { computed, ref } from 'vue';
import {
  formatQuantity,
  intentOf,
  isCharged,
  linesOf,
  stateWord,
  supplyIdOf,
  type Controller,
  type Signal,
  levelsOf,
  isPin,
  isRegulator,
  isMomentary,
  thingsOf,
} from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import LevelSlider from './LevelSlider.vue';
import SupplySlider from './SupplySlider.vue';
import { late } from '../ui/late.ts';
import { isTyping } from '../ui/typing.ts';

const HeatModal = late(() => import('./HeatModal.vue'));

const project = useProject();
const own = computed(() => new Set(project.design && project.job ? intentOf(project.design, project.job).signals : []));
/** The job's own signals first; they get the first keys. */
const signals = computed<Signal[]>(() => {
  // What a job switches nobody operates.
  const all = project.design ? thingsOf(project.design) : [];
  return [...all.filter(({ id }) => own.value.has(id)), ...all.filter(({ id }) => !own.value.has(id))];
});
const buttons = computed(() => signals.value.filter((signal) => levelsOf(signal) === null));
/** Boards that the job's pins are of. */
const boards = computed(() =>
  (project.design?.controllers ?? []).filter((board) =>
    (project.design?.signals ?? []).some((signal) => isPin(signal) && signal.controller === board.id && own.value.has(signal.id)),
  ),
);
/** What belongs to other jobs is folded: it moves this one only where they share a supply. */
const all = ref(false);
/** Its own, and what the programs of its pins ask. */
const near = computed(
  () =>
    new Set([...own.value, ...boards.value.flatMap(({ program }) => program.flatMap((step) => ('signal' in step ? [step.signal] : [])))]),
);
const shown = computed(() => buttons.value.filter(({ id }) => all.value || near.value.has(id)));
const others = computed(() => buttons.value.filter(({ id }) => !near.value.has(id)).length);
const thresholds = computed(() => signals.value.filter((signal) => levelsOf(signal) !== null && own.value.has(signal.id)));
/** What feeds anything of this job, its load first, and what it charges; a slider of its own shows one that a threshold watches. */
const supplies = computed(() => {
  const { design, job } = project;
  if (!design || !job) return [];
  const loads = supplyIdOf(design, job);
  const feeding = (project.analysis?.netlist.parts ?? []).flatMap(({ spec, jobs }) =>
    jobs.includes(job.id) && 'supply' in spec && typeof spec.supply === 'string' ? [spec.supply] : [],
  );
  const charged = linesOf(job).flatMap((load) => (isCharged(load) ? [load.supply] : []));
  const others = new Set([...feeding, ...charged]);
  const watched = new Set(thresholds.value.map((signal) => levelsOf(signal)?.supply));
  return [
    ...design.supplies.filter(({ id }) => id === loads),
    ...design.supplies.filter(({ id }) => id !== loads && others.has(id)),
  ].filter(({ id }) => !watched.has(id));
});
const isOn = (signal: Signal) => (driven(signal) ? (project.reading?.on.includes(signal.id) ?? false) : project.deskOn.includes(signal.id));

function key(event: KeyboardEvent): Signal | undefined {
  if (event.ctrlKey || event.metaKey || event.altKey || !/^[1-9]$/.test(event.key) || isTyping(event.target)) return undefined;
  return buttons.value[Number(event.key) - 1];
}
// A switch changes over at each press of its key; a button is held as long as its key is.
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const signal = key(event);
  if (!signal || event.repeat || driven(signal)) return;
  if (isMomentary(signal)) project.setSignal(signal.id, true);
  else project.toggle(signal.id);
});
useEventListener(window, 'keyup', (event: KeyboardEvent) => {
  const signal = key(event);
  if (signal && isMomentary(signal)) project.setSignal(signal.id, false);
});
// Wherever the pointer is let go, no button stays pressed.
useEventListener(window, ['pointerup', 'pointercancel', 'blur'], () => {
  for (const signal of signals.value) if (isMomentary(signal) && isOn(signal)) project.setSignal(signal.id, false);
});
function press(signal: Signal, event: PointerEvent): void {
  if (!isMomentary(signal) || event.button !== 0) return;
  project.setSignal(signal.id, true);
}
function click(signal: Signal): void {
  if (!isMomentary(signal) && !driven(signal)) project.toggle(signal.id);
}
function hold(signal: Signal, event: KeyboardEvent, on: boolean): void {
  if (!isMomentary(signal) || event.repeat) return;
  event.preventDefault();
  project.setSignal(signal.id, on);
}

const listens = (board: Controller) => board.program.some(({ do: what }) => what === 'character');
function boardWords(board: Controller): string {
  const read = project.reading?.boards[board.id];
  if (!read) return 'not powered: its pins follow your hand';
  if (read.booting) {
    const left = Math.max(0, (read.nextS ?? 0) - project.now);
    const loose = read.adrift.map((id) => project.design!.signals.find((signal) => signal.id === id)?.name ?? id).join(', ');
    return `starting, ${left.toFixed(1)} s${loose ? ` · nothing holds ${loose}: shown at its worst` : ''}`;
  }
  return read.nextS === null ? 'running' : `running, next in ${Math.max(0, read.nextS - project.now).toFixed(1)} s`;
}
/** A pin whose board runs its program is not the hand's to move. */
const driven = (signal: Signal) => isPin(signal) && signal.controller !== null && project.boards[signal.controller] !== undefined;
function typed(board: Controller, event: Event): void {
  const field = event.target as HTMLInputElement;
  project.typeTo(board.id, field.value);
  field.value = '';
}
/** What a temperature controller of this job heats. */
const regulator = computed(() => signals.value.filter(isRegulator).find(({ id }) => own.value.has(id)));
const heatOpen = ref(false);

const summary = computed(() => {
  const view = project.jobView;
  if (!view || view.combinations === 0) return '';
  const settled = !project.reading || project.reading.outcome === 'settled' ? '' : ' · the relays do not come to rest';
  const more = view.cut ? '; there are more than were looked at' : '';
  return `${view.matching} of ${view.combinations} states match the sentence${more}${settled}`;
});
const waiting = computed(() => {
  const next = project.reading?.waiting[0];
  const part = next && project.analysis?.netlist.parts.find(({ id }) => id === next.part);
  return next && part
    ? { text: `${part.tag} ${next.closes ? 'pulls in' : 'falls'} in ${Math.max(0, Math.ceil(next.dueS - project.now))} s` }
    : null;
});
const liveOff = computed(() =>
  (project.reading?.live ?? []).map(({ part, volts: across }) => {
    const found = project.analysis?.netlist.parts.find(({ id }) => id === part);
    return `${found?.tag ?? ''} ${found?.name ?? part} is off and still ${formatQuantity(across, 'V')} to earth`;
  }),
);
const sneaks = computed(() =>
  (project.reading?.sneaks ?? []).map(({ part, volts: across }) => {
    const found = project.analysis?.netlist.parts.find(({ id }) => id === part);
    return `${found?.tag ?? ''} ${found?.name ?? part} gets ${formatQuantity(across, 'V')} by a way that nobody meant`;
  }),
);
</script>

<template>
  <section class="desk" aria-label="Signal desk" data-tour="desk">
    <div class="row top">
      <h2 class="caps">Signal desk</h2>
      <span class="summary">{{ summary }}</span>
    </div>
    <div class="signals">
      <button
        v-for="signal in shown"
        :key="signal.id"
        class="signal"
        :class="{ other: !own.has(signal.id), momentary: isMomentary(signal), driven: driven(signal) }"
        :aria-disabled="driven(signal) ? 'true' : undefined"
        :aria-pressed="isOn(signal)"
        :title="`${signal.name} ${stateWord(signal, isOn(signal))}${isMomentary(signal) ? ': hold it' : ''}`"
        @click="click(signal)"
        @pointerdown="press(signal, $event)"
        @keydown.space.enter="hold(signal, $event, true)"
        @keyup.space.enter="hold(signal, $event, false)"
      >
        {{ signal.name }} <kbd v-if="buttons.indexOf(signal) < 9">{{ buttons.indexOf(signal) + 1 }}</kbd>
      </button>
      <button v-if="others > 0" class="bare more" :aria-expanded="all" @click="all = !all">
        {{ all ? 'only this job’s' : `+ ${others} of other jobs` }}
      </button>
      <LevelSlider v-for="signal in thresholds" :key="signal.id" :signal="signal" />
      <p v-if="own.size === 0 && project.job?.when.op === 'always'">Nothing works it: it is on while its supply is there.</p>
      <p v-else-if="signals.length === 0">No signals yet: add one on the left.</p>
    </div>
    <div v-for="board in boards" :key="board.id" class="row boardrow">
      <button
        class="signal"
        :aria-pressed="project.boards[board.id] !== undefined"
        @click="project.runBoard(board.id, project.boards[board.id] === undefined)"
      >
        {{ board.name }}: {{ project.boards[board.id] ? 'power off' : 'power on and run' }}
      </button>
      <button v-if="project.boards[board.id]" class="plain-button" @click="project.runBoard(board.id, true)">Start again</button>
      <input
        v-if="project.boards[board.id] && listens(board)"
        class="typed mono"
        :aria-label="`Characters to ${board.name}`"
        placeholder="type to it"
        @input="typed(board, $event)"
      />
      <span role="status" :class="{ loose: (project.reading?.boards[board.id]?.adrift.length ?? 0) > 0 }">{{ boardWords(board) }}</span>
    </div>
    <p v-for="words in liveOff" :key="words" class="sneak danger" role="alert"><span aria-hidden="true">■</span> {{ words }}</p>
    <p v-for="words in sneaks" :key="words" class="sneak" role="alert"><span aria-hidden="true">▲</span> {{ words }}</p>
    <div class="row foot">
      <SupplySlider v-for="supply in supplies" :key="supply.id" :supply="supply" />
      <span v-if="waiting" class="row" role="status">
        {{ waiting.text }}
        <button class="plain-button" @click="project.skipTime()">Let it pass</button>
      </span>
      <button v-if="regulator" class="plain-button" @click="heatOpen = true">Heat it up…</button>
      <HeatModal v-if="regulator" v-model:open="heatOpen" :regulator="regulator" />
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
  touch-action: none;
  user-select: none;
}
.signal.momentary {
  border-radius: 14px;
}
.signal[aria-pressed='true'] {
  border-color: var(--control);
  background: var(--control-fill);
}
.signal.other {
  opacity: 0.72;
}
.signal.driven {
  cursor: default;
  border-style: dashed;
  border-bottom-style: solid;
}
.boardrow {
  flex-wrap: wrap;
  gap: 4px 10px;
  font-size: 13px;
  color: var(--iron);
}
.loose {
  color: var(--danger);
  font-weight: 600;
}
.typed {
  width: 96px;
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 2px 6px;
  background: var(--sheet);
  color: var(--ink);
}
.sneak {
  margin: 0;
  color: var(--caution);
  font-weight: 600;
  font-size: 13px;
}
.sneak.danger {
  color: var(--danger);
}
.foot {
  flex-wrap: wrap;
  gap: 4px 18px;
  font-size: 13px;
  color: var(--iron);
  margin-top: auto;
}
.top {
  justify-content: space-between;
}
.more {
  color: var(--control);
  text-decoration: underline;
  font-size: 13px;
  align-self: center;
}
</style>
