<script setup lang="ts">
/** What is this relay? With no project. */
import PlainPage from '../shell/PlainPage.vue';
import RelayFinder from './RelayFinder.vue';
</script>

<template>
  <PlainPage title="What is this relay?"><RelayFinder /></PlainPage>
</template>
