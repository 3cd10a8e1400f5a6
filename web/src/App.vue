<script setup lang="ts">
import { ConfigProvider } from 'ant-design-vue';
import { useLocalStorage } from '@vueuse/core';
import { computed, provide, watchEffect } from 'vue';
import { themeFor } from './theme.ts';
import { hasNewBuild } from './stores/build.ts';
import { NIGHT } from './ui/night.ts';

const night = useLocalStorage('iron-nudge:night', matchMedia('(prefers-color-scheme: dark)').matches);
provide(NIGHT, night);
watchEffect(() => (document.documentElement.dataset.night = night.value ? 'yes' : 'no'));
const reload = () => location.reload();
const theme = computed(() => themeFor(night.value));
</script>

<template>
  <ConfigProvider :theme="theme">
    <div v-if="hasNewBuild" class="banner" role="alert">
      <span>A new version of Iron Nudge is there. What is not saved yet stays in this browser and is taken up.</span>
      <button class="plain-button" @click="reload">Reload</button>
    </div>
    <RouterView />
  </ConfigProvider>
</template>
