<script setup lang="ts">
/** What the app filled in and nobody said: each value a way to its field, and a tick for what was found right. */
import { Modal } from 'ant-design-vue';
import { computed, nextTick, useTemplateRef } from 'vue';
import { assumptionsOf, withParts, type Assumption } from '@iron-nudge/core';
import { useRouter } from 'vue-router';
import { useProject } from '../stores/project.ts';
import { useOwnShelf } from './own-shelf.ts';
import { useUnits } from '../ui/units.ts';

const open = defineModel<boolean>('open', { required: true });
const project = useProject();
const { says } = useUnits();
const router = useRouter();
const assumed = computed(() => assumptionsOf(project.design!));
/** The button that was pressed is gone: without this the keyboard, and Esc, would be nowhere. */
const top = useTemplateRef('top');
const stay = () => void nextTick(() => top.value?.focus());
function check({ key, label }: Assumption): void {
  project.edit(`${label} checked`, (now) => ({ ...now, checked: [...now.checked, key] }));
  stay();
}
const PART = /^parts\[(\d+)\]/;
/** What a part's label and sheet say is typed on the shelf. */
function follow(path: string): void {
  open.value = false;
  const part = PART.exec(path);
  if (part) void router.push({ name: 'parts', params: { part: project.design!.parts[Number(part[1])]!.id } });
  else void project.follow(path);
}
const shelf = useOwnShelf();
const renewed = computed(() => project.design!.parts.filter((part) => shelf.otherwise(part)));
function takeAnew(): void {
  project.edit('parts taken anew from the shelf', (now) =>
    withParts(
      now,
      now.parts.map((part) => shelf.otherwise(part) ?? part),
    ),
  );
  stay();
}
</script>

<template>
  <Modal v-model:open="open" title="What is assumed" :footer="null" width="640px" :style="{ top: '40px' }">
    <div ref="top" tabindex="-1" class="top"></div>
    <p v-if="renewed.length > 0" class="row renewed">
      <span>{{ renewed.map(({ name }) => name).join(', ') }}: typed otherwise on the shelf since this project took a copy.</span>
      <button class="plain-button" @click="takeAnew">Take it anew</button>
    </p>
    <p v-if="assumed.length === 0">Nothing: every distance, temperature, resistance and voltage was entered or checked.</p>
    <template v-else>
      <p>
        The app filled these in. Every number that stands on one is only as good as the guess: enter what you measure, or say that it is so
        where you found it so.
      </p>
      <div class="scroll">
        <table class="sheet">
          <tbody>
            <tr v-for="entry in assumed" :key="entry.key">
              <td>{{ entry.label }}</td>
              <td class="number">{{ says(entry.value, entry.unit) }}</td>
              <td><button class="plain-button" @click="follow(entry.path)">Enter…</button></td>
              <td>
                <button class="plain-button" :aria-label="`It is so: ${entry.label}`" @click="check(entry)">It is so</button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </Modal>
</template>

<style scoped>
.top {
  outline: none;
}
.scroll {
  max-height: 62vh;
  overflow-y: auto;
}
button {
  white-space: nowrap;
}
td:first-child {
  width: 100%;
}
</style>
