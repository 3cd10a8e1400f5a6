<template>
  <main class="nowhere">
    <h1>Nothing here</h1>
    <p>This address leads nowhere. <RouterLink to="/">To the projects</RouterLink></p>
  </main>
</template>

<style scoped>
.nowhere {
  padding: 60px;
}
</style>
