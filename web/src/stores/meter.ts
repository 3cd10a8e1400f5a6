/** What the meter's probes are on. */
import { defineStore } from 'pinia';
import { shallowRef } from 'vue';

export type Probe =
  { readonly kind: 'wire'; readonly id: string } | { readonly kind: 'symbol'; readonly part: string; readonly key: string };

export const useMeter = defineStore('meter', () => {
  const probe = shallowRef<Probe | null>(null);
  return { probe, point: (at: Probe) => (probe.value = at), leave: () => (probe.value = null) };
});
