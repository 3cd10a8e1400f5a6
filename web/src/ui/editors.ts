/** Where editors open, beside what they change: a stage offers its places, one at a time holds an editor. */
import { ref } from 'vue';

/** Id of the one that is open; empty where none is. */
export const openEditor = ref('');

/** The first place on the page that can be seen: beside the drawing, or below the sentence on a narrow screen. */
export const placeOfEditors = (): HTMLElement | null =>
  [...document.querySelectorAll<HTMLElement>('.place-of-editors')].find((place) => getComputedStyle(place).display !== 'none') ?? null;
