<script setup lang="ts">
/** One's own password; for the owner of the house, who has an account and what was done. */
import { Popconfirm } from 'ant-design-vue';
import { computed, ref, watch } from 'vue';
import { LEAST_PASSWORD } from '@iron-nudge/contract';
import { api } from '../api.ts';
import { session, signOut } from '../stores/session.ts';
import TopBar from '../shell/TopBar.vue';
import { latest } from '../ui/latest.ts';
import AuditList from './AuditList.vue';
import { wordsOf } from '../ui/words-of.ts';

const { state: list, refresh } = latest(() => api.accounts());
const { state: audit, refresh: readAudit } = latest(() => api.audit());
const isOwner = computed(() => session.who.value?.kind === 'account' && session.who.value.isOwner);
watch(
  isOwner,
  (is) => {
    if (is) void Promise.all([refresh(), readAudit()]);
  },
  { immediate: true },
);
const [name, password, old, own] = [ref(''), ref(''), ref(''), ref('')];
const trouble = ref('');
const done = ref('');
async function attempt(work: () => Promise<unknown>, said: string): Promise<void> {
  trouble.value = done.value = '';
  try {
    await work();
    done.value = said;
  } catch (error) {
    trouble.value = wordsOf(error);
  }
  if (isOwner.value) await Promise.all([refresh(), readAudit()]);
}
function add(): Promise<void> {
  const fresh = name.value;
  return attempt(async () => {
    await api.addAccount(fresh, password.value);
    name.value = password.value = '';
  }, `${fresh} may sign in now.`);
}
const change = () =>
  attempt(async () => {
    await api.changePassword(old.value, own.value);
    old.value = own.value = '';
  }, 'Your password is changed; wherever else you were signed in, you are not any more.');
</script>

<template>
  <div>
    <TopBar />
    <main v-if="session.who.value?.kind === 'account'">
      <div class="row head">
        <h1>{{ session.who.value.name }}</h1>
        <button class="plain-button" @click="signOut">Sign out</button>
      </div>
      <p v-if="trouble" role="alert" class="error">{{ trouble }}</p>
      <p v-if="done" role="status">{{ done }}</p>
      <section>
        <h2>Your password</h2>
        <form class="row" @submit.prevent="change">
          <label class="field">Old one <input v-model="old" type="password" required autocomplete="current-password" /></label>
          <label class="field"
            >New one <input v-model="own" type="password" required :minlength="LEAST_PASSWORD" maxlength="200" autocomplete="new-password"
          /></label>
          <button class="plain-button">Change</button>
        </form>
      </section>
      <template v-if="isOwner">
        <section>
          <h2>Accounts of this house</h2>
          <table v-if="list.kind === 'ready'" class="sheet">
            <tbody>
              <tr v-for="one in list.value" :key="one.id">
                <td>{{ one.name }}{{ one.isOwner ? ', owner of the house' : '' }}</td>
                <td>
                  <Popconfirm
                    v-if="!one.isOwner"
                    :title="`${one.name} can sign in no more. Projects that nobody else is on become yours.`"
                    ok-text="Remove"
                    cancel-text="No"
                    @confirm="attempt(() => api.removeAccount(one.id), `${one.name} is removed.`)"
                  >
                    <button class="plain-button danger" :aria-label="`Remove ${one.name}`">Remove</button>
                  </Popconfirm>
                </td>
              </tr>
            </tbody>
          </table>
          <form class="row" @submit.prevent="add">
            <label class="field">Name <input v-model="name" required maxlength="40" autocomplete="off" /></label>
            <label class="field"
              >First password
              <input v-model="password" type="password" required :minlength="LEAST_PASSWORD" maxlength="200" autocomplete="new-password"
            /></label>
            <button class="plain-button strong">Let somebody in</button>
          </form>
        </section>
        <section>
          <h2>What was done</h2>
          <AuditList :state="audit" />
        </section>
      </template>
    </main>
    <main v-else><p>There are no accounts here: this page is served to its own machine alone.</p></main>
  </div>
</template>

<style scoped>
main {
  max-width: 860px;
  margin: 0 auto;
  padding: 28px 24px;
}
.head {
  justify-content: space-between;
}
section {
  margin-top: 26px;
}
form {
  align-items: end;
  margin-top: 8px;
  flex-wrap: wrap;
}
td:first-child {
  width: 100%;
}
td {
  vertical-align: middle;
}
.error {
  color: var(--danger);
}
</style>
