import { computed, onMounted, ref, toRaw } from 'vue';
import { ownRelay, sameDocument, type OwnRelay, type RelayType } from '@iron-nudge/core';
import { api } from '../api.ts';
import { useProject } from '../stores/project.ts';

/** Parts that a person has typed and the project has not yet; without the server there are none to offer. */
export function useOwnShelf() {
  const project = useProject();
  const shelf = ref<readonly OwnRelay[]>([]);
  onMounted(async () => {
    shelf.value = (await api.parts().catch(() => [])).map(({ part }) => part);
  });
  const typed = computed(() => shelf.value.filter(({ id }) => !project.design!.parts.some((own) => own.id === id)));
  const types = computed<readonly RelayType[]>(() => typed.value.map(ownRelay));
  /** What an edit that names this part does first: the project takes its own copy along, so that its file stands alone. */
  function taking(id: string) {
    const part = typed.value.find((one) => one.id === id);
    return part ? [{ path: ['parts', project.design!.parts.length], value: toRaw(part) }] : [];
  }
  /** The shelf's part of the same id where it says something else than the project's copy. */
  function otherwise(copy: OwnRelay): OwnRelay | null {
    const part = shelf.value.find(({ id }) => id === copy.id);
    return part && !sameDocument(part, copy) ? toRaw(part) : null;
  }
  return { types, taking, otherwise };
}
