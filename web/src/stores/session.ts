/** Who is at this page, where there are accounts. */
import { computed, shallowRef } from 'vue';
import type { SessionAnswer } from '@iron-nudge/contract';
import { ApiError, api, onSignedOut } from '../api.ts';
import { seen } from './seen.ts';

/** Null until the server has answered once; without it the page goes on with what the browser has. */
const answer = shallowRef<SessionAnswer | null>(null);
const away = shallowRef(false);
/** The session ended while a page was open: what is on it stays. */
export const isSignedOut = shallowRef(false);

export const session = {
  answer,
  away,
  who: computed(() => answer.value?.who ?? null),
  /** Whether this page may be shown: there are no accounts, or somebody has signed in. */
  isIn: computed(() => away.value || (answer.value !== null && (!answer.value.accounts || answer.value.who !== null))),
};

export async function learnSession(): Promise<void> {
  try {
    answer.value = await api.session();
    away.value = false;
    if (answer.value.who !== null) isSignedOut.value = false;
  } catch (error) {
    if (!(error instanceof ApiError)) throw error;
    away.value = true;
  }
}
onSignedOut(() => {
  if (answer.value?.who) isSignedOut.value = true;
  // Opened while the server was away: now it is there, and asks who it is.
  else if (away.value) void learnSession();
});

export async function signOut(): Promise<void> {
  await api.signOut();
  // What the next one at this browser has no business to see.
  await seen.forget();
  location.assign('/');
}
