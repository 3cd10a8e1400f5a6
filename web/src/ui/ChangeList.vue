<script setup lang="ts">
/** Wires and parts that are new, gone or otherwise; ranked where a drawing beside it has the same numbers. */
import type { Change } from '@iron-nudge/core';

defineProps<{ changes: readonly Change[]; ranks?: ReadonlyMap<string, number> | undefined }>();
const MARK = { added: '+', gone: '−', changed: '~' } as const;
</script>

<template>
  <ol class="changes" aria-label="Changes">
    <li v-for="change in changes" :key="change.subject.kind + change.subject.id" :data-kind="change.kind">
      <span class="mono mark">{{ MARK[change.kind] }}</span>
      <span v-if="ranks?.has(change.subject.id)" class="mono note">{{ ranks.get(change.subject.id) }}</span>
      <b class="mono">{{ change.subject.label }}</b>
      <span>{{ change.kind === 'gone' ? 'gone: ' : change.kind === 'added' ? 'new: ' : '' }}{{ change.words }}</span>
    </li>
  </ol>
</template>

<style scoped>
.changes {
  list-style: none;
  margin: 0;
  padding: 0;
  background: var(--sheet);
  border: 1px solid var(--line);
}
li {
  display: flex;
  gap: 10px;
  padding: 5px 10px;
  border-bottom: 1px solid var(--line);
  align-items: baseline;
}
li:last-child {
  border-bottom: 0;
}
.mark {
  width: 14px;
}
.note {
  color: var(--iron);
  font-size: 12.5px;
}
[data-kind='added'] .mark {
  color: var(--hold);
}
[data-kind='gone'] .mark {
  color: var(--danger);
}
[data-kind='changed'] .mark {
  color: var(--caution-text);
}
</style>
