<script setup lang="ts">
/** Every state of a job as a row: its signals, what was meant and found, how it stands at each corner, what a lost wire does. */
import { computed, onBeforeUnmount, ref } from 'vue';
import { formatQuantity, stateWord, type Signal, type StateRow, type StateTable } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SeverityMark from '../ui/SeverityMark.vue';

const props = defineProps<{ table: StateTable; rows: readonly StateRow[]; isDesk: (row: StateRow) => boolean }>();
/** A row under the pointer is shown; one that is clicked stays; null puts back what stood before. */
const emit = defineEmits<{ show: [row: StateRow | null]; put: [row: StateRow] }>();
/** For each signal, whether only rows with it on, or off, are shown. */
const fixed = defineModel<Readonly<Record<string, boolean>>>('fixed', { required: true });
const project = useProject();
const signals = computed<Signal[]>(() => props.table.signals.map((id) => project.design!.signals.find((signal) => signal.id === id)!));
const mostV = computed(() =>
  Math.max(1e-9, ...props.table.rows.flatMap(({ corners }) => corners.map(({ mostV: most }) => Math.abs(most)))),
);
const WIDE = 9;
const TALL = 20;
const bars = (row: StateRow) =>
  row.corners.map(({ name, leastV, mostV: most, matches }, at) => {
    const height = Math.max(1.5, (TALL * Math.max(Math.abs(leastV), Math.abs(most))) / mostV.value);
    return { name, matches, x: at * (WIDE + 3), y: TALL - height, height };
  });
const cornerWords = (row: StateRow) =>
  row.corners
    .map(({ name, leastV, mostV: most, matches }) => {
      const volts =
        Math.abs(most - leastV) < 0.05 ? formatQuantity(most, 'V') : `${formatQuantity(leastV, 'V')} to ${formatQuantity(most, 'V')}`;
      return `${name}: ${volts}${matches ? '' : ', differs'}`;
    })
    .join('; ');

const nameOf = (id: string) => signals.value.find((signal) => signal.id === id)?.name ?? id;
/** In a few words: what any one lost signal does to this row. */
function lostWords({ lost, meant }: StateRow): string {
  const unasked = lost.filter(({ wires }) => wires.length === 0).map(({ signal }) => nameOf(signal));
  const more = unasked.length > 0 ? `; ${unasked.join(', ')}: has no wire of its own` : '';
  const changing = lost.filter(({ states }) => states.some((state) => state !== meant));
  if (lost.every(({ wires }) => wires.length === 0)) return 'no wire of its own';
  if (changing.length === 0) return `stays ${meant}${more}`;
  const ends = [...new Set(changing.flatMap(({ states }) => states.filter((state) => state !== meant)))].join(' or ');
  return `${ends} by ${changing.length === lost.length ? 'any of them' : changing.map(({ signal }) => nameOf(signal)).join(', ')}${more}`;
}
const isWrong = ({ lost }: StateRow) => lost.some(({ wrong }) => wrong);

function fix(signal: Signal): void {
  const now = fixed.value[signal.id];
  const { [signal.id]: _, ...rest } = fixed.value;
  fixed.value = now === undefined ? { ...rest, [signal.id]: true } : now ? { ...rest, [signal.id]: false } : rest;
}
const fixWord = (signal: Signal) => (fixed.value[signal.id] === undefined ? 'any' : stateWord(signal, fixed.value[signal.id]!));

/** A pointer that crosses the table asks for nothing: only where it rests. */
const RESTS_MS = 120;
const waiting = ref<ReturnType<typeof setTimeout>>();
function over(row: StateRow): void {
  clearTimeout(waiting.value);
  waiting.value = setTimeout(() => emit('show', row), RESTS_MS);
}
// Who has left the page asks for nothing more.
onBeforeUnmount(() => clearTimeout(waiting.value));
function away(): void {
  clearTimeout(waiting.value);
  emit('show', null);
}
function put(row: StateRow): void {
  clearTimeout(waiting.value);
  emit('put', row);
}
</script>

<template>
  <table class="sheet" @mouseleave="away">
    <thead>
      <tr>
        <th v-for="signal in signals" :key="signal.id" scope="col">
          {{ signal.name }}
          <button class="bare fix" :aria-label="`${signal.name}: show ${fixWord(signal)}`" @click="fix(signal)">
            {{ fixWord(signal) }}
          </button>
        </th>
        <th v-if="table.sequential" scope="col">Before</th>
        <th scope="col">Meant</th>
        <th v-for="load in table.rows[0]?.loads ?? []" :key="load.name" scope="col">{{ load.name }}</th>
        <th scope="col">At four corners</th>
        <th v-if="table.lostAsked" scope="col">A signal lost</th>
        <th scope="col">Found</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="(row, at) in rows"
        :key="at"
        :class="{ desk: isDesk(row), differs: !row.matches }"
        :data-matches="row.matches"
        @mouseenter="over(row)"
      >
        <td v-for="(signal, index) in signals" :key="signal.id">
          <button
            v-if="index === 0"
            class="bare put"
            :aria-label="`${stateWord(signal, row.on[index]!)}: put the desk here, row ${at + 1}`"
            @click="put(row)"
          >
            <span class="lamp" :class="{ lit: row.on[index] }" aria-hidden="true" />{{ stateWord(signal, row.on[index]!) }}
          </button>
          <template v-else
            ><span class="lamp" :class="{ lit: row.on[index] }" aria-hidden="true" />{{ stateWord(signal, row.on[index]!) }}</template
          >
        </td>
        <td v-if="table.sequential" class="mono">{{ row.path.length - 1 }} {{ row.path.length === 2 ? 'step' : 'steps' }}</td>
        <td class="meant">{{ row.meant }}</td>
        <td v-for="load in row.loads" :key="load.name" class="mono">{{ load.state }} · {{ formatQuantity(load.volts, 'V') }}</td>
        <td>
          <svg class="corners" :width="4 * (WIDE + 3)" :height="TALL" role="img" :aria-label="cornerWords(row)">
            <title>{{ cornerWords(row) }}</title>
            <rect
              v-for="bar in bars(row)"
              :key="bar.name"
              :class="{ differs: !bar.matches }"
              :x="bar.x"
              :y="bar.y"
              :width="WIDE"
              :height="bar.height"
            />
          </svg>
        </td>
        <td v-if="table.lostAsked">
          <span class="row"><SeverityMark v-if="isWrong(row)" severity="caution" />{{ lostWords(row) }}</span>
        </td>
        <td>
          <span class="row"
            ><SeverityMark :severity="row.matches ? 'hold' : 'danger'" />{{
              row.matches ? 'as meant' : `${row.found} at ${row.differsAt.join('; ')}`
            }}</span
          >
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
th {
  position: sticky;
  top: 0;
  z-index: 1;
}
td {
  white-space: nowrap;
}
.lamp {
  display: inline-block;
  width: 9px;
  height: 9px;
  border: 1.5px solid var(--iron);
  border-radius: 50%;
  margin-right: 7px;
}
.lamp.lit {
  background: var(--control);
  border-color: var(--control);
}
.fix {
  color: var(--control);
  font: 12px var(--text);
  text-transform: none;
  letter-spacing: 0;
  text-decoration: underline;
  margin-left: 4px;
}
.meant {
  font-weight: 600;
}
.corners {
  display: block;
}
.corners rect {
  fill: var(--iron);
}
.corners .differs {
  fill: var(--danger);
}
tbody tr {
  position: relative;
  cursor: pointer;
}
.put::after {
  content: '';
  position: absolute;
  inset: 0;
}
tbody tr:hover,
.desk {
  background: var(--control-fill);
}
tr.differs td {
  color: var(--danger);
}
</style>
