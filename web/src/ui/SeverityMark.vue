<script setup lang="ts">
import type { Severity } from '@iron-nudge/core';
import { SEVERITY } from './severity.ts';

defineProps<{ severity: Severity }>();
</script>

<template>
  <span class="mark" :style="{ color: SEVERITY[severity].colour }">
    <span aria-hidden="true">{{ SEVERITY[severity].shape }}</span>
    <span class="visually-hidden">{{ SEVERITY[severity].word }}</span>
  </span>
</template>

<style scoped>
.mark {
  position: relative;
  font-size: 10px;
  line-height: 1;
  width: 12px;
  display: inline-flex;
  justify-content: center;
}
</style>
