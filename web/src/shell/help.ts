import { ref } from 'vue';

/** The help of the screen, and the walk through the Design page: one of each, whoever opens it. */
export const isHelping = ref(false);
/** The screen that was asked about where it is not the one that stands. */
export const helpOf = ref<string | null>(null);
export const isWalking = ref(false);

export function askHelp(screen: string | null = null): void {
  helpOf.value = screen;
  isHelping.value = true;
}
