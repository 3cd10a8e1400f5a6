<script setup lang="ts" generic="T extends string">
/**
 * Views of one thing, one at a time: `before` and `after` stand in the row of the tabs, the default slot is the open view. The
 * library's row takes what stands beside the tabs for tabs, has no name, and its tabs know no arrow keys; mended here.
 */
import { TabPane, Tabs } from 'ant-design-vue';
import { onMounted, ref } from 'vue';

const props = defineProps<{ label: string; modelValue: T; tabs: readonly { id: T; title: string }[] }>();
const emit = defineEmits<{ 'update:modelValue': [id: T] }>();
const bar = ref<HTMLElement | null>(null);
onMounted(() => {
  bar.value?.querySelector('[role=tablist]')?.removeAttribute('role');
  const list = bar.value?.querySelector('.ant-tabs-nav-list');
  list?.setAttribute('role', 'tablist');
  list?.setAttribute('aria-label', props.label);
});

const STEPS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowRight: 1 };
function keys(event: KeyboardEvent): void {
  const step = STEPS[event.key];
  if (step === undefined || !(event.target as HTMLElement).matches('[role=tab]')) return;
  event.preventDefault();
  const { length } = props.tabs;
  const next = (props.tabs.findIndex(({ id }) => id === props.modelValue) + step + length) % length;
  emit('update:modelValue', props.tabs[next]!.id);
  // By its place in the row: a view that is kept in the address is open only later.
  bar.value?.querySelectorAll<HTMLElement>('[role=tab]')[next]?.focus();
}
const pick = (key: string | number) => {
  const found = props.tabs.find(({ id }) => id === key);
  if (found) emit('update:modelValue', found.id);
};
</script>

<template>
  <div ref="bar" class="tab-bar" @keydown="keys">
    <Tabs :active-key="modelValue" :animated="false" :tab-bar-gutter="4" @change="pick">
      <template v-if="$slots.before" #leftExtra><slot name="before" /></template>
      <template v-if="$slots.after" #rightExtra><slot name="after" /></template>
      <TabPane v-for="{ id, title } in tabs" :key="id" :tab="title"><slot v-if="id === modelValue" /></TabPane>
    </Tabs>
  </div>
</template>

<style scoped>
.tab-bar :deep(.ant-tabs-nav) {
  margin: 0 0 8px;
}
.tab-bar :deep(.ant-tabs-nav)::before {
  border-color: var(--line);
}
.tab-bar :deep(.ant-tabs-tab) {
  padding: 5px 9px 6px;
  font-weight: 500;
  color: var(--ink);
}
.tab-bar :deep(.ant-tabs-tab:hover),
.tab-bar :deep(.ant-tabs-tab-active .ant-tabs-tab-btn) {
  color: var(--ink);
  text-shadow: none;
}
.tab-bar :deep(.ant-tabs-ink-bar) {
  height: 3px;
  background: var(--copper);
}
.tab-bar :deep(.ant-tabs-extra-content) {
  display: flex;
  align-items: center;
  gap: 10px;
}
.tab-bar :deep(.ant-tabs-extra-content:first-child) {
  margin-right: 14px;
}
@media (max-width: 800px) {
  .tab-bar :deep(.ant-tabs-nav) {
    flex-wrap: wrap;
  }
  .tab-bar :deep(.ant-tabs-nav-wrap) {
    order: 2;
    flex-basis: 100%;
  }
  .tab-bar :deep(.ant-tabs-extra-content) {
    flex-wrap: wrap;
  }
  /* One swipes it there. */
  .tab-bar :deep(.ant-tabs-nav-operations) {
    display: none;
  }
  .tab-bar :deep(.ant-tabs-tab) {
    min-height: 40px;
  }
}
</style>
