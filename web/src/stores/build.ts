/** Which build of the page this is, and whether the server has another one by now. */
import { ref } from 'vue';

/** The script that the page began with; its name changes with every file of the build. Empty while it is developed. */
const OURS = document.querySelector<HTMLScriptElement>('script[type=module][src^="/assets/"]')?.getAttribute('src') ?? '';

export const hasNewBuild = ref(false);

/** Takes note of what the server serves. */
export function learnBuild(theirs: string): void {
  if (OURS !== '' && theirs !== '' && theirs !== OURS) hasNewBuild.value = true;
}
