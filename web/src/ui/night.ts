import type { InjectionKey, Ref } from 'vue';

/** Whether the dark theme is on. */
export const NIGHT: InjectionKey<Ref<boolean>> = Symbol('night');
