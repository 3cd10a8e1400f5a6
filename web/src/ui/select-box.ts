import { defineAsyncComponent, h } from 'vue';

export const fetchSelectBox = () => import('./SelectBox.vue');

/** The box of several, fetched with the first one that is shown; until then its place is kept. */
export const SelectBox = defineAsyncComponent({
  loader: fetchSelectBox,
  loadingComponent: () => h('div', { style: { height: '30px' } }),
  delay: 0,
});
