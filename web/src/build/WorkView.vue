<script setup lang="ts">
/** The order of work, to be ticked where it is done: on a phone too, and on from where it was left off. */
import { useLocalStorage } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { PHASES, soldName, stepPicture, type WorkStep } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { useRecords } from '../stores/records.ts';
import { latest } from '../ui/latest.ts';
import { day } from '../ui/when.ts';
import MainsGate from './MainsGate.vue';

const project = useProject();
const records = useRecords();
const initials = useLocalStorage('iron-nudge:initials', '');
const netlist = computed(() => project.analysis!.netlist);
/** What each step should find is read from the circuit by the second worker. */
const { state: read, refresh } = latest(() => project.work());
watch(() => project.analysis, refresh, { immediate: true });
const work = computed(() => (read.value.kind === 'ready' ? read.value.value : null));
const steps = computed(() => work.value?.steps ?? []);
const phases = computed(() =>
  PHASES.map((phase) => ({ phase, steps: steps.value.filter((step) => step.phase === phase) })).filter(({ steps: own }) => own.length > 0),
);
const done = (step: WorkStep) => records.ticks.get(step.id);
const count = computed(() => steps.value.filter(done).length);
/** Where one left off. */
const next = computed(() => steps.value.find((step) => !done(step)) ?? null);
const opened = ref<string | null>(null);
const isOpen = (step: WorkStep) => (opened.value === null ? next.value?.id === step.id : opened.value === step.id);
const tagOf = (wire: string) => netlist.value.wires.find(({ id }) => id === wire)?.tag ?? wire;
const wireWords = (id: string) => {
  const rows = project.analysis!.wires.filter(({ wire }) => wire === id);
  return rows.map((row) => `${row.tag}  ${row.colour} ${soldName(row.sizeMm2)}  ${row.from} → ${row.to}`);
};

/** That part of the drawing: what the step lays stands out, all else is grey. */
function picture(step: WorkStep): string | null {
  const drawn = stepPicture(netlist.value, step);
  return drawn && `data:image/svg+xml;utf8,${encodeURIComponent(drawn.svg)}`;
}
function tick(step: WorkStep): void {
  const standing = done(step);
  records.add({
    kind: 'tick',
    step: step.id,
    words: step.title,
    done: standing === undefined,
    initials: initials.value.trim().slice(0, 8),
  });
  opened.value = null;
}
</script>

<template>
  <section class="work" aria-label="Order of work">
    <div class="row head">
      <label class="field">Your initials <input v-model="initials" maxlength="8" autocomplete="off" /></label>
      <div class="progress" role="status">
        <span class="mono">{{ count }} of {{ steps.length }}</span>
        <progress :value="count" :max="steps.length || 1" aria-label="Steps done" />
        <span v-if="records.sync.kind !== 'kept'" class="kept">{{
          records.sync.kind === 'sending' ? 'sending…' : 'kept here until the server answers'
        }}</span>
      </div>
    </div>
    <p v-if="read.kind === 'failed'" class="note" role="alert">
      The steps were not worked out. {{ read.message }} <button class="plain-button" @click="refresh">Try again</button>
    </p>
    <p v-else-if="work === null" class="note" role="status">Reading from the circuit what each step should find…</p>
    <p v-else-if="steps.length === 0" class="note">Nothing to build yet: a job that is wired puts its steps here.</p>
    <template v-for="{ phase, steps: own } in phases" :key="phase">
      <h2 class="caps">{{ phase }}</h2>
      <MainsGate v-if="phase === 'supply'" :steps="work!.mains" />
      <ol>
        <li v-for="step in own" :key="step.id" :data-done="done(step) ? 'yes' : 'no'" :class="{ next: next?.id === step.id }">
          <div class="top">
            <label class="tick">
              <input type="checkbox" :checked="done(step) !== undefined" :aria-label="step.title" @change="tick(step)" />
            </label>
            <button class="bare title" :aria-expanded="isOpen(step)" @click="opened = isOpen(step) ? '' : step.id">
              {{ step.title }}
              <span v-if="done(step)" class="by mono">{{ day(done(step)!.at) }} {{ done(step)!.initials }}</span>
            </button>
          </div>
          <div v-if="isOpen(step)" class="body">
            <p v-if="step.caution" class="caution">▲ {{ step.caution }}</p>
            <p>{{ step.text }}</p>
            <template v-if="step.wires.length > 0 && step.phase !== 'tug'">
              <ul v-if="step.wires.length <= 16" class="wires mono">
                <template v-for="id in step.wires" :key="id">
                  <li v-for="words in wireWords(id)" :key="words">{{ words }}</li>
                </template>
              </ul>
              <p v-else class="mono">{{ step.wires.map(tagOf).join('  ') }}</p>
            </template>
            <img v-if="picture(step)" :src="picture(step)!" :alt="`${step.title}: its part of the drawing`" />
            <p class="check"><b>Check:</b> {{ step.check }}</p>
            <ul v-if="step.finds.length > 0" class="check finds">
              <li v-for="words in step.finds" :key="words">{{ words }}</li>
            </ul>
          </div>
        </li>
      </ol>
    </template>
  </section>
</template>

<style scoped>
.work {
  max-width: 860px;
}
.head {
  align-items: end;
  justify-content: space-between;
  position: sticky;
  /* Over the padding of the page too: nothing shows above it. */
  top: -14px;
  background: var(--paper);
  z-index: 2;
  padding: 16px 0 8px;
}
.head .field {
  width: 110px;
}
.progress {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
progress {
  accent-color: var(--hold);
}
.kept {
  color: var(--caution-text);
  font-size: 12.5px;
}
.note {
  color: var(--iron);
}
h2.caps {
  margin: 12px 0 4px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  background: var(--sheet);
  border: 1px solid var(--line);
}
ol > li {
  border-bottom: 1px solid var(--line);
}
ol > li:last-child {
  border-bottom: 0;
}
ol > li.next {
  box-shadow: inset 4px 0 0 var(--copper);
}
.top {
  display: flex;
  align-items: center;
}
.tick {
  padding: 8px 12px;
}
.tick input {
  width: 20px;
  height: 20px;
  accent-color: var(--hold);
  display: block;
}
.title {
  flex: 1;
  padding: 8px 10px 8px 0;
  font-weight: 600;
}
[data-done='yes'] .title {
  color: var(--iron);
  font-weight: 400;
}
.by {
  float: right;
  font-size: 12px;
  color: var(--hold);
}
.body {
  padding: 0 14px 10px 44px;
}
.body p {
  margin: 3px 0;
}
.wires {
  margin: 6px 0;
  padding: 0;
  list-style: none;
  font-size: 12.5px;
}
.caution {
  color: var(--caution-text);
  font-weight: 600;
}
.check {
  color: var(--hold);
}
.finds {
  margin: 2px 0 4px;
  padding-left: 20px;
}
img {
  display: block;
  max-width: 100%;
  max-height: 330px;
  background: #fff;
  border: 1px solid var(--line);
  margin: 6px 0;
}
@media (max-width: 800px) {
  .tick {
    padding: 12px 14px;
  }
  .tick input {
    width: 28px;
    height: 28px;
  }
  .title {
    min-height: 52px;
    font-size: 16px;
  }
  .by {
    float: none;
    display: block;
  }
  .body {
    padding: 0 14px 12px;
    font-size: 15px;
  }
  .head input {
    font-size: 16px;
    min-height: 40px;
  }
}
</style>
