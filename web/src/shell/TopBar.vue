<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { inject } from 'vue';
import { lastProject } from '../stores/last.ts';
import { session } from '../stores/session.ts';
import { late } from '../ui/late.ts';
import { NIGHT } from '../ui/night.ts';
import { isTyping } from '../ui/typing.ts';
import { askHelp, isHelping, isWalking } from './help.ts';
import SkipLinks from './SkipLinks.vue';

const { back = true } = defineProps<{
  project?: string | undefined;
  /** Whether the way back to the project that was open stands in it. */
  back?: boolean;
}>();
const night = inject(NIGHT)!;
const HelpModal = late(() => import('./HelpModal.vue'));
const WalkThrough = late(() => import('./WalkThrough.vue'));
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.key === '?' && !isTyping(event.target)) askHelp();
});
</script>

<template>
  <header class="bar">
    <SkipLinks />
    <RouterLink to="/" class="brand" aria-label="Iron Nudge, all projects">
      <svg viewBox="0 0 32 32" width="24" height="24" aria-hidden="true">
        <path d="M5 26V13a5.5 5.5 0 0 1 11 0v13" fill="none" stroke="currentColor" stroke-width="3.4" />
        <path d="M18 7l10 4.5" stroke="#E07A3A" stroke-width="3.4" stroke-linecap="round" />
      </svg>
      <span class="name">Iron Nudge</span>
    </RouterLink>
    <template v-if="project">
      <span class="slash" aria-hidden="true">/</span>
      <span class="project">{{ project }}</span>
    </template>
    <template v-else-if="lastProject && back">
      <span class="slash" aria-hidden="true">/</span>
      <RouterLink class="project back" :to="{ name: 'design', params: { id: lastProject.id } }">↶ {{ lastProject.name }}</RouterLink>
    </template>
    <nav class="stages" aria-label="Stages" data-tour="stages"><slot name="stages" /></nav>
    <div class="right">
      <RouterLink class="beside" :to="{ name: 'parts' }">Parts</RouterLink>
      <RouterLink class="beside" :to="{ name: 'sums' }">Sums</RouterLink>
      <RouterLink class="beside" :to="{ name: 'tables' }">Tables</RouterLink>
      <RouterLink v-if="session.who.value?.kind === 'account'" class="beside" :to="{ name: 'people' }">{{
        session.who.value.name
      }}</RouterLink>
      <slot name="right" />
      <button class="bare tool" aria-label="Help" title="Help and keys (?)" @click="askHelp()">?</button>
      <button
        class="bare tool"
        :aria-pressed="night"
        aria-label="Dark theme for the garage at night"
        title="Dark theme"
        @click="night = !night"
      >
        {{ night ? '☀' : '☾' }}
      </button>
    </div>
    <HelpModal v-model:open="isHelping" />
    <WalkThrough v-model:open="isWalking" />
  </header>
</template>

<style scoped>
.bar {
  background: var(--bar);
  color: var(--bar-ink);
  height: 48px;
  display: flex;
  align-items: center;
  padding: 0 16px;
  gap: 16px;
  font-family: var(--condensed);
  font-size: 17px;
}
.brand {
  white-space: nowrap;
  color: inherit;
  text-decoration: none;
  font-weight: 600;
  font-size: 21px;
  display: flex;
  gap: 8px;
  align-items: center;
  letter-spacing: 0.01em;
}
.slash {
  color: #7f8a90;
}
.project {
  font-weight: 500;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.back {
  color: inherit;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.stages {
  display: flex;
  gap: 4px;
  align-self: stretch;
  margin-left: 12px;
}
.right {
  margin-left: auto;
  display: flex;
  gap: 14px;
  align-items: center;
}
.beside {
  color: #c9cfd2;
  text-decoration: none;
  font-weight: 500;
}
.beside.router-link-active {
  color: #fff;
}
.tool {
  color: inherit;
  font: 16px var(--text);
  width: 28px;
  height: 28px;
  text-align: center;
}
@media (max-width: 800px) {
  .bar {
    gap: 6px;
    padding: 0 8px;
    overflow-x: auto;
  }
  .name,
  .slash,
  .project {
    display: none;
  }
  .back {
    color: inherit;
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .stages {
    margin-left: 0;
  }
}
.bar :focus-visible {
  outline-color: #e07a3a;
}
</style>
