<script setup lang="ts">
/** What of a project goes out; fetched when it is asked for. */
import { Dropdown, Menu, MenuItem } from 'ant-design-vue';

const emit = defineEmits<{ project: []; archive: []; closed: [] }>();
function changed(isOpen: boolean): void {
  if (!isOpen) emit('closed');
}
</script>

<template>
  <Dropdown :open="true" :trigger="['click']" @open-change="changed">
    <button class="plain-button" aria-haspopup="menu" aria-expanded="true" @keydown.esc="emit('closed')">Export…</button>
    <template #overlay>
      <Menu @keydown.esc="emit('closed')">
        <MenuItem key="project" @click="emit('project')">The project</MenuItem>
        <MenuItem key="archive" @click="emit('archive')">With readings, ticks, notes and revisions</MenuItem>
      </Menu>
    </template>
  </Dropdown>
</template>
