<script setup lang="ts">
/**
 * A button whose editor opens beside what it changes: in the editors' place of its stage, or in a popover where the page has
 * none. Esc closes it and goes back to the button; one is open at a time.
 */
import { Popover } from 'ant-design-vue';
import { nextTick, onBeforeUnmount, ref, shallowRef, useId, watch } from 'vue';
import { openEditor, placeOfEditors } from './editors.ts';

const props = defineProps<{
  label: string;
  text?: string;
  buttonClass?: string;
  /** Somebody follows a number here: turning true opens it. */
  wanted?: boolean;
  placement?: 'bottom' | 'bottomLeft' | 'bottomRight' | 'right' | 'rightTop';
}>();
const emit = defineEmits<{ open: [] }>();
const id = useId();
const open = ref(false);
const place = shallowRef<HTMLElement | null>(null);
const editor = ref<HTMLElement | null>(null);
const button = ref<HTMLButtonElement | null>(null);

/** Beside its button in reading order; out of a side panel, which would cut it off. */
function containerOf(trigger: HTMLElement): HTMLElement {
  return trigger.closest<HTMLElement>('aside, nav')?.parentElement ?? trigger.parentElement!;
}

/** So long the editor may take to be up; it takes focus only once it is visible. */
const LONGEST_WAIT_MS = 20_000;

async function change(now: boolean): Promise<void> {
  if (now) place.value = placeOfEditors();
  open.value = now;
  if (!now) {
    if (openEditor.value === id) openEditor.value = '';
    return;
  }
  openEditor.value = id;
  emit('open');
  focusFirst(document.activeElement, performance.now() + LONGEST_WAIT_MS);
  await nextTick();
  editor.value?.scrollIntoView({ block: 'nearest' });
}
/** The popover asks to be opened with every click where the editor stands elsewhere: the second one closes it. */
const asked = (now: boolean) => void change(place.value !== null && open.value ? false : now);
function focusFirst(from: Element | null, untilMs: number): void {
  requestAnimationFrame(() => {
    // Closed meanwhile, or somebody is in it or elsewhere already: the focus is not ours to move.
    if (!open.value || ![from, document.body].includes(document.activeElement)) return;
    // Most begin with a box of several, which has to be fetched the first time: the place kept for it takes no focus and is waited for.
    editor.value?.querySelector<HTMLElement>('.editor-body :is(textarea, select, input, button, .coming)')?.focus();
    if (performance.now() < untilMs && !editor.value?.contains(document.activeElement)) focusFirst(from, untilMs);
  });
}
watch(
  () => props.wanted,
  (now) => {
    if (now) void change(true);
  },
);
watch(openEditor, (other) => {
  if (open.value && other !== id) open.value = false;
});
onBeforeUnmount(() => {
  if (openEditor.value === id) openEditor.value = '';
});
function close(): void {
  void change(false);
  button.value?.focus();
}
</script>

<template>
  <span class="holder" @keydown.esc.stop="close">
    <Popover
      :open="open && place === null"
      trigger="click"
      :placement="placement ?? 'bottomLeft'"
      :get-popup-container="containerOf"
      destroy-tooltip-on-hide
      @open-change="asked"
    >
      <template #content>
        <div ref="editor" class="editor" role="dialog" :aria-label="label" @keydown.esc.stop="close">
          <div class="editor-body"><slot name="editor" :close="close" /></div>
        </div>
      </template>
      <button ref="button" class="bare" :class="[buttonClass, { opened: open }]" :aria-expanded="open" aria-haspopup="dialog">
        <slot>{{ text }}</slot>
      </button>
    </Popover>
    <Teleport v-if="open && place !== null" :to="place">
      <div ref="editor" class="editor placed" role="dialog" :aria-label="label" @keydown.esc.stop="close">
        <div class="head">
          <strong>{{ label }}</strong>
          <button class="bare done" @click="close">Done</button>
        </div>
        <div class="editor-body"><slot name="editor" :close="close" /></div>
      </div>
    </Teleport>
  </span>
</template>

<style scoped>
.holder {
  position: relative;
  /* The popover's box is a block inside: it must not break the line that the button stands in. */
  display: inline-block;
}
.editor {
  font: 14px var(--text);
  white-space: normal;
}
.editor-body {
  display: grid;
  gap: 9px;
}
.editor:not(.placed) {
  max-height: calc(100vh - 48px);
  overflow-y: auto;
  min-width: 230px;
  max-width: 360px;
}
.placed {
  padding: 10px 12px 12px;
  border: 1px solid var(--line);
  border-top: 3px solid var(--control);
  background: var(--paper);
}
.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 12px;
  margin-bottom: 8px;
}
.head strong {
  font: 600 16px/1.2 var(--condensed);
}
.done {
  color: var(--control);
  text-decoration: underline;
}
</style>
