<script setup lang="ts">
import { computed, ref } from 'vue';
import { sentenceOf, type Phrase } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import InPlaceEditor from '../ui/InPlaceEditor.vue';
import AlwaysPhrase from './AlwaysPhrase.vue';
import DelayPhrase from './DelayPhrase.vue';
import LoadPhrase from './LoadPhrase.vue';
import OtherwisePhrase from './OtherwisePhrase.vue';
import ChoicePhrase from './ChoicePhrase.vue';
import SignalPhrase from './SignalPhrase.vue';
import { isWalking } from '../shell/help.ts';
import { late } from '../ui/late.ts';

const PlugInModal = late(() => import('./PlugInModal.vue'));
const WiringModal = late(() => import('./WiringModal.vue'));

interface Token {
  readonly phrase: Phrase;
  /** Plain words; of those after a phrase, a comma or full stop is that phrase's `stop` instead. */
  readonly words: string;
  readonly stop: string;
}

/** Neighbouring words as one. */
function joined(phrases: readonly Phrase[]): Phrase[] {
  return phrases.reduce<Phrase[]>((list, phrase) => {
    const last = list[list.length - 1];
    if (last?.kind === 'words' && phrase.kind === 'words') list[list.length - 1] = { kind: 'words', text: last.text + phrase.text };
    else list.push(phrase);
    return list;
  }, []);
}

const project = useProject();
const tokens = computed<Token[]>(() => {
  const phrases = joined(sentenceOf(project.design!, project.job!));
  const stopOf = (phrase: Phrase | undefined) => (phrase?.kind === 'words' ? (/^[.,)]+/.exec(phrase.text)?.[0] ?? '') : '');
  return phrases.map((phrase, at) => ({
    phrase,
    words: phrase.kind === 'words' ? phrase.text.slice(at > 0 ? stopOf(phrase).length : 0) : '',
    stop: phrase.kind === 'words' ? '' : stopOf(phrases[at + 1]),
  }));
});
const KIND_CLASS: Readonly<Record<string, string>> = { signal: 'control', always: 'control', delay: 'control', load: 'copper' };
const comparing = ref(false);
const plugging = ref(false);
/** Whether a number that somebody follows is edited behind a phrase. */
function isWanted(phrase: Phrase): boolean {
  const at = /\.(loads|otherwise\.loads)\[(\d+)\]/.exec(project.following);
  if (phrase.kind !== 'load' || !at) return false;
  const { loads, otherwise } = project.job!;
  const list = at[1] === 'loads' ? loads : otherwise.kind === 'loads' ? otherwise.loads : [];
  return list[Number(at[2])]?.id === phrase.load;
}
</script>

<template>
  <section class="bar" aria-label="Sentence" data-tour="sentence">
    <p class="sentence">
      <template v-for="({ phrase, words, stop }, at) in tokens" :key="at">
        <template v-if="phrase.kind === 'words'">{{ words }}</template>
        <span v-else class="together"
          ><InPlaceEditor
            :label="phrase.text"
            :text="phrase.text"
            :button-class="`phrase ${KIND_CLASS[phrase.kind] ?? ''}`"
            :wanted="isWanted(phrase)"
            ><template #editor="{ close }">
              <SignalPhrase v-if="phrase.kind === 'signal'" :signal="phrase.signal" :path="phrase.path" @done="close" />
              <AlwaysPhrase v-else-if="phrase.kind === 'always'" @done="close" />
              <DelayPhrase v-else-if="phrase.kind === 'delay'" :path="phrase.path" @done="close" />
              <OtherwisePhrase v-else-if="phrase.kind === 'otherwise'" />
              <LoadPhrase v-else-if="phrase.kind === 'load'" :line="phrase.load" @done="close" />
              <ChoicePhrase v-else :kind="phrase.kind" /> </template></InPlaceEditor
          >{{ stop }}</span
        >
      </template>
    </p>
    <p class="hint">
      underlined phrases open in place · Tab, Enter
      <button class="bare ways" @click="isWalking = true">show me around</button>
      <button v-if="project.jobView?.wiring" class="bare ways" @click="comparing = true">ways of wiring it</button>
      <button v-if="project.jobView?.wiring" class="bare ways" @click="plugging = true">what may I plug in?</button>
    </p>
    <WiringModal v-model:open="comparing" />
    <PlugInModal v-model:open="plugging" />
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
.together {
  white-space: nowrap;
}
.sentence :deep(.phrase) {
  white-space: normal;
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
  color: var(--copper-text);
  border-color: var(--copper);
}
.sentence :deep(.phrase.opened),
.sentence :deep(.phrase:hover) {
  background: var(--control-fill);
}
.hint {
  margin: 4px 0 0;
  font-size: 12px;
  color: var(--iron);
}
.ways {
  color: var(--control);
  text-decoration: underline;
  margin-left: 10px;
}
</style>
