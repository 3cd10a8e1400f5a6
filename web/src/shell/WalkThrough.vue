<script setup lang="ts">
/**
 * A short walk over the Design page that can be left at any step; a stop that is not on the page is passed over. The library's
 * stock form is no dialog to a screen reader, has no key to leave it and does not take the focus: given to it here.
 */
import { useEventListener } from '@vueuse/core';
import { Tour } from 'ant-design-vue';
import { onMounted, ref, watch } from 'vue';
import { STOPS } from './screens.ts';

const open = defineModel<boolean>('open', { required: true });
const current = ref(0);
const targetOf = (at: string) => document.querySelector<HTMLElement>(`[data-tour="${at}"]`);
const stops = ref<{ title: string; description: string; target: () => HTMLElement; placement: (typeof STOPS)[number]['side'] }[]>([]);
let before: Element | null = null;

/** The panel comes to where it belongs over some frames, and takes the focus only once it is seen. */
const FRAMES = 60;
function announce(left = FRAMES): void {
  const stop = stops.value[current.value];
  if (!open.value || !stop) return;
  const panel = document.querySelector<HTMLElement>('.ant-tour');
  panel?.setAttribute('role', 'dialog');
  panel?.setAttribute('aria-label', `${current.value + 1} of ${stops.value.length}: ${stop.title}. ${stop.description}`);
  const next = panel?.querySelector<HTMLElement>('.ant-btn-primary');
  next?.focus({ preventScroll: true });
  if ((!next || document.activeElement !== next) && left > 0) requestAnimationFrame(() => announce(left - 1));
}
function begin(): void {
  before = document.activeElement;
  current.value = 0;
  stops.value = STOPS.filter(({ at }) => targetOf(at)?.checkVisibility()).map(({ at, title, words, side }) => ({
    title,
    description: words,
    target: () => targetOf(at) ?? document.body,
    placement: side,
  }));
  requestAnimationFrame(() => announce());
}
function leave(): void {
  open.value = false;
  if (before instanceof HTMLElement) before.focus({ preventScroll: true });
}
onMounted(begin);
watch(open, (is) => is && begin());
watch(current, () => announce(), { flush: 'post' });
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (!open.value) return;
  if (event.key === 'Escape') leave();
  else if (event.key === 'ArrowRight') current.value = Math.min(stops.value.length - 1, current.value + 1);
  else if (event.key === 'ArrowLeft') current.value = Math.max(0, current.value - 1);
});
</script>

<template>
  <Tour v-model:current="current" :open="open" :steps="stops" @close="leave" @finish="leave" />
</template>
