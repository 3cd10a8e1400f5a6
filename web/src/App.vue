<script setup lang="ts">
import { ConfigProvider } from 'ant-design-vue';
import { useEventListener, useLocalStorage } from '@vueuse/core';
import { computed, onMounted, provide, watchEffect } from 'vue';
import { useRoute } from 'vue-router';
import SignInPage from './people/SignInPage.vue';
import { themeFor } from './theme.ts';
import { hasNewBuild, lowMb } from './stores/build.ts';
import { isSignedOut, learnSession, session } from './stores/session.ts';
import { closeOnEscape } from './ui/escape.ts';
import { NIGHT } from './ui/night.ts';

const night = useLocalStorage('iron-nudge:night', matchMedia('(prefers-color-scheme: dark)').matches);
provide(NIGHT, night);
watchEffect(() => (document.documentElement.dataset.night = night.value ? 'yes' : 'no'));
const route = useRoute();
onMounted(() => void learnSession());
useEventListener(window, 'keydown', closeOnEscape, { capture: true });
const reload = () => location.reload();
const theme = computed(() => themeFor(night.value));
</script>

<template>
  <ConfigProvider :theme="theme">
    <div v-if="hasNewBuild" class="banner" role="alert">
      <span>A new version of Iron Nudge is there. What is not saved yet stays in this browser and is taken up.</span>
      <button class="plain-button" @click="reload">Reload</button>
    </div>
    <div v-if="lowMb !== null" class="banner" role="status">
      <span>▲ The disk that projects are kept on is nearly full: {{ lowMb }} MB are left. Make room before saving stops.</span>
    </div>
    <div v-if="isSignedOut" class="banner" role="alert">
      <span>You are signed out. What is not saved stays in this browser and is sent when you are in again.</span>
      <button class="plain-button" @click="reload">Sign in</button>
    </div>
    <RouterView v-if="session.isIn.value || route.name === 'join'" />
    <SignInPage v-else-if="session.answer.value" :is-first="session.answer.value.isFirst" />
  </ConfigProvider>
</template>
