<script setup lang="ts">
/** A page of its own with a title and nothing beside it. */
import TopBar from './TopBar.vue';

defineProps<{ title: string }>();
</script>

<template>
  <div class="page">
    <TopBar />
    <main>
      <h1>{{ title }}</h1>
      <slot />
    </main>
  </div>
</template>

<style scoped>
.page {
  height: 100%;
  overflow-y: auto;
}
main {
  max-width: 1120px;
  margin: 0 auto;
  padding: 20px 24px;
}
h1 {
  margin-bottom: 14px;
}
</style>
