/** The project that was open last: other pages lead back to it. */
import { shallowRef } from 'vue';

export const lastProject = shallowRef<{ readonly id: string; readonly name: string } | null>(null);
