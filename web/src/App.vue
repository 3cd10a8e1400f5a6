<script setup lang="ts">
import { ConfigProvider } from 'ant-design-vue';
import { useLocalStorage } from '@vueuse/core';
import { computed, provide, watchEffect } from 'vue';
import { themeFor } from './theme.ts';
import { NIGHT } from './ui/night.ts';

const night = useLocalStorage('iron-nudge:night', matchMedia('(prefers-color-scheme: dark)').matches);
provide(NIGHT, night);
watchEffect(() => (document.documentElement.dataset.night = night.value ? 'yes' : 'no'));
const theme = computed(() => themeFor(night.value));
</script>

<template>
  <ConfigProvider :theme="theme">
    <RouterView />
  </ConfigProvider>
</template>
