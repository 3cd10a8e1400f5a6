/** What this person measures in: asked with a new project, and kept for the next. */
import { useLocalStorage } from '@vueuse/core';
import { MEASURES, type Measure } from '@iron-nudge/core';

const kept = useLocalStorage<string>('iron-nudge:measure', 'metric');
export const measure = {
  get value(): Measure {
    return kept.value in MEASURES ? (kept.value as Measure) : 'metric';
  },
  set value(now: Measure) {
    kept.value = now;
  },
};
