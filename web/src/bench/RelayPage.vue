<script setup lang="ts">
/** What is this relay? With no project. */
import TopBar from '../shell/TopBar.vue';
import RelayFinder from './RelayFinder.vue';
</script>

<template>
  <div class="page">
    <TopBar />
    <main>
      <h1>What is this relay?</h1>
      <RelayFinder />
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
  padding: 24px;
}
h1 {
  margin-bottom: 14px;
}
</style>
