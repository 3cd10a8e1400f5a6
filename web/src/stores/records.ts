/** What was recorded of the open project: kept in the browser until the server has it, and read from there. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { asBuiltNow, inOrder, ticksNow, type ProjectRecord } from '@iron-nudge/core';
import { ApiError, api } from '../api.ts';
import { openOutbox, type Outbox } from './outbox.ts';
import { useProject } from './project.ts';

type NewRecord = ProjectRecord extends infer One ? (One extends ProjectRecord ? Omit<One, 'id' | 'at'> : never) : never;
export type RecordSync = { kind: 'kept' } | { kind: 'sending' } | { kind: 'waiting'; message: string };

const RETRY_AFTER_MS = 2500;
const MOST_AT_ONCE = 100;

export const useRecords = defineStore('records', () => {
  const project = useProject();
  const known = shallowRef<ReadonlyMap<string, ProjectRecord>>(new Map());
  const sync = ref<RecordSync>({ kind: 'kept' });
  /** Set where the browser has no room: what is on the screen is all there is of it. */
  const noRoom = ref(false);
  let outbox: Outbox | null = null;
  let last = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let running = false;
  let again = false;

  const all = computed(() => inOrder([...known.value.values()]));
  const ticks = computed(() => ticksNow(all.value));
  const asBuilt = computed(() => asBuiltNow(all.value));

  function learn(records: readonly ProjectRecord[]): void {
    if (records.length === 0) return;
    const now = new Map(known.value);
    for (const record of records) now.set(record.id, record);
    known.value = now;
  }

  watch(
    () => project.id,
    (id) => {
      clearTimeout(timer);
      known.value = new Map();
      last = 0;
      sync.value = { kind: 'kept' };
      outbox = id ? openOutbox(localStorage, id) : null;
      if (!outbox) return;
      learn(outbox.waiting());
      void exchange();
    },
    { immediate: true },
  );

  /** Sends what waits, then reads what others have sent. One at a time. */
  async function exchange(): Promise<void> {
    if (running) {
      again = true;
      return;
    }
    const id = project.id;
    const box = outbox;
    if (!id || !box) return;
    running = true;
    clearTimeout(timer);
    try {
      for (let waiting = box.waiting(); waiting.length > 0; waiting = box.waiting()) {
        sync.value = { kind: 'sending' };
        box.confirm((await api.addRecords(id, waiting.slice(0, MOST_AT_ONCE))).kept);
      }
      const fresh = await api.records(id, last);
      if (project.id !== id) return;
      last = fresh.last;
      learn(fresh.records);
      sync.value = { kind: 'kept' };
    } catch (error) {
      if (project.id !== id) return;
      if (!(error instanceof ApiError)) throw error;
      sync.value = { kind: 'waiting', message: error.passing ? 'The server does not answer.' : error.message };
      timer = setTimeout(() => void exchange(), RETRY_AFTER_MS);
    } finally {
      running = false;
      if (again) {
        again = false;
        void exchange();
      }
    }
  }

  /** Kept here first, then sent. */
  function add(fresh: NewRecord): ProjectRecord {
    // Two records of one moment keep their order.
    const newest = all.value[all.value.length - 1]?.at ?? 0;
    const record = { ...fresh, id: crypto.randomUUID(), at: Math.max(Date.now(), newest + 1) } as ProjectRecord;
    noRoom.value = !(outbox?.keep(record) ?? false);
    learn([record]);
    void exchange();
    return record;
  }

  return { all, ticks, asBuilt, sync, noRoom, add, exchange };
});
