<script setup lang="ts">
/** What stands between what is on the page and what is kept, each with its way out. */
import { Modal, message } from 'ant-design-vue';
import { ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import type { Design } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { useRecords } from '../stores/records.ts';
import { download, fileName } from '../ui/download.ts';
import { late } from '../ui/late.ts';
import { wordsOf } from '../ui/words-of.ts';

/** What compares two versions wires both of them: fetched when somebody wants to see what differs. */
const DifferenceList = late(() => import('./DifferenceList.vue'), 'before');

const emit = defineEmits<{ undo: [] }>();
const project = useProject();
const records = useRecords();
const router = useRouter();
const theirs = shallowRef<Design | null>(null);
const isBusy = ref(false);

/** Does one thing at a time and says what went wrong. */
async function attempt(work: () => Promise<void>): Promise<void> {
  if (isBusy.value) return;
  isBusy.value = true;
  try {
    await work();
  } catch (error) {
    void message.error(wordsOf(error), 6);
  } finally {
    isBusy.value = false;
  }
}
const show = (id: string | null) => (id === null ? undefined : router.push({ name: 'design', params: { id } }));
const resolve = (choice: 'mine' | 'theirs' | 'copy') =>
  attempt(async () => {
    await show(await project.resolveConflict(choice));
    theirs.value = null;
    if (choice === 'theirs') void message.info('Their version is shown; undo brings yours back.', 4);
  });
const compare = () =>
  attempt(async () => {
    theirs.value = await project.theirs();
  });
const endGone = (choice: 'new' | 'back') => attempt(async () => void (await show(await project.endGone(choice))));
function takeFile(): void {
  const { design } = project;
  if (design) download(fileName(design.name, 'json'), 'application/json', JSON.stringify(design, null, 2));
}
function takeRecord(): void {
  const { refused } = records;
  if (refused) download('record.json', 'application/json', JSON.stringify(refused.record, null, 2));
}
</script>

<template>
  <div v-if="project.saving.kind === 'conflict'" class="banner" role="alert">
    <span>{{ project.saving.message }} Nothing of yours is lost.</span>
    <button class="plain-button" :disabled="isBusy" @click="compare">See what differs</button>
    <button class="plain-button" :disabled="isBusy" @click="resolve('theirs')">Take theirs</button>
    <button class="plain-button" :disabled="isBusy" @click="resolve('mine')">Keep mine</button>
    <button class="plain-button" :disabled="isBusy" @click="resolve('copy')">Keep mine as a copy</button>
  </div>
  <div v-else-if="project.saving.kind === 'gone'" class="banner" role="alert">
    <span>This project was deleted elsewhere. What is on this page is kept in this browser.</span>
    <button class="plain-button" :disabled="isBusy" @click="endGone('new')">Save it as a new project</button>
    <button class="plain-button" :disabled="isBusy" @click="endGone('back')">Bring it back from the bin</button>
  </div>
  <div v-else-if="project.saving.kind === 'refused'" class="banner" role="alert">
    <span
      >The server does not take this. <b v-if="project.saving.path">{{ project.saving.path }}:</b> {{ project.saving.message }} It is kept
      in this browser; change it, and it is sent again.</span
    >
    <button class="plain-button" :disabled="project.history.past.length === 0" @click="emit('undo')">Undo the last edit</button>
    <button class="plain-button" @click="takeFile">Take the file</button>
  </div>
  <div v-else-if="project.saving.kind === 'offline'" class="banner" role="alert">{{ project.saving.message }}</div>
  <div v-else-if="project.newer !== null" class="banner" role="alert">
    <span>Revision {{ project.newer }} was saved elsewhere: what is on this page is not what is kept.</span>
    <button class="plain-button" :disabled="isBusy" @click="attempt(project.takeNewer)">Show it</button>
  </div>
  <div v-if="records.refused" class="banner" role="alert">
    <span
      >One record is not taken by the server. <b v-if="records.refused.field">{{ records.refused.field }}:</b>
      {{ records.refused.message }} The others are sent; this one stays in this browser.</span
    >
    <button class="plain-button" @click="records.tryRefused()">Try again</button>
    <button class="plain-button" @click="takeRecord">Take it as a file</button>
    <button class="plain-button" @click="records.dropRefused()">Throw it away</button>
  </div>
  <Modal :open="theirs !== null" title="What differs" width="760px" :style="{ top: '40px' }" :footer="null" @cancel="theirs = null">
    <template v-if="theirs && project.design">
      <DifferenceList :before="theirs" :after="project.design" before-name="theirs" after-name="mine" />
      <p class="row">
        <button class="plain-button" :disabled="isBusy" @click="resolve('theirs')">Take theirs</button>
        <button class="plain-button" :disabled="isBusy" @click="resolve('mine')">Keep mine</button>
        <button class="plain-button" :disabled="isBusy" @click="resolve('copy')">Keep mine as a copy</button>
      </p>
    </template>
  </Modal>
</template>
