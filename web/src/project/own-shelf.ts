import { message } from 'ant-design-vue';
import { computed, onMounted, shallowRef, toRaw } from 'vue';
import {
  isKept,
  isOwnForm,
  isOwnRelay,
  keepOf,
  mintId,
  ownRelay,
  sameDocument,
  type OwnKept,
  type OwnPart,
  type RelayType,
  type UsedPart,
} from '@iron-nudge/core';
import { ApiError, api } from '../api.ts';
import { useProject } from '../stores/project.ts';

/** Of the whole app: what one place puts there, every other offers. */
const shelf = shallowRef<readonly OwnPart[]>([]);

/** Parts that a person has typed and the project has not yet; without the server there are none to offer. */
export function useOwnShelf() {
  const project = useProject();
  const read = async () => {
    shelf.value = (await api.parts().catch(() => [])).map(({ part }) => part);
  };
  onMounted(read);
  const typed = computed(() =>
    shelf.value.filter((part): part is UsedPart => !isKept(part) && !project.design!.parts.some(({ id }) => id === part.id)),
  );
  const relays = computed(() => typed.value.filter(isOwnRelay));
  // One that serves a clause is no relay that a sentence names.
  const types = computed<readonly RelayType[]>(() => relays.value.map(ownRelay).filter(({ duty }) => duty === 'power'));
  const of = <F extends UsedPart['form']>(form: F) => computed(() => typed.value.filter(isOwnForm(form)));
  const [boards, heatsinks, guards] = [of('board'), of('heatsink'), of('guard')];
  const [holders, sockets, boxes] = [of('holder'), of('socket'), of('box')];
  const [connectors, cutOuts] = [of('connector'), of('cut-out')];
  /** What an edit that names this part does first: the project takes its own copy along, so that its file stands alone. */
  function taking(id: string) {
    const part = typed.value.find((one) => one.id === id);
    return part ? [{ path: ['parts', project.design!.parts.length], value: part }] : [];
  }
  /** The shelf's part of the same id where it says something else than the project's copy. */
  function otherwise(copy: UsedPart): UsedPart | null {
    const part = shelf.value.find(({ id }) => id === copy.id);
    return part && !isKept(part) && part.form === copy.form && !sameDocument(part, copy) ? part : null;
  }
  /** Loads, signals or supplies that are kept. */
  const kept = <F extends OwnKept['form']>(form: F) =>
    shelf.value.filter((part): part is Extract<OwnKept, { form: F }> => part.form === form);
  /** Puts a copy of what the project has on the shelf, for other projects. */
  async function keep(form: OwnKept['form'], entry: Parameters<typeof keepOf>[2]): Promise<void> {
    await read();
    const part = keepOf(form, mintId(`own-${form}`, shelf.value), toRaw(entry));
    if (!part) return void message.error(`“${entry.name}” is a wire or a pin of something else: there is nothing to keep.`, 5);
    try {
      await api.addPart(part);
      await read();
      void message.success(`“${entry.name}” is on your shelf: every project can take it.`, 4);
    } catch (error) {
      void message.error(`“${entry.name}” is not kept. ${error instanceof ApiError ? error.message : String(error)}`, 6);
    }
  }
  return { types, relays, boards, heatsinks, guards, holders, sockets, boxes, connectors, cutOuts, kept, keep, taking, otherwise };
}
