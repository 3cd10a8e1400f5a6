import { defineAsyncComponent, defineComponent, h, type Component } from 'vue';

/**
 * A dialog whose code is fetched when it is first opened, by the model `by`, and stays from then on. What it asks for on being
 * opened it asks at once: it is open when it is made.
 */
export const late = <C extends Component>(load: () => Promise<{ default: C }>, by = 'open'): C =>
  defineComponent({
    inheritAttrs: false,
    setup(_props, { attrs }) {
      const Fetched = defineAsyncComponent(load as () => Promise<{ default: Component }>);
      let asked = false;
      return () => {
        asked ||= Boolean(attrs[by]);
        return asked ? h(Fetched, attrs) : null;
      };
    },
  }) as unknown as C;
