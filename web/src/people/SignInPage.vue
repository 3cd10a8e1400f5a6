<script setup lang="ts">
/** The door: signing in, or making the first account with the code that the start printed. */
import { ref } from 'vue';
import { LEAST_PASSWORD } from '@iron-nudge/contract';
import { ApiError, api } from '../api.ts';
import { learnSession } from '../stores/session.ts';
import { wordsOf } from '../ui/words-of.ts';

const props = defineProps<{ isFirst: boolean }>();
const [code, name, password] = [ref(''), ref(''), ref('')];
const trouble = ref('');
const wrong = ref('');
const isBusy = ref(false);

async function enter(): Promise<void> {
  isBusy.value = true;
  trouble.value = wrong.value = '';
  try {
    await (props.isFirst ? api.makeFirst(code.value, name.value, password.value) : api.signIn(name.value, password.value));
    await learnSession();
  } catch (error) {
    trouble.value = wordsOf(error);
    wrong.value = error instanceof ApiError ? error.path : '';
  } finally {
    isBusy.value = false;
  }
}
</script>

<template>
  <main class="door">
    <form class="sheet-box" @submit.prevent="enter">
      <h1>Iron Nudge</h1>
      <template v-if="isFirst">
        <p>It is served beyond its own machine for the first time. Make the account that owns this house; it lets the others in.</p>
        <label class="field"
          >Code that the start printed
          <input
            v-model="code"
            class="mono"
            required
            autocomplete="one-time-code"
            autocapitalize="characters"
            :aria-invalid="wrong === 'code'"
        /></label>
      </template>
      <label class="field"
        >Name <input v-model="name" required maxlength="40" autocomplete="username" :aria-invalid="wrong === 'name'"
      /></label>
      <label class="field"
        >Password
        <input
          v-model="password"
          type="password"
          required
          maxlength="200"
          :minlength="isFirst ? LEAST_PASSWORD : undefined"
          :autocomplete="isFirst ? 'new-password' : 'current-password'"
          :aria-invalid="wrong === 'password'"
      /></label>
      <p v-if="isFirst" class="small">At least {{ LEAST_PASSWORD }} characters; a short sentence is easier to remember than signs.</p>
      <p v-if="trouble" class="error" role="alert">{{ trouble }}</p>
      <button class="plain-button strong" :disabled="isBusy">{{ isFirst ? 'Make the account' : 'Sign in' }}</button>
    </form>
  </main>
</template>

<style scoped>
.door {
  min-height: 100%;
  display: grid;
  place-items: start center;
  padding: 12vh 16px;
}
.sheet-box {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-left: 4px solid var(--copper);
  border-radius: 4px;
  padding: 22px 26px;
  width: min(400px, 100%);
  display: grid;
  gap: 12px;
}
.small {
  margin: 0;
  color: var(--iron);
  font-size: 13px;
}
h1,
p {
  margin: 0;
}
.error {
  color: var(--danger);
}
</style>
