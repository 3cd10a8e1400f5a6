<script setup lang="ts">
/**
 * The library's box of several, without its label. It names a list that is not on the page until it is opened, and shows
 * options that are none to a screen reader; both are mended here, where it is opened.
 */
import { Select, type SelectProps } from 'ant-design-vue';
import { computed, nextTick, onMounted, onUpdated, ref } from 'vue';
import type { Option } from './options.ts';

/** `id` of the box itself; its label is there under `id` and `-label`. */
const props = defineProps<{
  id: string;
  label: string;
  modelValue: string | number;
  options: readonly Option<string | number>[];
  disabled: boolean;
  /** It stands open as soon as it is there, with the focus in it. */
  opened: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: string | number]; closed: [] }>();

/** Options from which on looking is slower than typing. */
const MANY = 12;
const open = ref(false);
const field = ref<HTMLElement | null>(null);
const list = computed(() =>
  props.options.map(({ value, text, disabled }) => ({ value, label: text, title: text, disabled: disabled ?? false })),
);

const box = () => field.value?.querySelector<HTMLInputElement>('input[role=combobox]') ?? null;
const popup = () => document.getElementById(`${props.id}_list`)?.closest<HTMLElement>('.ant-select-dropdown') ?? null;

/** What the closed box says of itself: its label and what was chosen, and no list that is not there. */
function mendBox(): void {
  const combobox = box();
  if (!combobox) return;
  const chosen = field.value?.querySelector('.ant-select-selection-item');
  if (chosen) chosen.id = `${props.id}-chosen`;
  combobox.setAttribute('aria-labelledby', chosen ? `${props.id}-label ${props.id}-chosen` : `${props.id}-label`);
  combobox.removeAttribute('aria-owns');
  combobox.setAttribute('aria-expanded', String(open.value));
  if (!open.value) for (const name of ['aria-controls', 'aria-activedescendant']) combobox.removeAttribute(name);
}

/** The options that are seen are the ones that are said. */
function mendList(): void {
  const combobox = box();
  const shown = popup();
  if (!combobox || !shown) return;
  shown.style.minWidth = `${field.value!.querySelector('.ant-select')!.clientWidth}px`;
  document.getElementById(`${props.id}_list`)!.setAttribute('aria-hidden', 'true');
  const holder = shown.querySelector('.rc-virtual-list-holder-inner') ?? shown.querySelector('.ant-select-item-empty')?.parentElement;
  shown.setAttribute('role', 'region');
  shown.setAttribute('aria-label', `${props.label}: choices`);
  if (!holder) return;
  holder.id = `${props.id}-options`;
  holder.setAttribute('role', 'listbox');
  holder.setAttribute('aria-label', `${props.label}: choices`);
  combobox.setAttribute('aria-controls', holder.id);
  combobox.removeAttribute('aria-activedescendant');
  shown.querySelectorAll('.ant-select-item-option').forEach((option, at) => {
    option.id = `${props.id}-option-${at}`;
    option.setAttribute('role', 'option');
    if (option.matches('.ant-select-item-option-active')) combobox.setAttribute('aria-activedescendant', option.id);
  });
}
async function mend(): Promise<void> {
  await nextTick();
  mendBox();
  if (open.value) mendList();
}
function change(now: boolean): void {
  open.value = now;
  void mend();
  if (!now) emit('closed');
}
/** Esc closes the list and nothing that stands around it. */
function keys(event: KeyboardEvent): void {
  if (event.key === 'Escape' && open.value) {
    event.stopPropagation();
    change(false);
  } else void mend();
}
function take(value: SelectProps['value']): void {
  const chosen = props.options.find((one) => one.value === value);
  if (chosen) emit('update:modelValue', chosen.value);
}
onMounted(() => {
  void mend();
  if (!props.opened) return;
  box()?.focus();
  change(true);
});
onUpdated(mend);
</script>

<template>
  <div ref="field" @keydown="keys">
    <Select
      :id="id"
      :value="modelValue"
      :options="list"
      :open="open"
      :disabled="disabled"
      :show-search="options.length > MANY"
      option-filter-prop="label"
      :dropdown-match-select-width="false"
      :list-height="320"
      @dropdown-visible-change="change"
      @change="take"
    />
  </div>
</template>

<style scoped>
:deep(.ant-select) {
  width: 100%;
}
:deep(.ant-select-open .ant-select-selection-item) {
  color: var(--iron);
}
</style>
