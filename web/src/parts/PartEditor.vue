<script setup lang="ts">
/** An own part as the card of its family, kept with each good keystroke. */
import { useEventListener } from '@vueuse/core';
import { onBeforeUnmount, ref } from 'vue';
import { isKept, isOwnRelay, ownPartSchema, partFieldTitle, type OwnPart } from '@iron-nudge/core';
import CardEditor from './CardEditor.vue';
import KeptEditor from './KeptEditor.vue';
import RelayEditor from './RelayEditor.vue';

const props = defineProps<{ part: OwnPart; save: (part: OwnPart) => Promise<boolean> }>();
const draft = ref<OwnPart>(props.part);
const problem = ref('');
const SAVE_AFTER_MS = 400;
/** What is typed and not sent yet. */
let waiting: OwnPart | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
const kept = ref(true);
async function send(): Promise<void> {
  clearTimeout(timer);
  const part = waiting;
  waiting = null;
  if (part) kept.value = (await props.save(part)) && waiting === null;
}
// Leaving keeps the last keystroke too.
onBeforeUnmount(() => void send());
useEventListener(window, 'pagehide', () => void send());

function put(part: OwnPart): void {
  draft.value = part;
  const parsed = ownPartSchema.safeParse(part);
  if (!parsed.success) {
    const [first] = parsed.error.issues;
    problem.value = `${partFieldTitle(part, first!.path.join('.'))}: ${first!.message}`;
    return;
  }
  problem.value = '';
  waiting = parsed.data;
  kept.value = false;
  clearTimeout(timer);
  timer = setTimeout(() => void send(), SAVE_AFTER_MS);
}
</script>

<template>
  <p v-if="problem" class="problem" role="alert">Not kept: {{ problem }}</p>
  <p v-else class="hint" role="status">{{ kept ? 'kept' : 'keeping…' }}</p>
  <div class="of-part">
    <RelayEditor v-if="isOwnRelay(draft)" :part="draft" @put="put" />
    <KeptEditor v-else-if="isKept(draft)" :part="draft" @put="put" />
    <CardEditor v-else :part="draft" @put="put" />
  </div>
</template>

<style scoped>
.of-part :deep(.card) {
  max-width: 920px;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--sheet);
  padding: 12px 16px;
  margin: 0 0 14px;
}
.of-part :deep(h2.caps) {
  margin: 0 0 6px;
}
.of-part :deep(.grid) {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 10px 16px;
  margin: 0 0 12px;
}
.hint,
.of-part :deep(.hint) {
  color: var(--iron);
  margin: 4px 0 10px;
}
.of-part :deep(.one small button) {
  color: var(--control);
  text-decoration: underline;
  text-underline-offset: 2px;
  font: inherit;
}
.of-part :deep(.one small) {
  color: var(--iron);
  font-size: 12px;
  display: block;
}
.of-part :deep(.assumed small) {
  color: var(--caution-text);
}
.of-part :deep(.assumed input) {
  background-image: repeating-linear-gradient(-45deg, transparent 0 6px, color-mix(in srgb, var(--caution) 14%, transparent) 6px 8px);
}
.problem {
  color: var(--danger);
  font-weight: 500;
}
</style>
