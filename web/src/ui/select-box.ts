import { defineAsyncComponent, h } from 'vue';

/** The box of several, fetched with the first one that is shown; until then its place is kept. */
export const SelectBox = defineAsyncComponent({
  loader: () => import('./SelectBox.vue'),
  loadingComponent: () => h('div', { class: 'coming', style: { height: '30px' } }),
  delay: 0,
});
