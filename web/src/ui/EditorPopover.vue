<script setup lang="ts">
/** A button whose editor opens in place, in reading order for the keyboard; Esc closes and goes back. */
import { Popover } from 'ant-design-vue';
import { ref, watch } from 'vue';

const props = defineProps<{
  label: string;
  text?: string;
  buttonClass?: string;
  /** Somebody follows a number here: turning true opens it. */
  wanted?: boolean;
  placement?: 'bottom' | 'bottomLeft' | 'bottomRight' | 'right' | 'rightTop';
}>();
const emit = defineEmits<{ open: [] }>();
const open = ref(false);
const editor = ref<HTMLElement | null>(null);
const button = ref<HTMLButtonElement | null>(null);

/** Beside its button in reading order; out of a side panel, which would cut it off. */
function containerOf(trigger: HTMLElement): HTMLElement {
  return trigger.closest<HTMLElement>('aside')?.parentElement ?? trigger.parentElement!;
}

/** Frames to wait for the popover to be up, half a second or so; it takes focus only once it is visible. */
const MOST_FRAMES = 30;

function change(now: boolean): void {
  open.value = now;
  if (!now) return;
  emit('open');
  focusFirst(MOST_FRAMES);
}
function focusFirst(frames: number): void {
  requestAnimationFrame(() => {
    // Closed meanwhile, or somebody is in it already: the focus is not ours to move.
    if (!open.value || editor.value?.contains(document.activeElement)) return;
    editor.value?.querySelector<HTMLElement>('textarea, select, input, button')?.focus();
    if (frames > 0 && !editor.value?.contains(document.activeElement)) focusFirst(frames - 1);
  });
}
watch(
  () => props.wanted,
  (now) => {
    if (now) change(true);
  },
);
function close(): void {
  open.value = false;
  button.value?.focus();
}
</script>

<template>
  <span class="holder" @keydown.esc.stop="close">
    <Popover
      :open="open"
      trigger="click"
      :placement="placement ?? 'bottomLeft'"
      :get-popup-container="containerOf"
      destroy-tooltip-on-hide
      @open-change="change"
    >
      <template #content>
        <div ref="editor" class="editor" role="dialog" :aria-label="label" @keydown.esc.stop="close">
          <slot name="editor" :close="close" />
        </div>
      </template>
      <button ref="button" class="bare" :class="buttonClass" :aria-expanded="open" aria-haspopup="dialog">
        <slot>{{ text }}</slot>
      </button>
    </Popover>
  </span>
</template>

<style scoped>
.holder {
  position: relative;
  /* The popover's box is a block inside: it must not break the line that the button stands in. */
  display: inline-block;
}
.editor {
  max-height: calc(100vh - 48px);
  overflow-y: auto;
  display: grid;
  gap: 9px;
  min-width: 230px;
  max-width: 360px;
  font: 14px var(--text);
  white-space: normal;
}
</style>
