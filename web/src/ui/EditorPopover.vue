<script setup lang="ts">
/** A button whose editor opens in place, in reading order for the keyboard; Esc closes and goes back. */
import { Popover } from 'ant-design-vue';
import { nextTick, ref } from 'vue';

defineProps<{
  label: string;
  text?: string;
  buttonClass?: string;
  placement?: 'bottom' | 'bottomLeft' | 'bottomRight' | 'right' | 'rightTop';
}>();
const open = ref(false);
const root = ref<HTMLElement | null>(null);
const button = ref<HTMLButtonElement | null>(null);

async function change(now: boolean): Promise<void> {
  open.value = now;
  if (!now) return;
  await nextTick();
  setTimeout(() => root.value?.querySelector<HTMLElement>('.editor select, .editor input, .editor button')?.focus(), 40);
}
function close(): void {
  open.value = false;
  button.value?.focus();
}
</script>

<template>
  <span ref="root" class="holder" @keydown.esc.stop="close">
    <Popover
      :open="open"
      trigger="click"
      :placement="placement ?? 'bottomLeft'"
      :get-popup-container="(trigger) => trigger.parentElement!"
      destroy-tooltip-on-hide
      @open-change="change"
    >
      <template #content>
        <div class="editor" role="dialog" :aria-label="label"><slot name="editor" :close="close" /></div>
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
  display: grid;
  gap: 9px;
  min-width: 230px;
  max-width: 360px;
  font: 14px var(--text);
  white-space: normal;
}
</style>
