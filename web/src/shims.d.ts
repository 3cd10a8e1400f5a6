declare module '*.vue' {
  import type { DefineComponent } from 'vue';
  const component: DefineComponent<object, object, unknown>;
  export default component;
}
declare module 'virtual:gallery' {
  import type { Family, Sketch } from '@iron-nudge/core';
  const shown: readonly { id: string; family: Family; title: string; words: string; sketch: Sketch | null }[];
  export default shown;
}
