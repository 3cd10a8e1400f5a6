<script setup lang="ts">
/** What the screen that stands is for, how one begins there, and all keys. */
import { Modal } from 'ant-design-vue';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { helpOf, isWalking } from './help.ts';
import { KEYS, screenHelp } from './screens.ts';

const open = defineModel<boolean>('open', { required: true });
const route = useRoute();
const help = computed(() => screenHelp(helpOf.value ?? route.name));
let wantsWalk = false;
function walk(): void {
  wantsWalk = true;
  open.value = false;
}
/** The window gives the focus back as it goes: only then may the walk take it. */
function gone(): void {
  if (wantsWalk) isWalking.value = true;
  wantsWalk = false;
}
</script>

<template>
  <Modal v-model:open="open" :title="`Help: ${help.title}`" :footer="null" width="560px" :after-close="gone">
    <p class="what">{{ help.what }}</p>
    <ol>
      <li v-for="line in help.how" :key="line">{{ line }}</li>
    </ol>
    <p v-if="help.not" class="not"><b>What it does not do.</b> {{ help.not }}</p>
    <p v-if="route.name === 'design'"><button class="plain-button" @click="walk">Show me around</button></p>
    <h2 class="caps">Keys</h2>
    <table class="sheet">
      <tbody>
        <tr v-for="[key, meaning] in KEYS" :key="key">
          <th scope="row">
            <kbd>{{ key }}</kbd>
          </th>
          <td>{{ meaning }}</td>
        </tr>
      </tbody>
    </table>
    <p class="more">
      Words of the trade: <RouterLink :to="{ name: 'tables', params: { table: 'words' } }" @click="open = false">glossary</RouterLink>. Your
      local code and a licensed person come before anything that stands here.
    </p>
  </Modal>
</template>

<style scoped>
.what {
  font-weight: 500;
  margin-top: 0;
}
ol {
  padding-left: 20px;
  display: grid;
  gap: 8px;
}
.not {
  border-left: 3px solid var(--copper);
  padding-left: 10px;
}
.more {
  color: var(--iron);
}
</style>
