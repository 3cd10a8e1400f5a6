<script setup lang="ts">
import { computed } from 'vue';
import { sentenceText } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import EditorPopover from '../ui/EditorPopover.vue';
import LoadPhrase from './LoadPhrase.vue';
import ChoicePhrase from './ChoicePhrase.vue';
import SignalPhrase from './SignalPhrase.vue';

const project = useProject();
const phrases = computed(() => project.jobView?.sentence ?? []);
/** A full stop or a comma stays on the line of the phrase before it. */
const joined = (text: string) => text.replace(/^(?=[.,)])/, '\u2060');
const KIND_CLASS: Readonly<Record<string, string>> = { signal: 'control', load: 'copper' };
</script>

<template>
  <section class="bar" aria-label="Sentence">
    <p class="sentence" :aria-label="sentenceText(phrases)">
      <template v-for="(phrase, at) in phrases" :key="at">
        <template v-if="phrase.kind === 'words'">{{ joined(phrase.text) }}</template>
        <EditorPopover v-else :label="phrase.text" :button-class="`phrase ${KIND_CLASS[phrase.kind] ?? ''}`">
          {{ phrase.text }}
          <template #editor="{ close }">
            <SignalPhrase v-if="phrase.kind === 'signal'" :signal="phrase.signal" :path="phrase.path" @done="close" />
            <LoadPhrase v-else-if="phrase.kind === 'load'" :line="phrase.load" @done="close" />
            <ChoicePhrase v-else :kind="phrase.kind" />
          </template>
        </EditorPopover>
      </template>
    </p>
    <p class="hint">every underlined phrase opens in place · Tab moves between phrases · Enter edits</p>
  </section>
</template>

<style scoped>
.bar {
  background: var(--sheet);
  border-bottom: 1px solid var(--line);
  padding: 12px 22px 8px;
  position: relative;
  z-index: 3;
}
.sentence {
  font: 500 21.5px/1.42 var(--condensed);
  margin: 0;
}
.sentence :deep(.phrase) {
  display: inline;
  border-bottom: 2px solid var(--iron);
  font: inherit;
  line-height: 1.15;
  border-radius: 0;
}
.sentence :deep(.phrase.control) {
  color: var(--control);
  border-color: var(--control);
}
.sentence :deep(.phrase.copper) {
  color: var(--copper);
  border-color: var(--copper);
}
.sentence :deep(.phrase:hover) {
  background: var(--control-fill);
}
.hint {
  margin: 4px 0 0;
  font-size: 12px;
  color: var(--iron);
}
</style>
