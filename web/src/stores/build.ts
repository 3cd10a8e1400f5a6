/** What the server says of itself: which build of the page it has, and whether its disk is nearly full. */
import { ref } from 'vue';

/** The script that the page began with; its name changes with every file of the build. Empty while it is developed. */
const OURS = document.querySelector<HTMLScriptElement>('script[type=module][src^="/assets/"]')?.getAttribute('src') ?? '';

export const hasNewBuild = ref(false);

/** What is left on the server's disk, MB, while it is little. */
export const lowMb = ref<number | null>(null);

/** Takes note of what the server says of itself. */
export function learnServer(theirs: { readonly build: string; readonly lowMb: number | null }): void {
  if (OURS !== '' && theirs.build !== '' && theirs.build !== OURS) hasNewBuild.value = true;
  lowMb.value = theirs.lowMb;
}
