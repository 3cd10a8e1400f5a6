<script setup lang="ts">
/** Where a phone comes in by a link: its code stands behind the #, so that no server and no log sees it in an address. */
import { onMounted, ref } from 'vue';
import { api } from '../api.ts';
import { wordsOf } from '../ui/words-of.ts';

const trouble = ref('');
onMounted(async () => {
  const code = location.hash.slice(1);
  history.replaceState(history.state, '', '/join');
  try {
    const { project } = await api.useLink(code);
    location.replace(`/projects/${project}/build?view=work`);
  } catch (error) {
    trouble.value = wordsOf(error);
  }
});
</script>

<template>
  <main class="join">
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <p v-else role="status">Opening the order of work…</p>
    <p v-if="trouble"><RouterLink to="/">All projects</RouterLink></p>
  </main>
</template>

<style scoped>
.join {
  padding: 40px 20px;
  font-size: 17px;
}
</style>
